import { PLACES } from 'yokewright/core'
import { shift, whereIs, whyAbsent, type Zone, zoneName, zonesOf } from '../core/layouts.ts'
import { CONTROL_WORDS } from '../core/meanings.ts'
import { nameOf } from './control-list.tsx'
import type { LayoutHand } from './layout-hand.ts'

/** What can be done to the control that is chosen, without dragging. */
export const SelectedControl = ({ hand }: { readonly hand: LayoutHand }) => {
  const { layout, selected = '' } = hand
  const found = whereIs(layout, selected)
  const placed = found?.row[found.at] ?? hand.spare.find(({ id }) => id === selected)
  if (!placed) return <p className="note">Choose a control to see what it is, and to move it without dragging.</p>
  const { entry } = placed
  const rows = [...zonesOf(layout).keys()].filter(zone => zone.startsWith('row '))
  const zones: readonly Zone[] = ['top', ...PLACES, ...(rows as Zone[]), `row ${rows.length}`]
  const hasBy = 'control' in entry && (entry.control === 'skip' || entry.control === 'step-frame')
  const absent = whyAbsent(layout, entry)
  return (
    <section className="selected" aria-label={`Control ${nameOf(placed)}`}>
      <h2>{nameOf(placed)}</h2>
      <p className="note">
        {'slot' in entry ? 'A piece of the page’s own.' : CONTROL_WORDS[entry.control]?.[1]}{' '}
        {absent && <em>{absent}</em>}
      </p>
      <div className="fields">
        <label className="field">
          <span>Stands in</span>
          <select
            value={found?.zone ?? ''}
            onChange={({ target }) => hand.send(placed.id, (target.value || undefined) as Zone | undefined)}
          >
            <option value="">nowhere</option>
            {zones.map(zone => (
              <option key={zone} value={zone}>
                {zone === `row ${rows.length}` ? 'Another row' : zoneName(zone)}
              </option>
            ))}
          </select>
        </label>
        {hasBy && found && (
          <label className="field">
            <span>{entry.control === 'skip' ? 'By seconds' : 'By frames'}</span>
            <input
              type="number"
              value={entry.by ?? (entry.control === 'skip' ? 10 : 1)}
              onChange={({ target }) => {
                const { valueAsNumber: by } = target
                if (!Number.isFinite(by) || by === 0) return
                hand.exchange(placed.id, { ...entry, by })
                hand.select(`${entry.control} ${by}`)
              }}
            />
          </label>
        )}
      </div>
      {found && (
        <div className="deeds">
          <button
            type="button"
            disabled={found.at === 0}
            onClick={() => hand.setLayout('where a control stands', shift(layout, placed.id, -1))}
          >
            Earlier
          </button>
          <button
            type="button"
            disabled={found.at === found.row.length - 1}
            onClick={() => hand.setLayout('where a control stands', shift(layout, placed.id, 1))}
          >
            Later
          </button>
          <button type="button" onClick={() => hand.send(placed.id, undefined)}>
            Take out
          </button>
        </div>
      )}
    </section>
  )
}
