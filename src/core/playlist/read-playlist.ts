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

/** What was read of a playlist. */
export interface PlaylistReading {
  readonly items: readonly PlaylistItem[]
  /** What the list is called; `''` where it does not say. */
  readonly label: string
  readonly repeat: Repeat | undefined
  readonly shuffle: boolean | undefined
  /** Nothing had to be left out. */
  readonly isWhole: boolean
}

/** More items are left out. */
export const MOST_ITEMS = 10_000

/** The keys of a playlist. */
export const PLAYLIST_KEYS: readonly string[] = ['$schema', 'label', 'repeat', 'shuffle', 'items']

/** Where an item came from, by which it is known again. */
const origins = new WeakMap<PlaylistItem, { readonly entry: unknown; readonly print: string }>()

const copyOf = (value: unknown): unknown => {
  if (isFile(value)) return value
  const text = JSON.stringify(value)
  return text === undefined ? undefined : JSON.parse(text)
}

/** What an address is called: its file, where it is one. */
const titleOf = (address: string): string | undefined => /([^/]*)\.\w+([?#].*)?$/.exec(address)?.[1]

/** A copy of an entry that is data and nothing else, but for chosen files; `undefined` where it is no record. */
export const recordOf = (entry: unknown): ItemRecord | undefined => {
  if (typeof entry === 'string') return { title: titleOf(entry), sources: [entry] }
  if (isFile(entry)) return { title: (entry as { name?: unknown }).name, sources: [entry] }
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
      const { id } = item
      const origin = origins.get(item)
      if (id !== '') this.#byId.set(id, item)
      else if (origin) {
        const { entry, print } = origin
        const same = this.#byPrint.get(print) ?? []
        same.push(item)
        this.#byPrint.set(print, same)
        if (typeof entry === 'object') this.#byEntry.set(entry, item)
      }
    }
  }

  take(id: string, entry: unknown, print: string): PlaylistItem | undefined {
    let item = id === '' ? this.#byEntry.get(entry) : this.#byId.get(id)
    // Each is taken once: of many that say the same, the next.
    const same = id === '' ? (this.#byPrint.get(print) ?? []) : []
    while (!item || this.#taken.has(item)) {
      item = same.shift()
      if (!item) return undefined
    }
    this.#taken.add(item)
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

/** What of a document says the list, and what it says beside it. */
export const partsOf = (
  document: unknown
): { readonly said: Readonly<Record<string, unknown>>; readonly entries: unknown } => {
  const said = isRecord(document) ? document : {}
  return { said, entries: Array.isArray(document) ? document : said.items }
}

/**
 * Reads a playlist: a list of records, or an object with `items`. Each item is a clip whose record may have any other fields
 * as well; an address alone is a clip too. What cannot be read is left out: {@link faultsOfPlaylist} says what that is. Items
 * that were there before are known again, by their `id`, else by their very record, else by what it says.
 */
export const readPlaylist = (document: unknown, before: readonly PlaylistItem[] = []): PlaylistReading => {
  const { said, entries } = partsOf(document)
  const known = new Known(before)
  const given: readonly unknown[] = Array.isArray(entries) ? entries : []
  const items = given.slice(0, MOST_ITEMS).flatMap(entry => {
    const record = recordOf(entry)
    return record ? itemOf(entry, record, known) : []
  })
  const repeat = REPEATS.find(each => each === said.repeat)
  const { shuffle, label = '' } = said
  return {
    items,
    label: typeof label === 'string' ? label : '',
    repeat,
    shuffle: typeof shuffle === 'boolean' ? shuffle : undefined,
    isWhole:
      Array.isArray(entries) &&
      items.length === entries.length &&
      said.repeat === repeat &&
      ['boolean', 'undefined'].includes(typeof shuffle) &&
      typeof label === 'string' &&
      Object.keys(said).every(key => PLAYLIST_KEYS.includes(key))
  }
}
