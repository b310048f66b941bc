import { takesRate } from '../../core/playback/rates.ts'
import type { MediaCapabilities, MediaErrorLike } from '../../core/playback/snapshot.ts'
import type { DataSettings } from '../../core/settings/settings.ts'
import type { TimeRangesLike } from '../../core/time/ranges.ts'
import { MEDIA_EVENTS, type MediaAdapter, type MediaEventType } from '../adapter.ts'
import type { LoadingPort, NativeControlsPort, PosterPort } from '../ports.ts'
import type { Presentations } from '../presentation.ts'
import type { TextTrackPort } from '../text-tracks.ts'
import { capabilitiesOf } from './element-capabilities.ts'
import { nativeControlsOf, posterOf, writtenOn } from './element-ports.ts'
import { ownFullscreenOf, pictureInPictureOf } from './element-presentations.ts'
import { type ElementSources, sourcesOf } from './element-sources.ts'
import { ElementTextTracks } from './element-text-tracks.ts'
import { FedMedia } from './fed-media.ts'
import type { FrozenPlayback } from './frozen-playback.ts'
import { KeptMute } from './kept-mute.ts'
import { PlayRequest, PlayRequests } from './play-request.ts'
import { hasEnded, PlaybackWatch } from './playback-watch.ts'
import type { SourceChange } from './shown-playback.ts'

const HAVE_CURRENT_DATA = 2
const HAVE_FUTURE_DATA = 3
const NO_RANGES: TimeRangesLike = { length: 0, start: () => Number.NaN, end: () => Number.NaN }

/**
 * A `<video>` or `<audio>` as a media adapter. Mostly the element itself; the rest makes the three engines keep the
 * promises of {@link MediaAdapter} (what each breaks is said where it is mended).
 */
export class MediaElementAdapter extends FedMedia implements MediaAdapter {
  readonly kind: 'picture' | 'sound'
  readonly capabilities: MediaCapabilities
  readonly element: HTMLMediaElement
  readonly surface: HTMLElement
  readonly posterPort: PosterPort | undefined
  readonly nativeControls: NativeControlsPort
  readonly loading: LoadingPort
  readonly written: DataSettings
  readonly presentations: Presentations
  readonly textTracks: TextTrackPort
  readonly sources: ElementSources
  readonly #requests = new PlayRequests()
  readonly #watch: PlaybackWatch
  /** `ended` has been told since the end was reached, by the engine or in its stead. */
  #toldEnd = false
  /** What takes the adapter off the element's sources. */
  readonly #leaveSources: readonly (() => void)[]
  readonly #mute: KeptMute
  /** The pause was asked for, and is not the engine's own. */
  #pauseAsked = false

  constructor(element: HTMLMediaElement) {
    super()
    this.element = element
    this.surface = element
    this.kind = element.localName === 'audio' ? 'sound' : 'picture'
    this.loading = element as HTMLVideoElement
    this.written = writtenOn(element)
    this.nativeControls = nativeControlsOf(element)
    this.posterPort = posterOf(element, () => this.#playing)
    this.capabilities = capabilitiesOf(element)
    this.textTracks = new ElementTextTracks(element)
    this.presentations = { fullscreen: ownFullscreenOf(element), 'picture-in-picture': pictureInPictureOf(element) }
    this.#mute = new KeptMute(element)
    this.#toldEnd = element.ended
    this.#watch = new PlaybackWatch(
      element,
      () => this.#tell('playing'),
      () => this.sources.feed
    )
    // Before all else: what it keeps back must not be told by anyone.
    this.sources = sourcesOf(element)
    this.#leaveSources = [
      this.sources.use(),
      this.sources.listen(change => typeof change === 'string' && this.#sourcesChanged(change))
    ]
    // What <source> children tell does not bubble.
    for (const type of MEDIA_EVENTS) element.addEventListener(type, this, type === 'error')
  }

