import { timerDelay } from '../../core/time/delay.ts'

const HAVE_FUTURE_DATA = 3
const NETWORK_LOADING = 2
/** So many times as long as for a word is waited for the first metadata, while data comes. */
const NO_METADATA = 3
/** The shortest time between two looks, in milliseconds. */
const MIN_WAIT = 100

/** After these something is due. */
const BEGINNINGS: ReadonlySet<string> = new Set(['loadstart', 'play', 'playing', 'stalled', 'waiting'])

/** What a watch over silence has to know, and whom it tells. */
export interface StallOptions {
  /** Somebody wants it to play. */
  readonly isWanted: () => boolean
  /** How long it may be silent, in milliseconds. */
  readonly patience: () => number
  readonly stalled: () => void
}

/** How far time has to run until that is believed, in seconds. */
const HAS_RUN = 0.1

/**
 * Sees to it that time runs on from there. WebKit unmutes an element whose rate is set, stops because of the sound, and may
 * say that it plays while time stands: to be told once more frees it.
 */
export const runOn = (element: HTMLMediaElement, signal: AbortSignal, from = element.currentTime): void => {
  const { currentTime, ended, paused, playbackRate } = element
  if (signal.aborted || ended || paused || !playbackRate || Math.abs(currentTime - from) > HAS_RUN) return
  element.play().catch(() => undefined)
  setTimeout(() => runOn(element, signal, from), MIN_WAIT)
}

/** Notices that a source says nothing any more, or that time stands still. No engine ever leaves such a source. */
export class StallDetector {
  readonly #element: HTMLMediaElement
  readonly #options: StallOptions
  /** Moments of the page's clock, in milliseconds: when data last came, time last ran, playing was asked for, loading began. */
  #lastData = performance.now()
  #lastRan = performance.now()
  #askedAt = performance.now()
  #loadedFrom = performance.now()
  #timer: ReturnType<typeof setTimeout> | undefined

  constructor(element: HTMLMediaElement, options: StallOptions) {
    this.#element = element
    this.#options = options
    this.#watch()
  }

  hear(type: string): void {
    if (type === 'loadstart') this.#loadedFrom = performance.now()
    if (type === 'progress' || type === 'loadeddata') this.dataCame()
    if (type === 'play' || type === 'seeked') this.#askedAt = performance.now()
    if (BEGINNINGS.has(type)) this.#watch()
    if (type === 'pause' && this.#element.readyState > 0) this.stop()
  }

  /** Something has come, or a new source has been asked for it. */
  dataCame(): void {
    this.#lastData = performance.now()
  }

  /** Time has been seen to run. */
  timeRan(): void {
    this.#lastRan = performance.now()
    this.dataCame()
  }

  stop(): void {
    clearTimeout(this.#timer)
    this.#timer = undefined
  }

  /** For how long that which is wanted (data, or that time runs) has not come, in milliseconds. */
  get #silence(): number {
    const { paused, playbackRate, readyState, networkState, preload, ended, error, seeking } = this.#element
    const now = performance.now()
    if (ended || error) return 0
    if (readyState === 0) {
      const isLoading = networkState === NETWORK_LOADING && (this.#options.isWanted() || preload !== 'none')
      // Firefox tells of progress without a single byte.
      return isLoading ? Math.max(now - this.#lastData, (now - this.#loadedFrom) / NO_METADATA) : 0
    }
    if (paused || playbackRate === 0) return 0
    // With data at hand time has to run: engines may say that they play, and stand still.
    return now - (readyState < HAVE_FUTURE_DATA || seeking ? this.#lastData : Math.max(this.#lastRan, this.#askedAt))
  }

  #watch(): void {
    if (this.#timer !== undefined) return
    const patience = this.#options.patience()
    const due = performance.now() + Math.max(MIN_WAIT, patience - this.#silence)
    this.#timer = setTimeout(
      () => {
        this.#timer = undefined
        const { paused, readyState } = this.#element
        // Far too late: the machine was asleep, and so was everything else.
        const overslept = performance.now() > due + patience
        if (!overslept && this.#silence >= patience) this.#options.stalled()
        else if (!paused || readyState === 0) this.#watch()
      },
      timerDelay(due - performance.now())
    )
  }
}
