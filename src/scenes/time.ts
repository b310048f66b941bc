import { EvenClock } from '../core/playback/even-clock.ts'
import type { Yoked } from '../effects/capture.ts'

/**
 * A clock for who draws each frame: the seconds of a player's timeline at a moment of the page. It runs evenly between the
 * steps of the engine's own clock, stands while the player does, and jumps with a seek.
 * @returns call it once a frame, with what `requestAnimationFrame` has given, in milliseconds; without it, now is meant.
 */
export const clockOf = ({ yoke }: Yoked): ((timestamp?: DOMHighResTimeStamp) => number) => {
  const clock = new EvenClock()
  return (timestamp = performance.now()) => {
    const { media, snapshot } = yoke
    const runs = media !== undefined && !media.paused && !media.seeking && !media.ended && media.readyState > 2
    const said = snapshot.scrubbing || !media ? snapshot.currentTime : media.currentTime
    return clock.read(said, runs && !snapshot.scrubbing ? media.playbackRate : 0, timestamp / 1000)
  }
}