  get currentSrc(): string {
    return this.sources.currentSrc
  }
  /** The source that plays, or is to play before the engine has chosen. */
  get #playing(): string {
    return this.currentSrc || (this.sources.list.find(({ answer }) => answer !== '')?.src ?? '')
  }
  get currentTime(): number {
    if (this.sources.error) return this.sources.stoodAt
    return this.#frozen?.currentTime ?? this.element.currentTime
  }
  set currentTime(seconds: number) {
    // WebKit takes NaN and Infinity for the end.
    if (!Number.isFinite(seconds)) throw new TypeError(`currentTime takes a finite number of seconds, not ${seconds}.`)
    const frozen = this.#frozen
    if (frozen) {
      frozen.currentTime = seconds
      frozen.seeking = true
      queueMicrotask(() => this.#tell('seeking'))
    }
    this.element.currentTime = seconds
  }
  get duration(): number {
    return this.#frozen?.duration ?? this.element.duration
  }
  get paused(): boolean {
    return this.#frozen?.paused ?? (this.element.paused || this.error !== null)
  }
  get ended(): boolean {
    // Only once it is told: the end that some engines jump to where a file breaks off is none.
    return !this.#frozen && this.#toldEnd && hasEnded(this.element)
  }
  get seeking(): boolean {
    return this.#frozen?.seeking ?? this.element.seeking
  }
  get readyState(): number {
    if (this.#frozen) return this.#frozen.readyState
    const { readyState } = this.element
    // WebKit stays at 2 after a seek while time runs on.
    return readyState === HAVE_CURRENT_DATA && this.#watch.advancing ? HAVE_FUTURE_DATA : readyState
  }
  get playbackRate(): number {
    return this.#frozen?.playbackRate ?? this.element.playbackRate
  }
  set playbackRate(rate: number) {
    if (!takesRate(this.capabilities.playbackRate, rate))
      throw new DOMException(`playbackRate cannot be ${rate} here.`, 'NotSupportedError')
    this.#mute.rateIsSet()
    if (this.#frozen) this.#frozen.playbackRate = rate
    this.element.playbackRate = rate
  }
  get volume(): number {
    return Math.round(this.element.volume * 1e6) / 1e6
  }
  set volume(volume: number) {
    this.element.volume = volume
  }
  get muted(): boolean {
    return this.#frozen?.muted ?? this.#mute.muted
  }
  set muted(muted: boolean) {
    this.#mute.forget()
    if (this.#frozen) this.#frozen.muted = muted
    this.element.muted = muted
  }
  get loop(): boolean {
    return this.element.loop
  }
  set loop(loop: boolean) {
    this.element.loop = loop
  }
  get buffered(): TimeRangesLike {
    return this.#isEmpty ? NO_RANGES : this.element.buffered
  }
  get seekable(): TimeRangesLike {
    // WebKitGTK: asked before metadata and again after, it seeks to 0 once playback begins, and is stuck after a pause.
    return this.#isEmpty ? NO_RANGES : (this.sources.feed?.seekable ?? this.element.seekable)
  }
  get error(): MediaErrorLike | null {
    if (this.#frozen || !(this.sources.error || this.element.error)) return null
    // What an engine knows before it tells of it may yet be mended.
    return this.sources.error ?? (this.sources.list.length === 0 ? this.element.error : null)
  }
  get videoWidth(): number {
    return (this.#frozen ?? (this.element as Partial<HTMLVideoElement>)).videoWidth ?? 0
  }
  get videoHeight(): number {
    return (this.#frozen ?? (this.element as Partial<HTMLVideoElement>)).videoHeight ?? 0
  }
  /** Nothing is known yet of what is to play. */
  get #isEmpty(): boolean {
    return !(this.readyState && this.element.readyState)
  }
  get #frozen(): FrozenPlayback | undefined {
    return this.sources.frozen
  }

  play(): Promise<void> {
    if (this.sources.error) return Promise.reject(new DOMException('No source could be played.', 'NotSupportedError'))
    this.#pauseAsked = false
    this.sources.wanted = true
    if (this.#frozen) this.#frozen.paused = false
    this.#watch.expectPlaying()
    return this.#requests.add(
      new PlayRequest(
        this.sources.begin(),
        () => this.#frozen !== undefined,
        () => this.error !== null
      )
    )
  }

  pause(): void {
    this.#pauseAsked = true
    this.sources.wanted = false
    this.element.pause()
    if (!this.#frozen || this.#frozen.paused) return
    this.#frozen.paused = true
    this.#requests.settle(request => request.interrupted())
    this.#tell('pause')
  }

  load(): void {
    this.sources.retry()
    this.#requests.settle(request => request.interrupted())
  }

  dispose(): void {
    for (const leave of this.#leaveSources) leave()
    for (const type of MEDIA_EVENTS) this.element.removeEventListener(type, this, type === 'error')
    this.#requests.settle(request => request.interrupted())
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

  /** Whether an event is not told: it was told already in the engine's stead, or comes of our own repairs. */
  #keepBack(type: MediaEventType): boolean {
    const isTwice = this.sources.keepsBack(type) || (type === 'ended' && this.#toldEnd) || this.#watch.keepsBack(type)
    return isTwice || (type === 'pause' && this.#playOn())
  }

  /** Plays on where the engine paused only because the rate was set. @returns whether that was why it paused. */
  #playOn(): boolean {
    this.#mute.keepSilent()
    if (this.#pauseAsked || !this.element.paused || !this.#mute.takePause()) return false
    this.element.play().catch(() => undefined)
    return true
  }

  #before(type: MediaEventType): void {
    switch (type) {
      case 'emptied':
      case 'loadstart':
      case 'waiting':
      case 'seeking':
        this.#watch.interrupt()
        // WebKit seeks at the end of a stream by itself, and would tell the end once more.
        this.#toldEnd &&= this.element.ended
        break
      case 'pause':
        // A pause that a later play() has overtaken settles nothing.
        if (this.element.paused) this.#watch.settle()
        break
      case 'playing':
        this.#watch.settle()
        this.#toldEnd = false
        this.#mute.keep()
        break
      case 'ended':
        this.#toldEnd = true
        break
      case 'ratechange':
        this.#mute.keep()
        break
      case 'timeupdate':
        this.#mute.keep(true)
        this.#watch.look()
    }
  }

  #after(type: MediaEventType): void {
    if (type === 'playing') this.#requests.settle(request => request.begun())
    if ((type === 'pause' || type === 'emptied') && this.element.paused)
      this.#requests.settle(request => request.interrupted())
    if (type === 'error') {
      this.#requests.settle(request => request.impossible())
      // Firefox and WebKit leave `paused` false after a source failed.
      if (!this.element.paused) this.element.pause()
    }
    // Chromium fires no `ended` when a paused media is sought to its end.
    if (type === 'seeked' && this.element.paused && !this.#toldEnd && hasEnded(this.element)) this.#tell('ended')
  }

  /** One source gives way to another, has given way, or none is left. */
  #sourcesChanged(change: SourceChange): void {
    if (change === 'frozen') {
      // The next source is given the same rate.
      this.#mute.rateIsSet()
      if (this.#frozen) this.#frozen.muted = this.#mute.muted
      this.#watch.interrupt()
      this.#tell('waiting')
    } else if (change === 'released') {
      this.#toldEnd = false
      if (!this.element.paused) this.#watch.expectPlaying()
      this.#tell(this.element.ended ? 'ended' : 'durationchange')
    } else if (change === 'sought') this.#tell('seeked')
    else if (change === 'failed') this.#tell('error')
  }
}
