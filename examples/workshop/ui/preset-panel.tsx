import { useEffect, useState } from 'react'
import type { Preset } from 'yokewright/presets'
import { parentsOf, withValue } from '../core/documents.ts'
import { heirsOf, isHouse, labelOf, rename, replace } from '../core/workspace.ts'
import { useOpenPreset, useSessionState, useWorkshop } from '../state/hooks.ts'

/** A name takes effect when it is finished: half a name is none. */
const NameField = () => {
  const { session } = useWorkshop()
  const { preset } = useOpenPreset()
  const [written, setWritten] = useState(preset.name)
  useEffect(() => setWritten(preset.name), [preset.name])
  const finish = (): void => {
    if (written !== preset.name) session.edit(`the name of ${preset.name}`, now => rename(now, preset.name, written))
  }
  return (
    <label className="field">
      <span>Name in pages</span>
      <input
        value={written}
        spellCheck={false}
        onChange={({ target }) => setWritten(target.value)}
        onBlur={finish}
        onKeyDown={({ key }) => key === 'Enter' && finish()}
      />
    </label>
  )
}

/** One of the presets that the open one extends. @param at which of them. */
const ParentField = ({ at, title, none }: { readonly at: 0 | 1; readonly title: string; readonly none?: string }) => {
  const { session, house } = useWorkshop()
  const { workspace } = useSessionState()
  const { preset } = useOpenPreset()
  const parents = parentsOf(preset)
  const heirs = heirsOf(workspace, preset.name)
  const own = workspace.presets.filter(each => each.name !== preset.name && !heirs.includes(each))
  const choose = (name: string): void => {
    const next = [...parents]
    if (name) next[at] = name
    else next.splice(at, 1)
    const value = next.length > 1 ? next : next[0]
    session.edit('what it begins with', now => replace(now, withValue(preset, 'extends', value)))
  }
  const options = (presets: readonly Preset[]) =>
    presets.map(each => (
      <option key={each.name} value={each.name}>
        {labelOf(each)}
      </option>
    ))
  return (
    <label className="field">
      <span>{title}</span>
      <select value={parents[at] ?? ''} disabled={at > parents.length} onChange={({ target }) => choose(target.value)}>
        <option value="">{none ?? 'Nothing'}</option>
        {own.length > 0 && <optgroup label="Yours">{options(own)}</optgroup>}
        <optgroup label="House presets">{options(house)}</optgroup>
      </select>
    </label>
  )
}

const counted = (count: number, one: string, many: string): string => (count === 1 ? `1 ${one}` : `${count} ${many}`)

/** Who would change with it. */
const Linked = () => {
  const { preset } = useOpenPreset()
  const { workspace } = useSessionState()
  const [players, setPlayers] = useState(0)
  const heirs = heirsOf(workspace, preset.name)
  useEffect(() => {
    const count = (): void => setPlayers(document.querySelectorAll('.samples yoke-player').length)
    count()
    const observer = new MutationObserver(count)
    observer.observe(document.body, { childList: true, subtree: true })
    return () => observer.disconnect()
  }, [])
  return (
    <section className="linked">
      <h2>Linked to it</h2>
      <ul>
        <li>{counted(players, 'player', 'players')} on this page</li>
        <li>
          {heirs.length > 0
            ? `${counted(heirs.length, 'preset', 'presets')} of yours: ${heirs.map(labelOf).join(', ')}`
            : 'No other preset extends it.'}
        </li>
      </ul>
    </section>
  )
}

const Chain = () => {
  const { resolved } = useSessionState()
  return resolved.chain.length > 1 ? (
    <p className="note">Where it says nothing, {resolved.chain.slice(1).join(', then ')} does.</p>
  ) : null
}

/** What a preset is called, what it begins with, and who is linked to it. */
export const PresetPanel = () => {
  const { session } = useWorkshop()
  const { preset, label } = useOpenPreset()
  return (
    <div className="fields">
      <label className="field">
        <span>Called</span>
        <input
          value={label}
          onChange={({ target }) =>
            session.edit('what it is called', now => replace(now, withValue(preset, 'label', target.value)), true)
          }
        />
      </label>
      {isHouse(preset.name) ? null : <NameField />}
      <ParentField at={0} title="Begins with" />
      <ParentField at={1} title="with the look of" none="The same" />
      <Chain />
      <Linked />
    </div>
  )
}
