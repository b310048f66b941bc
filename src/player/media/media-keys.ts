import { followMediaSession } from '../../wiring/behaviour/media-session.ts'
import type { PlayerFeature } from '../player-view.ts'

/** Media keys and the lock screen serve what has played. */
export const begin: PlayerFeature = ({ yoke }, signal) => {
  const stop = followMediaSession(yoke)
  signal.addEventListener('abort', stop)
}
