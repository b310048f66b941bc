import { fault, textOf } from '../../core/fault.ts'
import { STATES } from '../../core/playback/states.ts'
import { stretchesOf, type WatchReport } from '../../core/watched/report.ts'
import { WatchMeter } from '../../core/watched/watch-meter.ts'
import { clipKeyOf, clipOf } from '../memory/clip-key.ts'
import { whenLeaving } from '../memory/when-leaving.ts'
import type { YokeView } from '../yoke/yoke-view.ts'
import { sendReport } from './outbox.ts'

/** While it plays, a report is made so often, in seconds. */
const EVERY = 15

/** How a clip stood. */
interface Seen {
  /** It was begun, and not paused since. */
  readonly isUnderWay: boolean
  readonly ended: boolean
  readonly title: string
  readonly position: number
  readonly duration: number | undefined
}

const createVisit = (): string => globalThis.crypto.getRandomValues(new Uint32Array(4)).join('-')

/** What is watched of the clips of one yoke, and the reports of that. */
export class Reporter {
  readonly #yoke: YokeView
  readonly #meter = new WatchMeter()
  #clip: string | undefined
  #visit = createVisit()
  #number = 0
  #starts = 0
  #ends = 0
  #reported = 0
  /** How it stood at the last look. */
  #was: Seen = { isUnderWay: false, ended: false, title: '', position: 0, duration: undefined }

  constructor(yoke: YokeView) {
    this.#yoke = yoke
    yoke.subscribe(clipOf, () => this.#begin())
    yoke.subscribe(
      ({ snapshot }) => snapshot,
      () => this.#look()
    )
    whenLeaving(this, yoke.signal)
    yoke.signal.addEventListener('abort', () => this.#tell('left'))
    this.#begin()
    this.#look()
  }

  /** The page is left, or out of sight: whether it comes back nobody knows. */
  leave({ type }: Event): void {
    if (type !== 'pagehide' && document.visibilityState !== 'hidden') return
    this.#yoke.refresh()
    this.#tell('left')
  }

  #look(): void {
    const { snapshot } = this.#yoke
    if (this.#clip === undefined || snapshot.readyState === 0) return
    const { currentTime: time, playbackRate: rate, seeking, scrubbing, paused, ended, duration, title } = snapshot
    const running = STATES.playing(snapshot) && !scrubbing
    const now = performance.now() / 1000
    this.#meter.see({ time, rate, isRunning: running, isSeeking: seeking || scrubbing }, now)
    const { isUnderWay, ended: hadEnded, position: before } = this.#was
    const begins = running && !isUnderWay
    // What repeats does not say that it has ended.
    const isRound = running && snapshot.loop && time < before && before > (duration ?? Number.NaN) - 1
    const ends = isRound || (ended && !hadEnded)
    this.#was = { isUnderWay: !paused && (isUnderWay || begins), ended, title, position: time, duration }
    if (begins) this.#starts += 1
    if (ends) this.#ends += 1
    if (ends) this.#tell('ended')
    else if (begins && this.#number === 0) this.#tell('started')
    else if (paused && isUnderWay && !ended) this.#tell('paused')
    else if (running && now - this.#reported >= (this.#yoke.settings.report.every ?? EVERY)) this.#tell('going')
  }

  /** Another clip: a visit of its own. */
  #begin(): void {
    const clip = clipKeyOf(this.#yoke)
    if (clip === this.#clip) return
    this.#tell('left')
    this.#clip = clip
    this.#meter.forget()
    this.#visit = createVisit()
    this.#number = 0
    this.#starts = 0
    this.#ends = 0
    this.#was = { ...this.#was, isUnderWay: false, ended: false }
  }

  #reportOf(why: WatchReport['why'], clip: string): WatchReport {
    const { title, position, duration } = this.#was
    const length = duration !== undefined && Number.isFinite(duration) ? duration : null
    const { stretches, seconds, furthest } = this.#meter
    return {
      clip,
      title,
      visit: this.#visit,
      number: this.#number,
      why,
      at: Date.now(),
      duration: length,
      position,
      stretches: stretchesOf(stretches),
      seconds,
      share: this.#meter.shareOf(length ?? 0),
      furthest,
      starts: this.#starts,
      ends: this.#ends
    }
  }

  /** Nothing is told of what nobody has begun. */
  #tell(why: WatchReport['why']): void {
    const { to } = this.#yoke.settings.report
    if (to === undefined || this.#clip === undefined || (why !== 'started' && this.#number === 0)) return
    this.#number += 1
    this.#reported = performance.now() / 1000
    const report = this.#reportOf(why, this.#clip)
    if (typeof to !== 'string') this.#give(to, report)
    else void sendReport(to, report).then(status => status && this.#refused(to, String(status)))
  }

  async #give(
    to: Exclude<YokeView['settings']['report']['to'], string | undefined>,
    report: WatchReport
  ): Promise<void> {
    try {
      await (typeof to === 'function' ? to(report) : to.put(report))
    } catch (cause) {
      this.#refused('a function of the page', textOf(cause))
    }
  }

  #refused(whom: string, why: string): void {
    const sentence = `A report of what was watched was refused by ${whom}: ${why}.`
    this.#yoke.raise(
      fault('report-refused', sentence, 'answer a POST of JSON with 204; reports that are refused are not sent again')
    )
  }
}
