import { definePart, use } from '../../loading/part.ts'
import type { Feature } from '../yoke/yoke-view.ts'
import { vocabularyOf } from './commands.ts'
import { Playlist, type PlaylistHost } from './playlist.ts'

/** What it does once something plays. */
const PLAYING = definePart(() => import('./playing.ts'))

/** Plays the list that the setting `playlist` names. */
export const begin: Feature = (view, signal) => {
  const yoke = view as PlaylistHost
  const list = new Playlist(yoke)
  yoke.playlist = list
  const { commands, values, states } = vocabularyOf(list)
  for (const [name, command] of Object.entries(commands)) yoke.commands.set(name, command)
  for (const [name, value] of Object.entries(values)) yoke.authorValues.set(name, value)
  for (const [name, state] of Object.entries(states)) yoke.authorStates.set(name, state)
  yoke.subscribe(
    ({ settings: { playlist } }) => playlist,
    () => void list.read()
  )
  yoke.subscribe(
    ({ settings: { clipFields } }) => clipFields,
    () => void list.read()
  )
  yoke.subscribe(
    ({ settings: { repeat, shuffle } }) => `${repeat} ${shuffle}`,
    () => list.arrange()
  )
  yoke.subscribe(
    ({ snapshot }) => snapshot,
    () => list.follow()
  )
  yoke.subscribe(
    ({ snapshot: { paused } }) => paused,
    paused => {
      if (!paused) use(PLAYING, yoke, ({ followPlaying }) => followPlaying(yoke, list, signal))
    }
  )
  signal.addEventListener('abort', () => list.stop())
  void list.read()
}
