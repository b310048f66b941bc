import type { Fault } from '../../core/fault.ts'
import { type FailoverEffect, type FailoverEvent, initialFailover, stepFailover } from '../../core/sources/failover.ts'
import { STREAM_TYPE } from '../../core/sources/file-types.ts'
import { rankSources, type SourceEntry } from '../../core/sources/rank.ts'
import { bring, definePart, type PartHost } from '../../loading/part.ts'
import type { FailoverHost, Feed } from './failover-host.ts'
import { LastPosition } from './last-position.ts'
import { addressOf } from './source-list.ts'
import { runOn, StallDetector } from './stall-detector.ts'

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
  'ratechange',
  'seeked',
  'seeking',
  'stalled',
  'timeupdate',
  'waiting'
] as const

/** Faults of a stream that the connection is to blame for. */
const OF_THE_WAY = /-(?:unreachable|late)$/

/** What feeds streams to an element: needed with the first one. */
const STREAMS = definePart(() => import('./streams/index.ts'))
/** What looks into files, to say why they cannot be played: needed in trouble only. */
const DIAGNOSIS = definePart(() => import('./diagnose.ts'))
/**
 * Carries a failover out: tells the machine of `core/sources/failover.ts` what the element does, and does to the element
 * what the machine says. Loaded when something has played, or has failed.
 */
export class FailoverDriver implements PartHost {
  readonly #sources: FailoverHost
  readonly #element: HTMLMediaElement
  readonly #life = new AbortController()
  #state = initialFailover
  readonly #position: LastPosition
  readonly #stall: StallDetector
  #isPlayingOn = false
  /** What feeds streams is on its way. */
  #isStreamComing = false
  #pause: ReturnType<typeof setTimeout> | undefined

