import type { MediaCapabilities, MediaErrorLike } from '../../core/playback/snapshot.ts'
import type { TimeRangesLike } from '../../core/time/ranges.ts'
import { MEDIA_EVENTS, type MediaAdapter, type MediaEventType, ObservableMedia } from '../adapter.ts'
import type { PresentationPort } from '../presentation.ts'
import type { TextTrackPort } from '../text-tracks.ts'
import { capabilitiesOf } from './element-capabilities.ts'
import { ownFullscreenOf, pictureInPictureOf } from './element-presentations.ts'
import { type ElementSources, type SourceChange, sourcesOf } from './element-sources.ts'
import { ElementTextTracks } from './element-text-tracks.ts'
import { PlayRequest } from './play-request.ts'
import { PlaybackWatch } from './playback-watch.ts'

const HAVE_CURRENT_DATA = 2
const HAVE_FUTURE_DATA = 3
/** How long after an unmuting of the engine's own a pause may come of it, in milliseconds. */
const UNMUTED_FOR = 60
const NO_RANGES: TimeRangesLike = { length: 0, start: () => Number.NaN, end: () => Number.NaN }

/** What `<source>` children tell, and does not bubble. */
const isOfSources = (type: MediaEventType): boolean => type === 'error'

/**
 * A `<video>` or `<audio>` as a media adapter. Mostly the element itself; the rest makes the three engines keep the
 * promises of {@link MediaAdapter} (what each breaks is said where it is mended).
 */
export class MediaElementAdapter extends ObservableMedia implements MediaAdapter {
  readonly capabilities: MediaCapabilities
  readonly element: HTMLMediaElement
  readonly presentations: Readonly<{ fullscreen?: PresentationPort; 'picture-in-picture'?: PresentationPort }>
  readonly textTracks: TextTrackPort
  readonly sources: ElementSources
  readonly #requests = new Set<PlayRequest>()
  readonly #watch: PlaybackWatch
  /** `ended` has been told since the end was reached, by the engine or in its stead. */
  #toldEnd = false
  /** What takes the adapter off the element's sources. */
  readonly #leaveSources: readonly (() => void)[]
  /** What `muted` was when the rate was set; WebKit clears it. */
  #mutedBeforeRate: boolean | undefined
  /** When WebKit was last seen to have cleared it, by the page's clock in milliseconds. */
  #unmutedByRate = Number.NEGATIVE_INFINITY
  /** A pause was asked for, and is no mishap. */
  #pauseAsked = false

  constructor(element: HTMLMediaElement) {
    super()
    this.element = element
    this.capabilities = capabilitiesOf(element)
    this.textTracks = new ElementTextTracks(element)
    const fullscreen = ownFullscreenOf(element)
    const floating = pictureInPictureOf(element)
    this.presentations = { ...(fullscreen && { fullscreen }), ...(floating && { 'picture-in-picture': floating }) }
    this.#watch = new PlaybackWatch(element, () => this.#tell('playing'))
    // First of all: what it keeps back must not be told by anyone.
    this.sources = sourcesOf(element)
    this.#leaveSources = [this.sources.use(), this.sources.listen(change => this.#sourcesChanged(change))]
    for (const type of MEDIA_EVENTS) element.addEventListener(type, this, isOfSources(type))
  }

