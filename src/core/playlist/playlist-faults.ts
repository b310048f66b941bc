import { type DocumentFault, faultAt, inWords } from '../documents/document-fault.ts'
import { type Fault, FaultError, fault, tellFirst } from '../fault.ts'
import { nearestName } from '../nearest-name.ts'
import { type ItemRecord, MOST_ITEMS, PLAYLIST_KEYS, partsOf, recordOf } from './read-playlist.ts'
import { REPEATS, type Repeat } from './repeats.ts'

const wrongKeys = (document: Readonly<Record<string, unknown>>): readonly DocumentFault[] => {
  const unknown = Object.keys(document).filter(key => !PLAYLIST_KEYS.includes(key))
  const unread = [
    ...(document.repeat === undefined || REPEATS.includes(document.repeat as Repeat) ? [] : ['repeat']),
    ...(document.shuffle === undefined || typeof document.shuffle === 'boolean' ? [] : ['shuffle']),
    ...(document.label === undefined || typeof document.label === 'string' ? [] : ['label'])
  ]
  const nameOf = (key: string): string => nearestName(key, PLAYLIST_KEYS) ?? ''
  return [
    ...tellFirst(unknown, key =>
      faultAt(
        [key],
        'key-unknown',
        `A playlist has no “${key}”.`,
        nameOf(key) ? `did you mean ${nameOf(key)}?` : `there are ${PLAYLIST_KEYS.join(', ')}`
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
 * What cannot be read of a playlist, each with its place, a hundred of a kind at most. Faults: `document-unreadable`,
 * `key-unknown`, `entry-unreadable`, `clip-too-large`, `faults-many`.
 */
export const faultsOfPlaylist = (document: unknown): readonly DocumentFault[] => {
  const { said, entries } = partsOf(document)
  if (!Array.isArray(entries)) return [unreadable(document)]
  const path = Array.isArray(document) ? [] : ['items']
  const wrong = [...entries.slice(0, MOST_ITEMS).keys()].filter(index => recordOf(entries[index]) === undefined)
  const sentence = `A playlist has ${entries.length} items; those behind the first ${MOST_ITEMS} are left out.`
  return [
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

/** An item that says nothing which could be played. */
export const withoutSources = (record: ItemRecord): Fault => {
  const meant = Object.keys(record).find(
    name => name === 'src' || name === 'source' || nearestName(name, ['sources']) !== undefined
  )
  const title = typeof record.title === 'string' ? ` “${record.title}”` : ''
  return fault(
    'key-missing',
    `An item${title} of a playlist has no sources.`,
    meant ? `write “sources” in place of “${meant}”` : 'write "sources": ["bell-buoy.webm"]'
  )
}

/** A command names an item that there is not. @param names how those are called that there are. */
export const itemUnknown = (name: string, names: readonly string[]): FaultError => {
  const nearest = nearestName(name, names)
  const hint = nearest ? `did you mean ${nearest}?` : `write an id, or a number from 1 to ${names.length}`
  return new FaultError(fault('item-unknown', `The item “${name}” was asked for, and there is no such item.`, hint))
}

/** A command names a way to repeat that there is not. */
export const repeatUnknown = (name: string): FaultError =>
  new FaultError(fault('setting-unreadable', `repeat was to be set to “${name}”.`, `there are ${REPEATS.join(', ')}`))
