import type { Fault, Result } from '../../../core/fault.ts'
import { AUTOMATIC } from '../../../core/playback/values.ts'
import { endOf, type Rendition, type Timeline } from '../../../core/streams/manifest.ts'
import type { TimeRangesLike } from '../../../core/time/ranges.ts'
import { bringTexts } from './bring-texts.ts'
import { QualityChoice, qualityOf } from './choice.ts'
import { ask } from './fetching/network.ts'
import { PieceMaker } from './fetching/pieces.ts'
import { Timelines } from './fetching/timelines.ts'
import type { StreamFeedHost, TrackHost } from './hosts.ts'
import { segmentAt } from './next-segment.ts'
import { nothingPlayable, sourceClass, takesType } from './platform.ts'
import { standBackFromEnd } from './playback/back-from-end.ts'
import { Gaps } from './playback/gaps.ts'
import { beginOf, windowOf } from './playback/live-edge.ts'
import { LivePlayback } from './playback/live-playback.ts'
import { BufferQueue, SLACK } from './playback/source-buffer.ts'
import type { TextHost } from './texts.ts'
import { TrackFeed } from './track-feed.ts'
import { Tracks } from './tracks.ts'

/** Seconds that are in store ahead of the playhead; less where there is no room for so much. */
const ROOM = 30
const LEAST_ROOM = 6
/** Before anyone plays it, as long as that. */
const ROOM_BEFORE = 4

/** One stream that is fed to a media element in place of its address, from its manifest to its end. */
export class StreamFeed implements TrackHost, TextHost {
  readonly src: string
  /** What the element is given as its address. */
  readonly url: string
  readonly element: HTMLMediaElement
  readonly choice: QualityChoice
  readonly pieces: PieceMaker
  timelines!: Timelines
  /** Why it cannot go on; `undefined` as long as it can. */
  fault: Fault | undefined
  readonly #host: StreamFeedHost
  readonly #life = new AbortController()
  readonly #source: MediaSource
  #tracks: Tracks | undefined
  #feeds: readonly TrackFeed[] = []
  #room = ROOM
  /** Where playback begins, until the element can say where it is. */
  #begin = 0
  #told = ''
  #live: LivePlayback | undefined
  #textsRenewed: () => void = () => undefined
  #mayEnd!: () => boolean

