import { playableRange } from '../core/playback/snapshot.ts'
import { STATES } from '../core/playback/states.ts'
import { MEASURES, type MeasureName } from '../core/playback/values.ts'
import type { YokeView } from './surface.ts'

/** The way of an element from 0 to 1, for its present size and direction. */
export type Course = (element: HTMLElement) => Keyframe[]

/** A playhead is put right when it is off by more than this, in seconds. */
const DRIFT = 0.012
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
  #running = false

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
      range !== undefined && snapshot.duration === range.end && STATES.playing(snapshot) && !snapshot.scrubbing
    const length = range ? (range.end - range.start) * 1000 : STILL
    if (this.#animation.effect?.getTiming().duration !== length)
      this.#animation.effect?.updateTiming({ duration: length })
    if (runs) this.#run((snapshot.currentTime - range.start) * 1000, snapshot.playbackRate)
    else this.#stand(MEASURES[this.#measure](snapshot) * length)
  }

  cancel(): void {
    this.#animation.cancel()
  }

  #stand(at: number): void {
    if (this.#running) {
      this.#running = false
      this.#animation.pause()
    }
    if (this.#animation.currentTime !== at) this.#animation.currentTime = at
  }

  #run(mediaTime: number, rate: number): void {
    if (this.#animation.playbackRate !== rate) this.#animation.playbackRate = rate
    if (!this.#running) {
      this.#running = true
      this.#animation.play()
      this.#animation.currentTime = mediaTime
      return
    }
    // The animation's time is that of the last frame, the media's that of now.
    const sinceFrame = performance.now() - Number(document.timeline.currentTime ?? performance.now())
    const wanted = mediaTime - Math.min(Math.max(sinceFrame, 0), 50) * rate
    if (Math.abs(wanted - Number(this.#animation.currentTime)) > DRIFT * 1000 * rate)
      this.#animation.currentTime = wanted
  }
}

/** Carries an element along a measure. @returns its release, after which the element is as the author made it. */
export const carry = (element: HTMLElement, yoke: YokeView, measure: MeasureName, course: Course): (() => void) => {
  const carried = new Carried(element, yoke, measure, course(element))
  const stop = yoke.subscribe(
    seen => seen.snapshot,
    () => carried.update()
  )
  // Size and direction are the page's to change. It also calls once at the beginning, when both are known.
  const resized = new ResizeObserver(() => carried.setCourse(course(element)))
  if (element.parentElement) resized.observe(element.parentElement)
  return () => {
    stop()
    resized.disconnect()
    carried.cancel()
  }
}
