import { type Fault, fault } from '../../core/fault.ts'
import { rankSources, type SourceEntry } from '../../core/sources/rank.ts'
import { nextSource, pauseBeforeRetry, type SourceReport } from '../../core/sources/reports.ts'
import { diagnose, typeByBytes } from './diagnose.ts'
import type { FrozenPlayback } from './frozen-playback.ts'
import { LastPosition } from './last-position.ts'
import type { RecoverableSources } from './recoverable.ts'
import { StallDetector } from './stall-detector.ts'

const MEDIA_ERR_NETWORK = 2
const MEDIA_ERR_SRC_NOT_SUPPORTED = 4
const HAVE_CURRENT_DATA = 2
const SECOND = 1000
const HEARD = [
  'canplay',
  'loadeddata',
  'loadedmetadata',
  'loadstart',
  'play',
  'playing',
  'progress',
  'seeked',
  'seeking',
  'stalled',
  'timeupdate',
  'waiting'
] as const

/** Faults that say what happened, and not why. */
const VAGUE: ReadonlySet<string> = new Set(['media-failed', 'source-silent'])

const unplayable = (name: string): Fault =>
  fault('media-failed', `${name} cannot be played.`, 'open the address by itself, and look at its type and codecs')

const lost = (name: string): Fault =>
  fault('connection-lost', `The connection to ${name} broke.`, 'it is tried again, and goes on where it was')

const silent = (name: string, seconds: number): Fault =>
  fault(
    'source-silent',
    `No data has come of ${name} for ${seconds} seconds.`,
    'look whether the server answers at all; source-timeout sets how long is waited'
  )

/**
 * Leaves a source that cannot go on: for the next one at the same place, or, where it was the connection, for itself after
 * growing pauses. Loaded when something has played, or has failed.
 */
export class Recovery {
  readonly #sources: RecoverableSources
  readonly #element: HTMLMediaElement
  readonly #life = new AbortController()
  /** The source that has truly played: worth another try when the connection broke. */
  #good: string | undefined
  /** The source that is waited for while there is no connection at all. */
  #awaited: string | undefined
  #triesInVain = 0
  readonly #place: LastPosition
  readonly #silence: StallDetector
  #isPlayingOn = false
  #pause: ReturnType<typeof setTimeout> | undefined

  constructor(sources: RecoverableSources) {
    const { element } = sources
    this.#sources = sources
    this.#element = element
    const { signal } = this.#life
    for (const type of HEARD) element.addEventListener(type, () => this.#hear(type), { signal })
    element.ownerDocument.defaultView?.addEventListener('online', () => this.#online(), { signal })
    this.#place = new LastPosition(element)
    this.#silence = new StallDetector(element, {
      isWanted: () => sources.wanted,
      patience: () => sources.wishes.timeout * 2 ** this.#triesInVain * SECOND,
      silent: () => this.#silent()
    })
    this.#keepPlace()
    // It may have come in the middle of a seek: where that leads is no jump.
    this.#place.accept()
  }

  stop(): void {
    this.#life.abort()
    this.#silence.stop()
    clearTimeout(this.#pause)
  }

  /** Plays the first of these that truly plays. */
  choose(entries: readonly SourceEntry[]): void {
    const element = this.#element
    const { saveData } = this.#sources.wishes
    clearTimeout(this.#pause)
    this.#good = undefined
    this.#awaited = undefined
    this.#triesInVain = 0
    const [first] = rankSources(entries, {
      canPlayType: type => element.canPlayType(type),
      matches: media => matchMedia(media).matches,
      width: element.clientWidth * devicePixelRatio,
      saveData
    })
    if (first) this.#sources.place(new URL(first.entry.src, element.baseURI).href)
  }

  /** The chosen source cannot go on. */
  broken(): void {
    const { error, currentSrc } = this.#element
    const isConnection = error?.code === MEDIA_ERR_NETWORK || !navigator.onLine
    const why = isConnection ? lost : unplayable
    if (currentSrc) this.#sources.note(currentSrc, 'failed', why(this.#nameOf(currentSrc)))
    this.#goOn(isConnection ? currentSrc : undefined)
  }

  /** Sound alone came of what should have a picture. */
  withoutPicture(): void {
    const { currentSrc } = this.#element
    this.#sources.note(
      currentSrc,
      'failed',
      fault(
        'source-without-picture',
        `Of ${this.#nameOf(currentSrc)} this browser plays only the sound.`,
        'its picture is coded in a way that this browser lacks: put another format beside it'
      )
    )
    this.#goOn()
  }

  /** What a source is called: a chosen file has no address that says anything. */
  #nameOf(src: string): string {
    return this.#sources.list.find(report => report.src === src)?.name ?? src
  }

  /** Whether the end that was reached is none: the file broke off, and the engine jumped. */
  isTooEarly(): boolean {
    return this.#place.hasJumped()
  }

  /** Where playback was before it jumped, in seconds. */
  get lastTime(): number {
    return this.#place.time
  }

  /** @param broken a source that the connection alone has stopped. */
  #goOn(broken?: string): void {
    const next = nextSource(this.#sources.list)
    const again = this.#good ?? broken
    if (next) this.#switchTo(next.src)
    else if (again) this.#tryAgain(again)
    else this.#tryRefused()
  }

