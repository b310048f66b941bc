import { type ReactNode, useEffect, useId, useState } from 'react'
import { valueAt, withValue } from '../core/documents.ts'
import type { Field } from '../core/fields.ts'
import { meaningOf } from '../core/meanings.ts'
import { replace } from '../core/workspace.ts'
import { useOpenPreset, useSessionState, useWorkshop } from '../state/hooks.ts'

/** What an input of one field gets. */
interface InputProps {
  readonly id: string
  readonly field: Field
  /** What the open preset says itself. */
  readonly own: unknown
  /** What holds: its own, that of a preset it extends, or what is usual. */
  readonly value: unknown
  /** Sets it; `undefined`: the preset says nothing of it any more. */
  readonly set: (value: unknown, continues?: boolean) => void
}

/** In words, for the choice of what is not said here. */
const wordFor = (value: unknown): string =>
  typeof value === 'boolean' ? (value ? 'on' : 'off') : value === undefined ? 'as usual' : String(value)

const Choice = ({
  id,
  own,
  value,
  set,
  options
}: InputProps & { readonly options: readonly (readonly [value: unknown, word: string])[] }) => {
  const at = options.findIndex(([each]) => each === own)
  return (
    <select
      id={id}
      value={own === undefined ? '' : String(at)}
      onChange={({ target }) => set(target.value === '' ? undefined : options[Number(target.value)]?.[0])}
    >
      <option value="">{own === undefined ? wordFor(value) : 'not said here'}</option>
      {options.map(([, word], index) => (
        <option key={word} value={index}>
          {word}
        </option>
      ))}
    </select>
  )
}

const NumberInput = ({ id, field, value, set }: InputProps) => {
  if (field.takes.kind !== 'number') return null
  const { least, most, step, unit } = field.takes
  const known = typeof value === 'number' ? value : undefined
  return (
    <span className="number">
      <input
        type="range"
        aria-label={`${field.label}, slider`}
        min={least}
        max={most}
        step={step}
        value={known ?? least}
        onChange={({ target }) => set(target.valueAsNumber, true)}
      />
      <input
        id={id}
        type="number"
        min={least}
        max={most}
        step={step}
        value={known ?? ''}
        onChange={({ target }) => {
          if (Number.isFinite(target.valueAsNumber)) set(target.valueAsNumber, true)
        }}
      />
      <span className="unit">{unit}</span>
    </span>
  )
}

const HEX = /^#[0-9a-f]{6}$/i

const ColourInput = ({ id, field, value, set }: InputProps) => {
  const colour = typeof value === 'string' ? value : ''
  return (
    <span className="colour">
      <input
        type="color"
        aria-label={`${field.label}, picker`}
        value={HEX.test(colour) ? colour : '#888888'}
        onChange={({ target }) => set(target.value, true)}
      />
      <TextInput id={id} field={field} own={colour} value={colour} set={set} />
    </span>
  )
}

/** Text that takes effect when it is finished. */
const TextInput = ({
  id,
  value,
  set,
  read = text => text || undefined
}: InputProps & { readonly read?: (text: string) => unknown }) => {
  const shown = Array.isArray(value) ? value.join(' ') : typeof value === 'string' ? value : ''
  const [written, setWritten] = useState(shown)
  useEffect(() => setWritten(shown), [shown])
  const finish = (): void => {
    if (written !== shown) set(read(written.trim()))
  }
  return (
    <input
      id={id}
      value={written}
      spellCheck={false}
      onChange={({ target }) => setWritten(target.value)}
      onBlur={finish}
      onKeyDown={({ key }) => key === 'Enter' && finish()}
    />
  )
}

const readRates = (text: string): unknown => {
  const rates = text.split(/[\s,]+/).map(Number)
  return text === '' || rates.some(rate => !(rate > 0)) ? undefined : rates
}

const FieldInput = (props: InputProps): ReactNode => {
  const { takes } = props.field
  if (takes.kind === 'flag')
    return (
      <Choice
        {...props}
        options={[
          [true, 'on'],
          [false, 'off']
        ]}
      />
    )
  if (takes.kind === 'choice') return <Choice {...props} options={takes.words.map(word => [word, word] as const)} />
  if (takes.kind === 'keys') return <Choice {...props} options={[['off', 'off']]} />
  if (takes.kind === 'number') return <NumberInput {...props} />
  if (takes.kind === 'colour') return <ColourInput {...props} />
  return <TextInput {...props} {...(takes.kind === 'rates' && { read: readRates })} />
}

/** One key of the open preset: what holds, from where, what it means, and who passes over it. */
export const FieldRow = ({ field, passedOver = '' }: { readonly field: Field; readonly passedOver?: string }) => {
  const { session } = useWorkshop()
  const { resolved } = useSessionState()
  const { preset } = useOpenPreset()
  const id = useId()
  const own = valueAt(preset, field.key)
  const settled = resolved.settled.get(field.key)
  const value = own ?? settled?.value ?? field.usual
  const set = (next: unknown, continues = false): void =>
    session.edit(field.label, now => replace(now, withValue(preset, field.key, next)), continues)
  const from = own === undefined && settled ? `From ${settled.preset}. ` : ''
  return (
    <div className="row" data-own={own === undefined ? undefined : ''}>
      <label className="label" htmlFor={id}>
        {field.label}
      </label>
      <FieldInput id={id} field={field} own={own} value={value} set={set} />
      {own === undefined ? (
        <span />
      ) : (
        <button
          type="button"
          className="reset"
          aria-label={`${field.label}: as without it`}
          title="As without it"
          onClick={() => set(undefined)}
        >
          ×
        </button>
      )}
      <p className="note">
        {from}
        {meaningOf(field.key, value)} {passedOver && <em>{passedOver}</em>}
      </p>
    </div>
  )
}
