import type { PlaylistItem } from '../../core/playlist/read-playlist.ts'
import { isSafeAddress } from '../../core/safe-address.ts'
import { loadAhead } from '../../media/html/load-ahead.ts'
import type { PlaylistView, YokeView } from '../yoke/yoke-view.ts'
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
const keepAhead = (yoke: YokeView, list: Playlist, signal: AbortSignal): void => {
  let end: (() => void) | undefined
  const load = (item: PlaylistItem | undefined): void => {
    end?.()
    end = item && loadAhead(list.clipOf(item).settings.sources ?? [])
  }
  yoke.subscribe(seen => wantedBy(list, seen), load)
  signal.addEventListener('abort', () => load(undefined))
}

const mediaKeysOf = ({ following, current }: Playlist): PlaylistView['mediaKeys'] => ({
  nexttrack: following && (yoke => void yoke.run('next')),
  previoustrack: current && (yoke => void yoke.run('previous'))
})

const metadataOf = (list: Playlist): MediaMetadataInit => {
  const [artist = '', album = '', cover = ''] = ['artist', 'album', 'cover'].map(name => {
    const said = list.current?.record[name]
    return typeof said === 'string' ? said : ''
  })
  const isShown = cover !== '' && isSafeAddress(cover)
  return { artist, album, ...(isShown && { artwork: [{ src: list.resolve(cover) }] }) }
}

/** Lists that are looked after. */
const kept = new WeakSet<Playlist>()

/** What a list does once something of it plays: media keys, the lock screen, loading ahead. To be called once or more often. */
export const followPlaying = (yoke: YokeView, list: Playlist, signal: AbortSignal): void => {
  if (kept.has(list)) return
  kept.add(list)
  Object.defineProperties(list, {
    mediaKeys: { get: () => mediaKeysOf(list) },
    metadata: { get: () => metadataOf(list) }
  })
  keepAhead(yoke, list, signal)
  yoke.refresh()
}
