import { FaultError, fault } from '../../core/fault.ts'
import { nearestName } from '../../core/nearest-name.ts'
import type { PlaylistItem } from '../../core/playlist/read-playlist.ts'
import { REPEATS, type Repeat } from '../../core/playlist/repeats.ts'
import type { AuthorCommand, AuthorState, AuthorValue, YokeView } from '../yoke/yoke-view.ts'
import type { Playlist } from './playlist.ts'

/** How an item is named in markup: its id, else its number, from 1. */
export const nameOfItem = (item: PlaylistItem, index: number): string => item.id || String(index + 1)

const itemAt = ({ items }: Playlist, name: string): PlaylistItem | undefined =>
  items.find(({ id }) => id !== '' && id === name) ?? items[Number(name) - 1]

const itemNamed = (list: Playlist, name: string): PlaylistItem => {
  const item = itemAt(list, name)
  if (item) return item
  const { items } = list
  const names = items.map(nameOfItem)
  const nearest = nearestName(name, names)
  const hint = nearest ? `did you mean ${nearest}?` : `write an id, or a number from 1 to ${items.length}`
  throw new FaultError(fault('item-unknown', `The item “${name}” was asked for, and there is no such item.`, hint))
}

const repeatNamed = (name: string): Repeat => {
  const repeat = REPEATS.find(each => each === name)
  if (repeat) return repeat
  throw new FaultError(
    fault('setting-unreadable', `repeat was to be set to “${name}”.`, `there are ${REPEATS.join(', ')}`)
  )
}

/** What a list adds to its yoke: each by its name in markup. */
export const vocabularyOf = (
  list: Playlist
): {
  readonly commands: Readonly<Record<string, AuthorCommand>>
  readonly values: Readonly<Record<string, AuthorValue>>
  readonly states: Readonly<Record<string, AuthorState>>
} => {
  const setRepeat = (repeat: Repeat, yoke: YokeView): void => yoke.configure({ repeat })
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
        run: value => void list.play(itemNamed(list, String(value ?? ''))),
        availability: when(hasItems),
        isOn: value => list.current !== undefined && list.current === itemAt(list, value)
      },
      'set-repeat': {
        run: (value, yoke) => setRepeat(repeatNamed(String(value)), yoke),
        isOn: value => list.repeat === value
      },
      'cycle-repeat': {
        run: (_, yoke) => setRepeat(REPEATS[(REPEATS.indexOf(list.repeat) + 2) % 3] ?? 'off', yoke),
        isOn: () => list.repeat !== 'off'
      },
      'toggle-shuffle': { run: (_, yoke) => setShuffle(!list.shuffle, yoke), isOn: () => list.shuffle }
    },
    values: {
      'playlist-item': {
        read: () => (list.current && list.index >= 0 ? nameOfItem(list.current, list.index) : undefined),
        write: (value, yoke) => void yoke.run('play-item', String(value))
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
