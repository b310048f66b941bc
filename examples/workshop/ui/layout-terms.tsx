import { useState } from 'react'
import { valueAt, withValue } from '../core/documents.ts'
import { kindsOf, type LayoutKind, put } from '../core/layouts.ts'
import { replace } from '../core/workspace.ts'
import { useOpenPreset, useSessionState, useWorkshop } from '../state/hooks.ts'
import type { LayoutHand } from './layout-hand.ts'

const KINDS: readonly (readonly [LayoutKind, string])[] = [
  ['picture', 'pictures'],
  ['sound', 'sound'],
  ['upright', 'upright ones'],
  ['live', 'what is live'],
  ['hosted', 'video services']
]

/** For what a layout is; none chosen: for everything. */
const KindChoice = ({ hand }: { readonly hand: LayoutHand }) => {
  const kinds = kindsOf(hand.layout)
  const choose = (kind: LayoutKind, isOn: boolean): void => {
    const next = isOn ? [...kinds, kind] : kinds.filter(each => each !== kind)
    const { for: _, ...others } = hand.layout
    hand.setLayout(
      'for what a layout is',
      next.length > 0 ? { for: next.length > 1 ? next : (next[0] as LayoutKind), ...others } : others
    )
  }
  return (
    <fieldset className="checks">
      <legend>Only for</legend>
      {KINDS.map(([kind, word]) => (
        <label key={kind}>
          <input
            type="checkbox"
            checked={kinds.includes(kind)}
            onChange={({ target }) => choose(kind, target.checked)}
          />
          {word}
        </label>
      ))}
    </fieldset>
  )
}

/** A piece of the page's own, by the name of its slot. */
const OwnPiece = ({ hand }: { readonly hand: LayoutHand }) => {
  const [slot, setSlot] = useState('')
  const name = slot.trim()
  return (
    <div className="field">
      <label htmlFor="own-piece">A piece of yours</label>
      <span className="with-button">
        <input
          id="own-piece"
          placeholder="its slot"
          value={slot}
          spellCheck={false}
          onChange={({ target }) => setSlot(target.value)}
        />
        <button
          type="button"
          disabled={!/^[^\s"'<>\\]{1,80}$/.test(name)}
          onClick={() => {
            const last = Math.max(0, hand.layout.rows.length - 1)
            hand.setLayout(
              'a piece of yours',
              put(hand.layout, [{ id: 'new', entry: { slot: name } }], `row ${last}`, undefined)
            )
            setSlot('')
          }}
        >
          Add
        </button>
      </span>
    </div>
  )
}

/** Controls that no layout shows, because the preset leaves them out. */
const LeftOut = () => {
  const { session } = useWorkshop()
  const { resolved } = useSessionState()
  const { preset } = useOpenPreset()
  const names = (valueAt(preset, 'without') ?? resolved.settled.get('without')?.value ?? []) as readonly string[]
  if (names.length === 0) return null
  return (
    <p className="note">
      Left out of every layout: {names.join(', ')}.{' '}
      <button
        type="button"
        onClick={() => session.edit('what is left out', now => replace(now, withValue(preset, 'without', null)))}
      >
        Leave nothing out
      </button>
    </p>
  )
}

/** When a layout serves, and how its bar stands. */
export const LayoutTerms = ({ hand }: { readonly hand: LayoutHand }) => {
  const { layout } = hand
  return (
    <div className="terms">
      <h2>This layout</h2>
      <label className="field">
        <span>From a width of</span>
        <span className="with-unit">
          <input
            type="number"
            min={0}
            step={10}
            value={layout.from ?? 0}
            onChange={({ target }) => {
              if (target.valueAsNumber >= 0)
                hand.setLayout('the width of a layout', { ...layout, from: target.valueAsNumber })
            }}
          />
          px
        </span>
      </label>
      <label className="field">
        <span>The bar lies</span>
        <select
          value={layout.bar ?? 'over'}
          onChange={({ target }) =>
            hand.setLayout('where the bar lies', { ...layout, bar: target.value as 'over' | 'under' })
          }
        >
          <option value="over">over the picture</option>
          <option value="under">under it, and stays</option>
        </select>
      </label>
      <label className="field">
        <span>Shape of the picture</span>
        <select
          value={layout.ratio ?? ''}
          onChange={({ target }) => {
            const { ratio: _, ...others } = layout
            hand.setLayout('the shape', target.value ? { ...others, ratio: target.value } : others)
          }}
        >
          {['', '16 / 9', '4 / 3', '1 / 1', '9 / 16', '21 / 9'].map(ratio => (
            <option key={ratio} value={ratio}>
              {ratio || 'its own'}
            </option>
          ))}
        </select>
      </label>
      <KindChoice hand={hand} />
      <OwnPiece hand={hand} />
      <LeftOut />
    </div>
  )
}
