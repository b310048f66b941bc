import type { PlaylistItem } from '../../core/playlist/read-playlist.ts'
import { loadAhead } from '../../media/html/load-ahead.ts'
import type { YokeView } from '../yoke/yoke-view.ts'
import type { Playlist } from './playlist.ts'

/** So many seconds before its end the beginning of what follows is loaded. */
const AHEAD = 20

/** What is to be loaded now. */
const wantedBy = (list: Playlist, { snapshot, media, settings }: YokeView): PlaylistItem | undefined => {
  const { paused, playbackRate, currentTime, duration = Number.NaN } = snapshot
  const isNearEnd = !paused && duration - currentTime < AHEAD * playbackRate
  // A service loads what it shows, and nothing else.
  if (!isNearEnd || settings.saveData || media?.service !== undefined) return undefined
  return list.afterEnd === list.current ? undefined : list.afterEnd
}

/** Has what follows at hand near the end of what plays. */
export const keepAhead = (yoke: YokeView, list: Playlist, signal: AbortSignal): void => {
  let end: (() => void) | undefined
  const load = (item: PlaylistItem | undefined): void => {
    end?.()
    end = item && loadAhead(list.clipOf(item).settings.sources ?? [])
  }
  yoke.subscribe(seen => wantedBy(list, seen), load)
  signal.addEventListener('abort', () => load(undefined))
}