  constructor(host: StreamFeedHost, src: string, source: MediaSource) {
    this.#host = host
    this.#source = source
    this.src = src
    this.element = host.element
    this.url = URL.createObjectURL(source)
    this.choice = new QualityChoice(host.element, () => host.preferences.saveData)
    this.pieces = new PieceMaker((resource, progress) => this.fetch(resource, progress))
    source.addEventListener('sourceopen', () => this.#open(), { once: true, signal: this.signal })
    source.addEventListener('sourceclose', () => this.#close())
  }

  get signal(): AbortSignal {
    return this.#life.signal
  }

  /** `auto`, or the quality that the viewer wants. */
  get quality(): string {
    return this.qualities.length > 0 ? (this.choice.wanted ?? AUTOMATIC) : ''
  }
  set quality(wanted: string) {
    if (!this.qualities.includes(wanted)) return
    this.choice.wanted = wanted === AUTOMATIC ? undefined : wanted
    const video = this.#feeds.find(({ kind }) => kind === 'video')
    // What lies right before the playhead stays: there is no time to put it in anew.
    video?.renew(this.position + (this.#playing(video)?.timeline.longest ?? ROOM_BEFORE))
    this.#changed()
  }

  /** `auto`, and the qualities from the smallest to the largest; none where there is but one. */
  get qualities(): readonly string[] {
    const names = [...new Set(this.#tracks?.pictures.map(qualityOf))]
    return names.length > 1 ? [AUTOMATIC, ...names] : []
  }

  /** Of a live stream, to where it is to be played: engines count what is in store as well. */
  get seekable(): TimeRangesLike | undefined {
    const live = this.signal.aborted ? undefined : this.#liveTimeline
    if (!live) return undefined
    const { start, end } = windowOf(live)
    return { length: 1, start: () => start, end: () => end }
  }

  /** What plays now. */
  get playingQuality(): string | undefined {
    const rendition = this.#feeds.find(({ kind }) => kind === 'video')?.rendition
    return rendition && qualityOf(rendition)
  }

  /** The label of the audio track that plays; `''` where the sound is in the picture. */
  get audioTrack(): string {
    return this.#tracks?.label ?? ''
  }
  set audioTrack(label: string) {
    const tracks = this.#tracks
    if (!tracks?.labels.includes(label) || label === tracks.label) return
    tracks.label = label
    this.#feeds.find(({ kind }) => kind === 'audio')?.renew(this.position, tracks.sound)
    this.#changed()
  }

  /** The labels of the audio tracks; none where there is but one. */
  get audioTracks(): readonly string[] {
    const labels = this.#tracks?.labels ?? []
    return labels.length > 1 ? labels : []
  }

  get startDate(): number | undefined {
    const timeline = this.#playing(this.#feeds[0])?.timeline
    const { date, start = 0 } = (timeline && segmentAt(timeline, this.position)) ?? {}
    return date === undefined ? undefined : date - start * 1000
  }

  get position(): number {
    const { readyState, currentTime } = this.element
    return readyState === 0 ? Math.max(this.#begin, currentTime) : currentTime
  }

  get room(): number {
    const { paused, preload, played } = this.element
    const isWanted = !paused || preload === 'auto' || played.length > 0
    return isWanted ? this.#room : Math.min(this.#room, ROOM_BEFORE)
  }

  tighten(): void {
    this.#room = Math.max(LEAST_ROOM, this.#room * 0.7)
  }

  tell(reason: Fault): void {
    if (this.signal.aborted) return
    this.#host.raise(reason)
  }

  fail(reason: Fault): void {
    if (this.signal.aborted || this.fault) return
    this.fault = reason
    this.#end('network')
  }

  fetch(
    resource: Parameters<typeof ask>[0],
    progress?: (bytes: number, seconds: number, whole: number) => boolean
  ): ReturnType<typeof ask> {
    const credentials = this.element.crossOrigin === 'use-credentials' ? 'include' : 'same-origin'
    return ask(resource, { signal: this.signal, credentials, progress })
  }

  timelineOf(rendition: Rendition): Promise<Result<Timeline>> {
    return this.timelines.get(rendition)
  }

  /** A live timeline has changed. */
  renewed(): void {
    this.#live?.setWindow(this.#duration())
    for (const feed of this.#feeds) feed.pump()
    this.#textsRenewed()
  }

  /** A buffer has taken something, or all there is. */
  fed(): void {
    this.#changed()
    if (this.#feeds.length > 0 && this.#feeds.every(({ isDone }) => isDone))
      Promise.all(this.#feeds.map(({ idle }) => idle)).then(() => this.#end())
  }

  async #open(): Promise<void> {
    URL.revokeObjectURL(this.url)
    const opened = await Timelines.open(this.src, this)
    if (this.signal.aborted) return
    if (!opened.ok) return this.fail(opened.fault)
    this.timelines = opened.value
    this.#tracks = new Tracks(this.timelines.manifest, takesType)
    if (this.#tracks.main.length === 0) return this.fail(nothingPlayable(this.src))
    const read = await this.timelines.get(this.choice.next(this.#tracks.main, NOTHING_YET))
    if (this.signal.aborted) return
    if (!read.ok) return this.fail(read.fault)
    this.#begin = beginOf(read.value)
    await this.#fill(this.#tracks)
  }

  /** Fetches the first piece of each track, makes their buffers, and goes on from there. */
  async #fill(tracks: Tracks): Promise<void> {
    const feeds = [new TrackFeed(this, tracks.hasPicture ? 'video' : 'audio', tracks.main)]
    if (tracks.hasPicture && tracks.sound.length > 0) feeds.push(new TrackFeed(this, 'audio', tracks.sound))
    const types = await Promise.all(feeds.map(feed => feed.prepare()))
    if (this.signal.aborted || this.fault) return
    try {
      const duration = this.#duration()
      if (duration !== undefined) this.#source.duration = duration
      // What a presentation has beyond its end is not shown (ISO/IEC 23009-1, 5.3.2).
      const end = (this.timelines.manifest.duration ?? Number.POSITIVE_INFINITY) + SLACK
      const buffers = types.map((type = '') => new BufferQueue(this.#source.addSourceBuffer(type), type, end))
      this.#feeds = feeds
      this.#live = new LivePlayback(this.element, this.#source, () => this.#liveTimeline)
      this.#listen(this.#live, new Gaps(this.element, feeds))
      this.#mayEnd = standBackFromEnd(this.element, this.#source, this.signal)
      this.#live.setWindow(duration)
      this.#textsRenewed = bringTexts(tracks.texts, this, this.signal)
      await Promise.all(feeds.map((feed, index) => feed.attach(buffers[index] as BufferQueue)))
    } catch (cause) {
      this.fail({ ...nothingPlayable(this.src, types.filter(type => type).join(' and ')), cause })
    }
  }

  #listen(live: LivePlayback, gaps: Gaps): void {
    const { element, signal } = this
    const on = (type: string, heard: () => void): void => element.addEventListener(type, heard, { signal })
    on('seeking', () => {
      live.leaveEdge()
      for (const feed of this.#feeds) feed.seek()
    })
    on('seeked', () => live.lookAtEdge())
    for (const type of ['play', 'timeupdate', 'ratechange'])
      on(type, () => {
        for (const feed of this.#feeds) feed.pump()
        live.keepUp(type === 'play')
      })
    for (const type of ['waiting', 'stalled', 'timeupdate']) on(type, () => gaps.look())
    signal.addEventListener('abort', () => gaps.stop())
    if (element.readyState > 0) this.#goToBegin(live)
    else on('loadedmetadata', () => this.#goToBegin(live))
  }

  /** Where nobody has asked for another place, it begins at its own. */
  #goToBegin(live: LivePlayback): void {
    const begin = this.#begin
    this.#begin = 0
    if (begin > 0 && this.element.currentTime === 0) this.element.currentTime = begin
    live.lookAtEdge()
  }

  #playing(feed: TrackFeed | undefined): { readonly rendition: Rendition; readonly timeline: Timeline } | undefined {
    const rendition = feed?.rendition ?? this.#tracks?.main[0]
    const timeline = rendition && this.timelines.known(rendition)
    return timeline && { rendition, timeline }
  }

  get #liveTimeline(): Timeline | undefined {
    const { timeline } = (this.#feeds.length > 0 && this.#playing(this.#feeds[0])) || {}
    return timeline?.isEnded === false ? timeline : undefined
  }

  #duration(): number | undefined {
    const { main = [], sound = [] } = this.#tracks ?? {}
    const known = [...main, ...sound].flatMap(each => this.timelines.known(each) ?? [])
    if (known.length === 0) return undefined
    if (!known.every(({ isEnded }) => isEnded)) return Number.POSITIVE_INFINITY
    // Not only of the picture: an engine makes it longer at the end, and who has gone to the end is there no more.
    return Math.max(this.timelines.manifest.duration ?? 0, ...known.map(endOf))
  }

  #end(why?: EndOfStreamError): void {
    const source = this.#source
    if (source.readyState !== 'open') return
    const busy = [...source.sourceBuffers].find(({ updating }) => updating)
    if (!busy) {
      if (why || this.#mayEnd()) source.endOfStream(why)
    } else if (why) busy.addEventListener('updateend', () => this.#end(why), { once: true, signal: this.signal })
  }

  /** What can be chosen, or what plays, has changed: told as another size of the picture, which it is. */
  #changed(): void {
    const now = JSON.stringify([this.qualities, this.quality, this.playingQuality, this.audioTrack])
    if (now === this.#told) return
    this.#told = now
    this.element.dispatchEvent(new Event('resize'))
  }

  #close(): void {
    this.#life.abort()
    this.pieces.stop()
  }
}

const NOTHING_YET = { last: undefined, buffer: 0, room: ROOM, duration: 4 }

/** Feeds a stream to a media element; `undefined` where the engine has no Media Source. */
export const feedStream = (host: StreamFeedHost, src: string): StreamFeed | undefined => {
  const Source = sourceClass()
  if (!Source) return undefined
  // The managed one asks for that (Media Source Extensions, ManagedMediaSource).
  host.element.disableRemotePlayback = true
  return new StreamFeed(host, src, new Source())
}
