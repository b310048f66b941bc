import { playableRange } from '../../core/playback/snapshot.ts'
import { STATES } from '../../core/playback/states.ts'
import { MEASURES, type MeasureName } from '../../core/playback/values.ts'
import type { YokeView } from '../yoke/yoke-view.ts'
import { whileSeen } from './while-seen.ts'

/** The way of an element from 0 to 1, for its present size and direction. */
export type Course = (element: HTMLElement) => Keyframe[]

/** A playhead that is off by more than this is put right at once, in milliseconds. */
const FAR_OFF = 50
/** The same, in the first moments after it was set going: engines begin to run a little after they say so. */
const FAR_OFF_AT_FIRST = 24
/** How long those first moments last, in milliseconds. */
const AT_FIRST = 700
/** As {@link FAR_OFF}, for what it is off on average over the last looks: a single look may err by a frame. */
const OFF = 7
/** The weight of a new look in that average. */
const WEIGHT = 0.35
/** The length of the animation of a measure that does not run, in milliseconds. */
const STILL = 1000

/**
 * An element on its way. What moves with the playhead is an animation that runs beside the media on the compositor:
 * as fast, paused with it, put right when it drifts. No work is done for a frame.
 */
class Carried {
  readonly #yoke: YokeView
  readonly #measure: MeasureName
  readonly #animation: Animation
  #length = STILL
  #running = false
  /** What the animation is behind the media, on average, in milliseconds. */
  #behind = 0
  #since = 0

  constructor(element: HTMLElement, yoke: YokeView, measure: MeasureName, keyframes: Keyframe[]) {
    this.#yoke = yoke
    this.#measure = measure
    this.#animation = element.animate(keyframes, { duration: STILL, fill: 'both' })
    this.#animation.pause()
    this.update()
  }

  setCourse(keyframes: Keyframe[]): void {
    ;(this.#animation.effect as KeyframeEffect | null)?.setKeyframes(keyframes)
  }

  update(): void {
    const { snapshot } = this.#yoke
    const range = this.#measure === 'position' ? playableRange(snapshot) : undefined
    const runs =
      range !== undefined && Number.isFinite(snapshot.duration) && STATES.playing(snapshot) && !snapshot.scrubbing
    this.#setLength(range ? (range.end - range.start) * 1000 : STILL)
    if (runs) this.#run((snapshot.currentTime - range.start) * 1000, snapshot.playbackRate)
    else this.#stand(MEASURES[this.#measure](snapshot) * this.#length)
  }

  cancel(): void {
    this.#animation.cancel()
  }

  #setLength(length: number): void {
    if (length === this.#length) return
    this.#length = length
    this.#animation.effect?.updateTiming({ duration: length })
  }

  #stand(at: number): void {
    if (this.#running) {
      this.#running = false
      this.#animation.pause()
    }
    if (this.#animation.currentTime !== at) this.#animation.currentTime = at
  }

  #run(mediaTime: number, rate: number): void {
    if (!this.#running || this.#animation.playbackRate !== rate) {
      this.#running = true
      this.#behind = 0
      this.#since = performance.now()
      this.#animation.playbackRate = rate
      this.#animation.play()
      this.#animation.currentTime = mediaTime
    } else this.#correct(mediaTime, rate)
  }

  #correct(mediaTime: number, rate: number): void {
    // The animation's time is that of the last frame, the media's that of now.
    const now = performance.now()
    const sinceFrame = Math.min(Math.max(now - Number(document.timeline.currentTime ?? now), 0), 50)
    const behind = mediaTime - sinceFrame * rate - Number(this.#animation.currentTime)
    this.#behind += (behind - this.#behind) * WEIGHT
    const far = now - this.#since < AT_FIRST ? FAR_OFF_AT_FIRST : FAR_OFF
    const wrong = Math.abs(behind) > far * rate ? behind : Math.abs(this.#behind) > OFF * rate ? this.#behind : 0
    if (wrong === 0) return
    this.#animation.currentTime = Number(this.#animation.currentTime) + wrong
    this.#behind = 0
  }
}

/**
 * Carries an element along a measure, for as long as it can be seen.
 * @returns its release, after which the element is as the author made it.
 */
export const carry = (element: HTMLElement, yoke: YokeView, measure: MeasureName, course: Course): (() => void) =>
  whileSeen(element, () => {
    const carried = new Carried(element, yoke, measure, course(element))
    const stop = yoke.subscribe(
      seen => seen.snapshot,
      () => carried.update()
    )
    return {
      resized: () => carried.setCourse(course(element)),
      stop: () => {
        stop()
        carried.cancel()
      }
    }
  })