  get currentSrc(): string {
    return this.element.currentSrc
  }
  get currentTime(): number {
    if (this.sources.error) return this.sources.stoodAt
    return this.#held?.currentTime ?? this.element.currentTime
  }
  set currentTime(seconds: number) {
    // WebKit takes NaN and Infinity for the end.
    if (!Number.isFinite(seconds)) throw new TypeError(`currentTime takes a finite number of seconds, not ${seconds}.`)
    if (this.#held) this.#held.currentTime = seconds
    this.element.currentTime = seconds
  }
  get duration(): number {
    return this.#held?.duration ?? this.element.duration
  }
  get paused(): boolean {
    return this.#held?.paused ?? (this.element.paused || this.error !== null)
  }
  get ended(): boolean {
    return !this.#held && this.element.ended
  }
  get seeking(): boolean {
    return !this.#held && this.element.seeking
  }
  get readyState(): number {
    if (this.#held) return this.#held.readyState
    const { readyState } = this.element
    // WebKit stays at 2 after a seek while time runs on.
    return readyState === HAVE_CURRENT_DATA && this.#watch.advancing ? HAVE_FUTURE_DATA : readyState
  }
  get playbackRate(): number {
    return this.#held?.playbackRate ?? this.element.playbackRate
  }
  set playbackRate(rate: number) {
    const range = this.capabilities.playbackRate
    if (range && (rate < range.min || rate > range.max)) {
      throw new DOMException(
        `playbackRate runs from ${range.min} to ${range.max} here, not ${rate}.`,
        'NotSupportedError'
      )
    }
    this.#mutedBeforeRate = this.element.muted
    if (this.#held) this.#held.playbackRate = rate
    this.element.playbackRate = rate
  }
  get volume(): number {
    return Math.round(this.element.volume * 1e6) / 1e6
  }
  set volume(volume: number) {
    this.element.volume = volume
  }
  get muted(): boolean {
    return this.#held?.muted ?? this.element.muted
  }
  set muted(muted: boolean) {
    this.#mutedBeforeRate = undefined
    if (this.#held) this.#held.muted = muted
    this.element.muted = muted
  }
  get loop(): boolean {
    return this.element.loop
  }
  set loop(loop: boolean) {
    this.element.loop = loop
  }
  get buffered(): TimeRangesLike {
    return this.element.readyState === 0 ? NO_RANGES : this.element.buffered
  }
  get seekable(): TimeRangesLike {
    // WebKitGTK: asked before metadata and again after, it seeks to 0 once playback begins, and is stuck after a pause.
    return this.element.readyState === 0 ? NO_RANGES : this.element.seekable
  }
  get error(): MediaErrorLike | null {
    if (this.#held || !(this.sources.error || this.element.error)) return null
    // What an engine knows before it tells of it may yet be mended.
    return this.sources.error ?? (this.sources.list.length === 0 ? this.element.error : null)
  }
  get videoWidth(): number {
    if (this.#held) return this.#held.videoWidth
    return 'videoWidth' in this.element ? (this.element as HTMLVideoElement).videoWidth : 0
  }

  get #held(): ElementSources['held'] {
    return this.sources.held
  }

  play(): Promise<void> {
    if (this.sources.error) return Promise.reject(new DOMException('No source could be played.', 'NotSupportedError'))
    this.#pauseAsked = false
    this.sources.wanted = true
    if (this.#held) this.#held.paused = false
    this.#watch.expectPlaying()
    const request = new PlayRequest(
      this.element.play(),
      () => this.#held !== undefined,
      () => this.error !== null
    )
    this.#requests.add(request)
    const forget = (): boolean => this.#requests.delete(request)
    request.promise.then(forget, forget)
    return request.promise
  }

  pause(): void {
    this.#pauseAsked = true
    this.sources.wanted = false
    this.element.pause()
    if (!this.#held || this.#held.paused) return
    this.#held.paused = true
    this.#settle(request => request.interrupted())
    this.#tell('pause')
  }

  load(): void {
    this.sources.retry()
  }

  dispose(): void {
    for (const leave of this.#leaveSources) leave()
    for (const type of MEDIA_EVENTS) this.element.removeEventListener(type, this, isOfSources(type))
    this.#settle(request => request.interrupted())
    this.#watch.stop()
  }

  /** The element's listener: mends what the engine left out, then tells. */
  handleEvent(event: Event): void {
    this.sources.hear(event)
    if (event.target !== this.element) return
    if (!this.#keepBack(event.type as MediaEventType)) this.#tell(event.type as MediaEventType)
  }

  #tell(type: MediaEventType): void {
    this.#before(type)
    this.emit(type)
    this.#after(type)
  }

  /** What was already told in the engine's stead, and what mending itself gives rise to. */
  #keepBack(type: MediaEventType): boolean {
    if (this.sources.keepsBack(type)) return true
    return (type === 'ended' && this.#toldEnd) || this.#watch.isEcho(type) || (type === 'pause' && this.#playOn())
  }

  /**
   * WebKit unmutes at a change of rate, and sound that nobody asked for may then stop playback: mutes again and plays
   * on. @returns whether that was why it paused.
   */
  #playOn(): boolean {
    if (this.#mutedBeforeRate && !this.element.muted) this.#keepMuted()
    if (this.#pauseAsked || !this.element.paused || performance.now() - this.#unmutedByRate > UNMUTED_FOR) return false
    this.#unmutedByRate = Number.NEGATIVE_INFINITY
    this.element.play().catch(() => undefined)
    return true
  }

  #before(type: MediaEventType): void {
    switch (type) {
      case 'emptied':
      case 'loadstart':
        this.#toldEnd = false
        this.#watch.interrupt()
        break
      case 'waiting':
      case 'seeking':
        this.#toldEnd = false
        this.#watch.interrupt()
        break
      case 'pause':
        // A pause that a later play() has overtaken settles nothing.
        if (this.element.paused) this.#watch.settle()
        break
      case 'playing':
        this.#watch.settle()
        this.#toldEnd = false
        this.#keepMuted()
        break
      case 'ended':
        this.#toldEnd = true
        break
      case 'ratechange':
        this.#keepMuted()
        break
      case 'timeupdate':
        this.#watch.look()
    }
  }

  #after(type: MediaEventType): void {
    if (type === 'playing') this.#settle(request => request.begun())
    if ((type === 'pause' || type === 'emptied') && this.element.paused) this.#settle(request => request.interrupted())
    if (type === 'error') this.#settle(request => request.impossible())
    // Firefox and WebKit leave `paused` false after a source failed.
    if (type === 'error' && !this.element.paused) this.element.pause()
    // Chromium fires no `ended` when a paused media is sought to its end.
    if (type === 'seeked' && this.element.ended && this.element.paused && !this.#toldEnd) this.#tell('ended')
  }

  #keepMuted(): void {
    const muted = this.#mutedBeforeRate
    // While it loads or seeks, the rate is still to be applied, and the unmuting to come.
    const isToCome = this.element.seeking || this.element.readyState === 0
    if (this.element.muted !== muted || !isToCome) this.#mutedBeforeRate = undefined
    if (muted === undefined || this.element.muted === muted) return
    this.element.muted = muted
    if (muted) this.#unmutedByRate = performance.now()
  }

  /** One source gives way to another, has given way, or none is left. */
  #sourcesChanged(change: SourceChange): void {
    if (change === 'held') {
      this.#watch.interrupt()
      this.#tell('waiting')
    } else if (change === 'released') {
      this.#toldEnd = false
      if (!this.element.paused) this.#watch.expectPlaying()
      this.#tell(this.element.ended ? 'ended' : 'durationchange')
    } else if (change === 'failed') this.#tell('error')
  }

  #settle(how: (request: PlayRequest) => void): void {
    for (const request of this.#requests) how(request)
  }
}

/** Adapts a media element. One element may have several adapters; each has its own listeners. */
export const adaptMediaElement = (element: HTMLMediaElement): MediaElementAdapter => new MediaElementAdapter(element)
