import { create, duplicate, labelOf, remove } from '../core/workspace.ts'
import { useOpenPreset, useSessionState, useWorkshop } from '../state/hooks.ts'

const PresetPicker = () => {
  const { session, house } = useWorkshop()
  const { workspace } = useSessionState()
  return (
    <label className="picker">
      <span className="unseen">Preset</span>
      <select value={workspace.open} onChange={({ target }) => session.open(target.value)}>
        {workspace.presets.length > 0 && (
          <optgroup label="Yours">
            {workspace.presets.map(preset => (
              <option key={preset.name} value={preset.name}>
                {labelOf(preset)}
              </option>
            ))}
          </optgroup>
        )}
        <optgroup label="House presets">
          {house.map(preset => (
            <option key={preset.name} value={preset.name}>
              {labelOf(preset)}
            </option>
          ))}
        </optgroup>
      </select>
    </label>
  )
}

/** What can be done to presets as a whole. */
const PresetDeeds = () => {
  const { session } = useWorkshop()
  const { preset, label, isLocked } = useOpenPreset()
  return (
    <div className="deeds">
      <button type="button" onClick={() => session.edit('a new preset', now => create(now, 'house:standard@1'))}>
        New
      </button>
      <button type="button" onClick={() => session.edit('a copy', now => duplicate(now, preset.name, label))}>
        Copy
      </button>
      <button
        type="button"
        disabled={isLocked}
        onClick={() => session.edit(`${label} taken away`, now => remove(now, preset.name))}
      >
        Delete
      </button>
    </div>
  )
}

const Steps = () => {
  const { session } = useWorkshop()
  const { history } = useSessionState()
  const last = history.past.length > 0 ? history.present.deed : undefined
  const next = history.future[0]?.deed
  return (
    <div className="deeds">
      <button
        type="button"
        disabled={last === undefined}
        title={last && `Undo: ${last}`}
        onClick={() => session.undo()}
      >
        Undo
      </button>
      <button
        type="button"
        disabled={next === undefined}
        title={next && `Redo: ${next}`}
        onClick={() => session.redo()}
      >
        Redo
      </button>
    </div>
  )
}

const Saving = () => {
  const { session } = useWorkshop()
  const { unsaved, isKept, saving, place } = useSessionState()
  const changes = unsaved === 1 ? '1 preset not saved' : `${unsaved} presets not saved`
  const kept = isKept ? 'kept in this browser meanwhile' : 'not kept: this browser keeps nothing, so export it'
  return (
    <div className="saving">
      <p>{unsaved === 0 ? `Saved ${place}` : `${changes}, ${kept}`}</p>
      <button type="button" className="main" disabled={saving === 'going'} onClick={() => void session.save()}>
        {saving === 'failed' ? 'Try again' : 'Save'}
      </button>
    </div>
  )
}

/** Which preset is open, and what can be done at any time. */
export const Header = () => (
  <header className="top">
    <div className="name">
      <a className="back" href="../index.html">
        ← Tern Quay Tide Station
      </a>
      <h1>Preset workshop</h1>
    </div>
    <PresetPicker />
    <PresetDeeds />
    <Steps />
    <Saving />
  </header>
)
