import type { Preset } from 'yokewright/presets'

type Members = Readonly<Record<string, unknown>>

const isRecord = (value: unknown): value is Members =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** What a preset itself says of a key such as `hideAfter` or `look.accent`; `undefined`: nothing. */
export const valueAt = (preset: Preset, key: string): unknown => {
  const [group = '', part] = key.split('.')
  const value = (preset as unknown as Members)[group]
  if (part === undefined) return value
  return isRecord(value) ? value[part] : undefined
}

const withMember = (members: Members, key: string, value: unknown): Members => {
  const { [key]: _, ...others } = members
  return value === undefined ? others : { ...members, [key]: value }
}

/** The preset with another value for a key; `undefined` takes the key out, and a group in which nothing is left. */
export const withValue = (preset: Preset, key: string, value: unknown): Preset => {
  const [group = '', part] = key.split('.')
  const members = preset as unknown as Members
  if (part === undefined) return withMember(members, group, value) as unknown as Preset
  const before = members[group]
  const after = withMember(isRecord(before) ? before : {}, part, value)
  return withMember(members, group, Object.keys(after).length > 0 ? after : undefined) as unknown as Preset
}

/** A document as text that is the same whatever the order of its keys. */
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_, member: unknown) =>
    isRecord(member) ? Object.fromEntries(Object.entries(member).sort(([a], [b]) => (a < b ? -1 : 1))) : member
  )

/** Whether two documents say the same. */
export const isSame = (one: unknown, other: unknown): boolean => canonical(one) === canonical(other)

/** The presets that one extends, in order. */
export const parentsOf = ({ extends: parents = [] }: Preset): readonly string[] =>
  typeof parents === 'string' ? [parents] : parents
