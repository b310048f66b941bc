import type { PlaylistItem } from '../../core/playlist/read-playlist.ts'
import type { GivenSource } from '../../media/source-port.ts'
import type { YokeView } from '../yoke/yoke-view.ts'
import type { Playlist } from './playlist.ts'

/** So many seconds before its end the beginning of what follows is loaded. */
const AHEAD = 20

/** The address that this engine would play first; `undefined` for a file that is here already. */
const addressOf = (sources: readonly GivenSource[], probe: HTMLMediaElement): string | undefined => {
  for (const source of sources) {
    if (typeof source === 'string') return source
    if ('src' in source && (!source.type || probe.canPlayType(source.type) !== '')) return source.src
  }
  return undefined
}

/** What is to be loaded now. */
const wantedBy = (list: Playlist, { snapshot, media, settings }: YokeView): PlaylistItem | undefined => {
  const { paused, playbackRate, currentTime, duration = Number.NaN } = snapshot
  const isNearEnd = !paused && duration - currentTime < AHEAD * playbackRate
  // A service loads what it shows, and nothing else.
  if (!isNearEnd || settings.saveData || media?.service !== undefined) return undefined
  return list.afterEnd === list.current ? undefined : list.afterEnd
}

/** Loads the beginning of what follows, near the end of what plays: the engine then has it at hand. */
export const loadAhead = (yoke: YokeView, list: Playlist, signal: AbortSignal): void => {
  let ahead: HTMLMediaElement | undefined
  const load = (item: PlaylistItem | undefined): void => {
    ahead?.removeAttribute('src')
    ahead?.load()
    ahead = undefined
    if (!item) return
    const element = document.createElement('audio')
    const address = addressOf(list.clipOf(item).settings.sources ?? [], element)
    if (address === undefined) return
    ahead = element
    Object.assign(element, { muted: true, preload: 'auto', src: address })
  }
  yoke.subscribe(seen => wantedBy(list, seen), load)
  signal.addEventListener('abort', () => load(undefined))
}
