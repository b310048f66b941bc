import { playableRange } from '../../core/playback/snapshot.ts'
import { STATES } from '../../core/playback/states.ts'
import type { YokeView } from '../yoke/yoke-view.ts'

/** Who has the page's one Media Session: the player that began to play last. */
let owner: YokeView | undefined

/** Media keys, and the commands that they ask for (Media Session, "MediaSessionAction"). */
const ACTIONS: Partial<Record<MediaSessionAction, (yoke: YokeView, details: MediaSessionActionDetails) => void>> = {
  play: yoke => void yoke.run('play'),
  pause: yoke => void yoke.run('pause'),
  stop: yoke => void yoke.run('stop'),
  seekbackward: (yoke, { seekOffset }) => void yoke.run('skip', -(seekOffset ?? 10)),
  seekforward: (yoke, { seekOffset }) => void yoke.run('skip', seekOffset ?? 10),
  seekto: (yoke, { seekTime }) => void (seekTime !== undefined && yoke.run('seek', seekTime))
}

const setActions = (session: MediaSession, yoke: YokeView | undefined): void => {
  for (const [action, run] of Object.entries({ ...ACTIONS, ...yoke?.playlist?.mediaKeys })) {
    try {
      session.setActionHandler(action as MediaSessionAction, yoke && run ? details => run(yoke, details) : null)
    } catch {
      // An engine that does not know the action refuses it (Media Session, "setActionHandler"); the others still serve.
    }
  }
}

const tellPosition = (session: MediaSession, { snapshot }: YokeView): void => {
  const range = playableRange(snapshot)
  if (!session.setPositionState || !range || !Number.isFinite(snapshot.duration)) return
  session.setPositionState({
    duration: range.end,
    position: Math.min(Math.max(snapshot.currentTime, 0), range.end),
    // A media may stand still by its rate, which a session must not be told (Media Session, "setPositionState").
    playbackRate: snapshot.playbackRate || 1
  })
}

const describe = (session: MediaSession, yoke: YokeView): void => {
  if (!globalThis.MediaMetadata) return
  const poster = yoke.media?.posterPort?.src
  session.metadata = new MediaMetadata({
    ...yoke.playlist?.metadata,
    title: yoke.snapshot.title || document.title,
    ...(poster &&
      URL.canParse(poster, document.baseURI) && { artwork: [{ src: new URL(poster, document.baseURI).href }] })
  })
}

/**
 * Media keys and the lock screen for whichever player began to play last (Media Session API). A session whose metadata
 * was set by another script is left alone.
 * @returns its stop.
 */
export const followMediaSession = (yoke: YokeView): (() => void) => {
  const { mediaSession: session } = navigator as Partial<Navigator>
  if (!session) return () => undefined
  const claim = (): void => {
    if (!owner && session.metadata) return
    owner = yoke
    describe(session, yoke)
    setActions(session, yoke)
  }
  const seen = ({ snapshot, playlist }: YokeView): string =>
    STATES.playing(snapshot) ? `${snapshot.title} ${snapshot.duration} ${snapshot.playbackRate} ${playlist?.index}` : ''
  const tell = (playing: string): void => {
    if (playing) claim()
    if (owner !== yoke) return
    session.playbackState = playing && yoke.snapshot.playbackRate !== 0 ? 'playing' : 'paused'
    tellPosition(session, yoke)
  }
  const stop = yoke.subscribe(seen, tell)
  // It may play already.
  tell(seen(yoke))
  return () => {
    stop()
    if (owner !== yoke) return
    owner = undefined
    session.metadata = null
    session.playbackState = 'none'
    setActions(session, undefined)
  }
}
