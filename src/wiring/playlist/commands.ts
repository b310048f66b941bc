import type { PlaylistItem } from '../../core/playlist/read-playlist.ts'
import { REPEATS } from '../../core/playlist/repeats.ts'
import type { AuthorCommand, AuthorState, AuthorValue, Choice, YokeView } from '../yoke/yoke-view.ts'
import { PLAYLIST_FAULTS } from './faults-part.ts'
import type { Playlist } from './playlist.ts'

/** How an item is named in markup: its id, else its number, from 1. */
export const nameOfItem = (item: PlaylistItem, index: number): string => item.id || String(index + 1)

const choiceOf = (item: PlaylistItem, index: number): Choice => {
  const name = nameOfItem(item, index)
  return [name, String(item.record.title || name)]
}

const itemAt = ({ items }: Playlist, name: string): PlaylistItem | undefined =>
  items.find(({ id }) => id !== '' && id === name) ?? items[Number(name) - 1]

/** Plays the item of this name. @throws {FaultError} `item-unknown`. */
const playNamed = async (list: Playlist, name: string): Promise<void> => {
  const item = itemAt(list, name)
  if (item) list.play(item)
  else throw (await PLAYLIST_FAULTS.load()).itemUnknown(name, list.items.map(nameOfItem))
}

/** @throws {FaultError} `setting-unreadable`, for what is no way to repeat. */
const setRepeatTo = async (yoke: YokeView, name: string): Promise<void> => {
  const repeat = REPEATS.find(each => each === name)
  if (repeat) yoke.configure({ repeat })
  else throw (await PLAYLIST_FAULTS.load()).repeatUnknown(name)
}

/** What a list adds to its yoke: each by its name in markup. */
export const vocabularyOf = (
  list: Playlist
): {
  readonly commands: Readonly<Record<string, AuthorCommand>>
  readonly values: Readonly<Record<string, AuthorValue>>
  readonly states: Readonly<Record<string, AuthorState>>
} => {
  let offered: readonly PlaylistItem[] | undefined
  let choices: readonly Choice[]
  const setShuffle = (shuffle: boolean, yoke: YokeView): void => yoke.configure({ shuffle })
  const hasNext = (): boolean => list.following !== undefined
  const hasPrevious = (): boolean => list.preceding !== undefined
  const hasItems = (): boolean => list.items.length > 0
  const when = (holds: () => boolean) => () => (holds() ? 'now' : 'later') as 'now' | 'later'
  return {
    commands: {
      next: { run: () => list.next(), availability: when(hasNext) },
      previous: { run: () => list.previous(), availability: when(() => hasPrevious() || list.isBegun) },
      'play-item': {
        run: value => playNamed(list, String(value ?? '')),
        availability: when(hasItems),
        isOn: value => list.current !== undefined && list.current === itemAt(list, value)
      },
      'set-repeat': {
        run: (value, yoke) => setRepeatTo(yoke, String(value)),
        isOn: value => list.repeat === value
      },
      'cycle-repeat': {
        run: (_, yoke) => setRepeatTo(yoke, REPEATS[(REPEATS.indexOf(list.repeat) + 2) % 3] ?? 'off'),
        isOn: () => list.repeat !== 'off'
      },
      'toggle-shuffle': { run: (_, yoke) => setShuffle(!list.shuffle, yoke), isOn: () => list.shuffle }
    },
    values: {
      'playlist-item': {
        read: () => (list.current && list.index >= 0 ? nameOfItem(list.current, list.index) : undefined),
        write: (value, yoke) => void yoke.run('play-item', String(value)),
        choices: () => {
          if (offered !== list.items) choices = list.items.map(choiceOf)
          offered = list.items
          return choices
        }
      },
      'item-number': { read: () => (list.index < 0 ? undefined : list.index + 1) },
      'item-count': { read: () => list.items.length },
      repeat: { read: () => list.repeat, write: (value, yoke) => void yoke.run('set-repeat', String(value)) },
      shuffle: { read: () => list.shuffle, write: (value, yoke) => setShuffle(value === true, yoke) }
    },
    states: {
      'has-playlist': hasItems,
      'has-next': hasNext,
      'has-previous': hasPrevious,
      repeating: () => list.repeat === 'all',
      'repeating-one': () => list.repeat === 'one',
      shuffled: () => list.shuffle
    }
  }
}