  constructor(sources: FailoverHost) {
    const { element } = sources
    this.#sources = sources
    this.#element = element
    const { signal } = this.#life
    for (const type of HEARD) element.addEventListener(type, () => this.#hear(type), { signal })
    element.addEventListener('pause', () => this.#stall.hear('pause'), { signal })
    element.ownerDocument.defaultView?.addEventListener('online', () => this.#online(), { signal })
    this.#position = new LastPosition(element)
    this.#stall = new StallDetector(element, {
      isWanted: () => sources.wanted,
      patience: () => sources.preferences.timeout * 2 ** this.#state.failedTries * SECOND,
      stalled: () => this.#send({ type: 'silent', src: sources.currentSrc, seconds: this.#sources.preferences.timeout })
    })
    this.#keepPosition()
    // It may have come in the middle of a seek: where that leads is no jump.
    this.#position.accept()
  }

  get signal(): AbortSignal {
    return this.#life.signal
  }

  /** A part that cannot be had is told as what stands in the way of the media. */
  raise(reason: Fault): void {
    this.#sources.raise(reason)
  }

  stop(): void {
    this.#life.abort()
    this.#stall.stop()
    clearTimeout(this.#pause)
  }

  /** Plays the first of these that truly plays. */
  choose(entries: readonly SourceEntry[]): void {
    const element = this.#element
    const [first] = rankSources(entries, {
      canPlayType: type => (STREAM_TYPE.test(type) ? 'maybe' : element.canPlayType(type)),
      matches: media => matchMedia(media).matches,
      width: element.clientWidth * devicePixelRatio,
      saveData: this.#sources.preferences.saveData
    })
    if (first) this.#send({ type: 'chosen', first: addressOf(first.entry.src, element) })
    else this.anew()
  }

  /** It is loaded anew. */
  anew(): void {
    clearTimeout(this.#pause)
    this.#isStreamComing = false
    this.#send({ type: 'anew' })
    this.#sources.release()
  }

  /** The present source cannot go on. */
  broken(): void {
    // What the engine makes of the manifest by itself is of no matter.
    if (this.#isStreamComing) return
    const { currentSrc: src, feed } = this.#sources
    const reason = feed?.fault
    // What a stream lacks it says itself, whatever the engine makes of its end.
    const byConnection = reason ? OF_THE_WAY.test(reason.code) : this.#element.error?.code === MEDIA_ERR_NETWORK
    this.#send({ type: 'broken', src, byConnection, reason })
  }

  /** Sound alone came of what should have a picture. */
  withoutPicture(): void {
    // A stream may well be one of sound, and says itself what it lacks.
    if (this.#sources.feed) this.#lookWhetherReady()
    else this.#send({ type: 'without-picture', src: this.#sources.currentSrc })
  }

  /** Sound alone came, and there is nothing else to try: says so where the file does hold a picture. */
  async soundAlone(): Promise<void> {
    ;(await bring(DIAGNOSIS, this))?.watchForPicture(this.#sources, this.signal)
  }

  /** The media has ended. @returns whether that end is none, because the file broke off and the engine jumped. */
  ended(): boolean {
    if (!this.#position.hasJumped()) return false
    this.#send({ type: 'cut-short', src: this.#sources.currentSrc, at: this.#position.time })
    return true
  }

  #send(event: FailoverEvent): void {
    const { state, effects } = stepFailover(this.#state, event, {
      reports: this.#sources.list,
      isOnline: navigator.onLine
    })
    this.#state = state
    if (event.type === 'chosen') clearTimeout(this.#pause)
    for (const effect of effects) this.#perform(effect)
  }

  #perform(effect: FailoverEffect): void {
    switch (effect.do) {
      case 'note':
        this.#sources.note(effect.src, effect.state, effect.fault)
        break
      case 'hold':
        this.#sources.freeze(effect.at)
        break
      case 'stand-by':
        this.#sources.standBy()
        break
      case 'place':
        this.#place(effect.src)
        break
      case 'release':
        this.#position.accept()
        this.#sources.release()
        break
      case 'wait':
        this.#wait(effect.seconds, effect.attempt)
        break
      case 'probe':
        this.#probe(effect.src, effect.attempt)
        break
      case 'diagnose':
        this.#diagnose(effect.attempt)
        break
      case 'fail':
        this.#fail(effect.reason)
    }
  }

  #wait(seconds: number, attempt: number): void {
    clearTimeout(this.#pause)
    this.#pause = setTimeout(() => this.#send({ type: 'pause-over', attempt }), seconds * SECOND)
  }

  /** Puts a source in, a stream by what feeds it: the library's own where the engine has a Media Source, else the engine's. */
  #place(src: string): void {
    clearTimeout(this.#pause)
    const { type = '' } = this.#sources.list.find(report => report.src === src) ?? {}
    this.#isStreamComing = STREAM_TYPE.test(type)
    if (this.#isStreamComing) this.#placeStream(src)
    else this.#put(src)
  }

  async #placeStream(src: string): Promise<void> {
    const { attempt } = this.#state
    const part = await bring(STREAMS, this)
    if (this.signal.aborted || attempt !== this.#state.attempt) return
    this.#isStreamComing = false
    this.#put(src, part?.feedStream(this.#sources, src))
  }

  /** The same place, the same rate, and playing if it was. */
  #put(src: string, feed?: Feed): void {
    const { frozen } = this.#sources
    const element = this.#element
    this.#sources.feed = feed
    this.#sources.place(src, feed?.url)
    this.#stall.dataCame()
    if (!frozen) return
    element.playbackRate = frozen.playbackRate
    if (!frozen.paused) element.play().catch((reason: Error) => this.#blocked(reason))
    // One that takes over from another is shown as that was until it is there.
    if (frozen.isChoosing) this.#sources.release()
  }

  /** The browser wants a press first: shown as paused, at its place. */
  #blocked({ name }: Error): void {
    const { frozen } = this.#sources
    if (name !== 'NotAllowedError' || !frozen) return
    this.#sources.wanted = false
    frozen.paused = true
    this.#lookWhetherReady()
  }

  #online(): void {
    if (this.#sources.frozen !== undefined || this.#sources.error !== null) this.#send({ type: 'online' })
  }

  async #probe(src: string, attempt: number): Promise<void> {
    const part = await bring(DIAGNOSIS, this)
    const mime = await part?.typeByBytes(src, this.signal)
    const playable = mime !== undefined && this.#element.canPlayType(mime) !== ''
    if (!this.signal.aborted) this.#send({ type: 'probed', attempt, src, mime, playable })
  }

  /** Finds out why, in plain words, before anyone is told. */
  async #diagnose(attempt: number): Promise<void> {
    const tried = this.#sources.list.filter(({ state }) => state === 'failed' || state === 'silent')
    const part = await bring(DIAGNOSIS, this)
    const reasons = await Promise.all(
      tried.map(report => (part ? part.reasonOf(report, this.#sources, this.signal) : report.fault))
    )
    if (!this.signal.aborted) this.#send({ type: 'diagnosed', attempt, reason: reasons.find(reason => reason) })
  }

  #fail(reason: Fault | undefined): void {
    const { error } = this.#element
    this.#sources.fail({
      code: error?.code ?? MEDIA_ERR_SRC_NOT_SUPPORTED,
      message: error?.message ?? '',
      ...(reason && { reason })
    })
  }

  #hear(type: (typeof HEARD)[number]): void {
    const { frozen, feed } = this.#sources
    // Not before: WebKit never comes back from a seek that was asked for earlier.
    if (type === 'loadedmetadata' && frozen?.currentTime) this.#element.currentTime = frozen.currentTime
    if (type === 'seeking') this.#position.accept()
    if (type === 'ratechange' && feed) runOn(this.#element, this.signal)
    if (type === 'timeupdate' || type === 'seeked' || type === 'playing') this.#keepPosition()
    this.#stall.hear(type)
    this.#lookWhetherReady()
  }

  #keepPosition(): void {
    const { currentTime, ended, paused } = this.#element
    if (ended || this.#sources.frozen || !this.#position.look()) return
    this.#stall.timeRan()
    // Not by readyState: WebKit leaves it low while time runs.
    if (!paused && currentTime > 0) this.#send({ type: 'ran', src: this.#sources.currentSrc })
  }

  /** The new source is there: from now on the element speaks for itself. */
  #lookWhetherReady(): void {
    const { frozen } = this.#sources
    const { readyState, seeking, paused, ended } = this.#element
    // What the engine makes of a manifest by itself is not what is to play.
    if (!frozen || this.#isStreamComing || seeking || readyState < HAVE_CURRENT_DATA) return
    if (!frozen.paused && paused && !ended) this.#playOn(frozen.muted)
    else this.#send({ type: 'ready', src: this.#sources.currentSrc })
  }

  /** WebKit unmutes at the change of rate, and then stops because of the sound. */
  #playOn(muted: boolean): void {
    const element = this.#element
    if (this.#isPlayingOn) return
    this.#isPlayingOn = true
    element.muted = muted
    element
      .play()
      .catch((reason: Error) => this.#blocked(reason))
      .finally(() => {
        this.#isPlayingOn = false
      })
  }
}