  /** The same place, the same rate, and playing if it was. */
  #switchTo(src: string): void {
    const { held } = this.#sources
    const element = this.#element
    this.#sources.place(src)
    this.#silence.dataCame()
    if (!held) return
    element.playbackRate = held.playbackRate
    if (!held.paused) element.play().catch((reason: Error) => this.#blocked(reason))
  }

  /** Not before: WebKit never comes back from a seek that was asked for earlier. */
  #takePlace(): void {
    const { held } = this.#sources
    if (held && held.currentTime > 0) this.#element.currentTime = held.currentTime
  }

  /** The browser wants a press first: shown as paused, at its place. */
  #blocked({ name }: Error): void {
    if (name !== 'NotAllowedError' || !this.#sources.held) return
    this.#sources.wanted = false
    this.#sources.held.paused = true
    this.#settle()
  }

  #tryAgain(src: string): void {
    const pause = pauseBeforeRetry(this.#triesInVain)
    if (pause === undefined) {
      this.#giveUp()
      return
    }
    this.#triesInVain += 1
    clearTimeout(this.#pause)
    // Without a connection there is nothing to try until it is back.
    this.#awaited = src
    if (navigator.onLine) this.#pause = setTimeout(() => this.#switchTo(src), pause * SECOND)
  }

  #online(): void {
    const src = this.#good ?? this.#awaited
    // What the page has put in its place meanwhile is left alone.
    if (src === undefined || !this.#sources.list.some(report => report.src === src)) return
    if (!this.#sources.held && !this.#sources.error) return
    this.#triesInVain = 0
    clearTimeout(this.#pause)
    if (this.#sources.error) this.#sources.standBy()
    this.#switchTo(src)
  }

  /** Last of all, those whose type the engine has refused: a type may be wrong. Their first bytes tell. */
  async #tryRefused(): Promise<void> {
    for (const { src, name, state } of this.#sources.list) {
      if (state !== 'refused') continue
      const type = await typeByBytes(src, this.#life.signal)
      if (this.#life.signal.aborted) return
      if (!type || this.#element.canPlayType(type) === '') {
        this.#sources.note(
          src,
          'failed',
          fault(
            'source-unsupported',
            `This browser does not play ${name}${type ? `, which is ${type}` : ''}.`,
            'put another format beside it: H.264 and AAC in MP4 are played by all'
          )
        )
        continue
      }
      this.#switchTo(src)
      return
    }
    this.#giveUp()
  }

  /** Finds out why, in plain words, before anyone is told. */
  async #giveUp(): Promise<void> {
    const { signal } = this.#life
    const tried = this.#sources.list.filter(({ state }) => state === 'failed' || state === 'silent')
    const reasons = await Promise.all(tried.map(report => this.#reasonOf(report, signal)))
    if (signal.aborted) return
    const { error } = this.#element
    const [reason] = reasons
    this.#sources.fail({
      code: error?.code ?? MEDIA_ERR_SRC_NOT_SUPPORTED,
      message: error?.message ?? '',
      ...(reason && { reason })
    })
  }

  async #reasonOf(report: SourceReport, signal: AbortSignal) {
    const { fault: known } = report
    const isVague = known === undefined || VAGUE.has(known.code)
    const reason = (isVague ? await diagnose(report, this.#element, signal) : undefined) ?? known
    if (reason) this.#sources.note(report.src, report.state, reason)
    return reason
  }

  #hear(type: (typeof HEARD)[number]): void {
    if (type === 'loadedmetadata') this.#takePlace()
    if (type === 'seeking') this.#place.accept()
    if (type === 'timeupdate' || type === 'seeked' || type === 'playing') this.#keepPlace()
    this.#silence.hear(type)
    this.#settle()
  }

  #keepPlace(): void {
    const { currentTime, ended, paused, currentSrc } = this.#element
    if (ended || this.#sources.held || !this.#place.look()) return
    this.#silence.timeRan()
    // Not by readyState: WebKit leaves it low while time runs.
    if (paused || currentTime === 0) return
    this.#good = currentSrc
    this.#triesInVain = 0
  }

  /** The new source is there: from now on the element speaks for itself. */
  #settle(): void {
    const { held } = this.#sources
    const { readyState, seeking, paused, ended } = this.#element
    if (!held || seeking || readyState < HAVE_CURRENT_DATA) return
    if (!held.paused && paused && !ended) {
      this.#playOn(held)
      return
    }
    this.#place.accept()
    this.#sources.note(this.#element.currentSrc, 'chosen')
    this.#sources.release()
  }

  /** WebKit unmutes at the change of rate, and then stops because of the sound. */
  #playOn({ muted }: FrozenPlayback): void {
    const element = this.#element
    if (this.#isPlayingOn) return
    this.#isPlayingOn = true
    element.muted = muted
    element.play().then(
      () => {
        this.#isPlayingOn = false
      },
      (reason: Error) => {
        this.#isPlayingOn = false
        this.#blocked(reason)
      }
    )
  }

  #silent(): void {
    const { currentSrc } = this.#element
    const { list, wishes } = this.#sources
    if (currentSrc) this.#sources.note(currentSrc, 'silent', silent(this.#nameOf(currentSrc), wishes.timeout))
    const next = nextSource(list)
    this.#sources.hold()
    if (next) this.#switchTo(next.src)
    else if (pauseBeforeRetry(this.#triesInVain) === undefined) this.#giveUp()
    else {
      this.#triesInVain += 1
      this.#switchTo(this.#good ?? currentSrc)
    }
  }
}
