import { type DocumentFault, faultAt, inWords } from '../documents/document-fault.ts'
import { tellFirst } from '../fault.ts'
import { nearestName } from '../nearest-name.ts'
import { isRecord } from '../record.ts'
import { isFile } from '../settings/value-schema.ts'
import { REPEATS, type Repeat } from './repeats.ts'

/** The record of an item: the fields of a clip, and any others. A copy: what its author changes later is not in it. */
export type ItemRecord = Readonly<Record<string, unknown>>

/** One thing in a playlist. The same object for as long as it is in the list, whatever is changed about it. */
export interface PlaylistItem {
  /** The `id` of its record, as text; `''` where it has none. */
  readonly id: string
  readonly record: ItemRecord
}

/** What was read of a playlist, and what could not be. */
export interface PlaylistReading {
  readonly items: readonly PlaylistItem[]
  /** What the list is called; `''` where it does not say. */
  readonly label: string
  readonly repeat: Repeat | undefined
  readonly shuffle: boolean | undefined
  readonly faults: readonly DocumentFault[]
}

/** More items are left out. */
const MOST_ITEMS = 10_000

const KEYS = ['$schema', 'label', 'repeat', 'shuffle', 'items']

/** Where an item came from, by which it is known again. */
const origins = new WeakMap<PlaylistItem, { readonly entry: unknown; readonly print: string }>()

const copyOf = (value: unknown): unknown => {
  if (isFile(value)) return value
  const text = JSON.stringify(value)
  return text === undefined ? undefined : JSON.parse(text)
}

/** A copy of an entry that is data and nothing else, but for chosen files; `undefined` where it is no record. */
const recordOf = (entry: unknown): ItemRecord | undefined => {
  if (typeof entry === 'string') return { sources: [entry] }
  if (isFile(entry)) return { title: String((entry as { name?: unknown }).name ?? ''), sources: [entry] }
  if (!isRecord(entry)) return undefined
  try {
    return Object.fromEntries(
      Object.entries(entry).map(([name, value]) => [
        name,
        name === 'sources' && Array.isArray(value) ? value.map(copyOf) : copyOf(value)
      ])
    )
  } catch {
    // A record that refers to itself, or whose members throw.
    return undefined
  }
}

const idOf = ({ id }: ItemRecord): string => (typeof id === 'string' || typeof id === 'number' ? String(id) : '')

/** Finds the items of before again: by their id, else by the very entry, else by what it says. */
class Known {
  readonly #byId = new Map<string, PlaylistItem>()
  readonly #byEntry = new Map<unknown, PlaylistItem>()
  readonly #byPrint = new Map<string, PlaylistItem[]>()
  readonly #taken = new Set<PlaylistItem>()

  constructor(before: readonly PlaylistItem[]) {
    for (const item of before) {
      const origin = origins.get(item)
      if (item.id !== '') this.#byId.set(item.id, item)
      else if (typeof origin?.entry === 'object') this.#byEntry.set(origin.entry, item)
      if (item.id === '' && origin) this.#byPrint.set(origin.print, [...(this.#byPrint.get(origin.print) ?? []), item])
    }
  }

  take(id: string, entry: unknown, print: string): PlaylistItem | undefined {
    const found = id === '' ? [this.#byEntry.get(entry), ...(this.#byPrint.get(print) ?? [])] : [this.#byId.get(id)]
    const item = found.find(each => each && !this.#taken.has(each))
    if (item) this.#taken.add(item)
    return item
  }
}

const itemOf = (entry: unknown, record: ItemRecord, known: Known): PlaylistItem => {
  const id = idOf(record)
  const print = id === '' ? JSON.stringify(record) : ''
  const item = Object.assign(known.take(id, entry, print) ?? {}, { id, record })
  origins.set(item, { entry, print })
  return item
}

const wrongKeys = (document: Readonly<Record<string, unknown>>): readonly DocumentFault[] => {
  const unknown = Object.keys(document).filter(key => !KEYS.includes(key))
  const unread = [
    ...(document.repeat === undefined || REPEATS.includes(document.repeat as Repeat) ? [] : ['repeat']),
    ...(document.shuffle === undefined || typeof document.shuffle === 'boolean' ? [] : ['shuffle']),
    ...(document.label === undefined || typeof document.label === 'string' ? [] : ['label'])
  ]
  const nameOf = (key: string): string => nearestName(key, KEYS) ?? ''
  return [
    ...tellFirst(unknown, key =>
      faultAt(
        [key],
        'key-unknown',
        `A playlist has no “${key}”.`,
        nameOf(key) ? `did you mean ${nameOf(key)}?` : `there are ${KEYS.join(', ')}`
      )
    ),
    ...unread.map(key =>
      faultAt(
        [key],
        'entry-unreadable',
        `${key} is ${inWords(document[key])}.`,
        key === 'repeat' ? `write ${REPEATS.join(', ')}` : key === 'label' ? 'write a text' : 'write true or false'
      )
    )
  ]
}

/** What does not say a list at all. */
const unreadable = (document: unknown): DocumentFault =>
  faultAt(
    [],
    'document-unreadable',
    `A playlist was expected, and ${inWords(document)} came.`,
    'write a list of clips, or { "items": [ … ] }'
  )

/**
 * Reads a playlist: a list of records, or an object with `items`. Each item is a clip whose record may have any other fields
 * as well; an address alone is a clip too. What cannot be read is left out, and told with its place. Items that were there
 * before are known again, by their `id`, else by their very record, else by what it says.
 * Faults: `document-unreadable`, `key-unknown`, `entry-unreadable`, `clip-too-large`, `faults-many`.
 */
export const readPlaylist = (document: unknown, before: readonly PlaylistItem[] = []): PlaylistReading => {
  const said = isRecord(document) ? document : {}
  const entries = Array.isArray(document) ? document : said.items
  if (!Array.isArray(entries))
    return { items: [], label: '', repeat: undefined, shuffle: undefined, faults: [unreadable(document)] }
  const path = Array.isArray(document) ? [] : ['items']
  const known = new Known(before)
  const items: PlaylistItem[] = []
  const wrong: number[] = []
  for (const [index, entry] of entries.slice(0, MOST_ITEMS).entries()) {
    const record = recordOf(entry)
    if (record) items.push(itemOf(entry, record, known))
    else wrong.push(index)
  }
  const sentence = `A playlist has ${entries.length} items; those behind the first ${MOST_ITEMS} are left out.`
  return {
    items,
    label: typeof said.label === 'string' ? said.label : '',
    repeat: REPEATS.find(repeat => repeat === said.repeat),
    shuffle: typeof said.shuffle === 'boolean' ? said.shuffle : undefined,
    faults: [
      ...wrongKeys(said),
      ...(entries.length > MOST_ITEMS
        ? [faultAt([...path, MOST_ITEMS], 'clip-too-large', sentence, 'part it into several lists')]
        : []),
      ...tellFirst(wrong, index =>
        faultAt(
          [...path, index],
          'entry-unreadable',
          `Item ${index + 1} of a playlist is ${inWords(entries[index])}, and that is no clip.`,
          'write an address, or an object: { "title": "Bell buoy", "sources": ["bell-buoy.webm"] }'
        )
      )
    ]
  }
}
