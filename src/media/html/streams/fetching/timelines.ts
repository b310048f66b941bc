import { type Fault, type Result, refuse, succeed } from '../../../../core/fault.ts'
import {
  endOf,
  isTimeline,
  type Manifest,
  type ReadManifest,
  type Rendition,
  type Resource,
  type Segment,
  type Timeline,
  type TimelineSource
} from '../../../../core/streams/manifest.ts'
import { tryReadAnyPlaylist } from '../../../../core/streams/playlist/any-playlist.ts'
import { tryReadPlaylist } from '../../../../core/streams/playlist/media-playlist.ts'
import { isPresentation, type ManifestFault } from '../../../../core/streams/reading.ts'
import { definePart, unreachable } from '../../../../loading/part.ts'
import type { Answer } from './network.ts'

/** What reads media presentation descriptions. */
const PRESENTATIONS = definePart(() => import('../../../../core/streams/dash/index.ts'))

/** What the timelines of a stream need of it. */
export interface TimelinesHost {
  readonly signal: AbortSignal
  fetch(resource: Resource): Promise<Result<Answer>>
  /** What is wrong in a manifest, without keeping it from being played. */
  tell(fault: Fault): void
  /** A timeline has changed. */
  renewed(): void
}

const textOf = ({ bytes }: Answer): string => new TextDecoder().decode(bytes)

/** How much later a live window stands, by how much is taken off all its times: they begin near 0. */
const moved = (timeline: Timeline, seconds: number): Timeline =>
  seconds === 0
    ? timeline
    : {
        ...timeline,
        segments: timeline.segments.map(segment => ({
          ...segment,
          start: segment.start - seconds,
          ...(segment.offset !== undefined && { offset: segment.offset - seconds })
        }))
      }

/** A manifest that was not renewed is asked for again after so many times the usual while, and no later. */
const SLOWEST = 4

/** The timelines of the renditions of one stream: read when they are first asked for, and kept up to date while it is live. */
export class Timelines {
  manifest: Manifest
  readonly #host: TimelinesHost
  readonly #known = new Map<string, Timeline>()
  readonly #reading = new Map<string, Promise<Result<Timeline>>>()
  readonly #timers = new Map<string, ReturnType<typeof setTimeout>>()
  /** Milliseconds that the clock of the stream is ahead of that of the device. */
  #ahead: number
  /** What is taken off the times of a live presentation. */
  #zero = 0
  #failures = 0

  private constructor(host: TimelinesHost, manifest: Manifest, ahead: number) {
    this.#host = host
    this.manifest = manifest
    this.#ahead = ahead
    const first = manifest.renditions.map(({ timeline }) => timeline).find(isTimeline)
    if (first && !first.isEnded) this.#zero = first.segments[0]?.start ?? 0
    this.#take(manifest)
    host.signal.addEventListener('abort', () => {
      for (const timer of this.#timers.values()) clearTimeout(timer)
    })
  }

  /** Asks for a manifest and reads it. Faults: those of asking and of reading. */
  static async open(src: string, host: TimelinesHost): Promise<Result<Timelines>> {
    const answer = await host.fetch({ src })
    if (!answer.ok) return answer
    const read = await readAnswer(answer.value, host, Date.now())
    if (!read.ok) return read
    const ahead = await clockOf(read.value, host)
    if (ahead === 0) return succeed(new Timelines(host, read.value, 0))
    const again = await readAnswer(answer.value, host, Date.now() + ahead)
    return again.ok ? succeed(new Timelines(host, again.value, ahead)) : again
  }

  /** What is known of a rendition at this moment. */
  known(rendition: Rendition): Timeline | undefined {
    return this.#known.get(rendition.id)
  }

  /** The timeline of a rendition, which is asked for if need be, and kept up to date from then on. */
  async get(rendition: Rendition): Promise<Result<Timeline>> {
    const known = this.#known.get(rendition.id)
    if (known) {
      this.#keep(rendition, known)
      return succeed(known)
    }
    const reading = this.#reading.get(rendition.id) ?? this.#read(rendition)
    this.#reading.set(rendition.id, reading)
    const read = await reading
    this.#reading.delete(rendition.id)
    return read
  }

  /** Renditions that are not played any more need not be kept up to date. */
  keepOnly(renditions: readonly Rendition[]): void {
    for (const [id, timer] of this.#timers) {
      if (id === '' || renditions.some(rendition => rendition.id === id)) continue
      clearTimeout(timer)
      this.#timers.delete(id)
      this.#known.delete(id)
    }
  }

  async #read(rendition: Rendition): Promise<Result<Timeline>> {
    const { timeline } = rendition
    if (isTimeline(timeline)) return succeed(timeline)
    const read =
      timeline.from === 'playlist' ? await this.#readPlaylist(rendition, timeline.src) : await this.#readFiles(timeline)
    if (read.ok) {
      this.#known.set(rendition.id, read.value)
      this.#keep(rendition, read.value)
    }
    return read
  }

  async #readPlaylist({ id }: Rendition, address: string): Promise<Result<Timeline>> {
    const answer = await this.#host.fetch({ src: address })
    if (!answer.ok) return answer
    const context = { before: this.#known.get(id), beside: [...this.#known.values()][0] }
    const read = tryReadPlaylist(textOf(answer.value), answer.value.src, context)
    if (!read.ok) return read
    tellAll(read.value.faults, this.#host)
    return succeed(read.value.timeline)
  }

  async #readFiles({ files }: Extract<TimelineSource, { from: 'index' }>): Promise<Result<Timeline>> {
    const part = await readerOfPresentations(this.#host)
    if (!part.ok) return part
    const segments: Segment[] = []
    for (const file of files) {
      const answer = await this.#host.fetch({ src: file.src, range: file.index })
      if (!answer.ok) return answer
      const read = part.value.tryReadIndex(answer.value.bytes, file)
      if (!read.ok) return read
      segments.push(...read.value)
    }
    const longest = segments.reduce((most, { duration }) => Math.max(most, duration), 0)
    return succeed({ segments, isEnded: true, longest })
  }

  /** A live timeline is read anew after a while: by its playlist, or all of them by their manifest. */
  #keep(rendition: Rendition, { isEnded, refresh, longest }: Timeline): void {
    const isOfManifest = isTimeline(rendition.timeline)
    const id = isOfManifest && this.manifest.type === 'application/dash+xml' ? '' : rendition.id
    if (isEnded || this.#timers.has(id) || this.#host.signal.aborted) return
    const seconds = Math.min((refresh ?? longest) * 2 ** this.#failures, (refresh ?? longest) * SLOWEST)
    this.#timers.set(
      id,
      setTimeout(() => this.#renew(id, rendition), seconds * 1000)
    )
  }

  async #renew(id: string, rendition: Rendition): Promise<void> {
    const { timeline } = rendition
    const src = isTimeline(timeline) ? this.manifest.src : timeline.from === 'playlist' ? timeline.src : ''
    const isRenewed = id === '' ? await this.#renewManifest() : await this.#renewPlaylist(rendition, src)
    if (this.#host.signal.aborted) return
    this.#timers.delete(id)
    this.#failures = isRenewed ? 0 : this.#failures + 1
    const known = this.#known.get(rendition.id)
    if (known) this.#keep(rendition, known)
    if (isRenewed) this.#host.renewed()
  }

  async #renewPlaylist(rendition: Rendition, src: string): Promise<boolean> {
    const read = await this.#readPlaylist(rendition, src)
    if (!read.ok) {
      this.#host.tell(read.fault)
      return false
    }
    const before = this.#known.get(rendition.id)
    // An older answer, of a store between here and there, is passed over.
    if (before && endOf(read.value) < endOf(before) && !read.value.isEnded) return false
    this.#known.set(rendition.id, read.value)
    return true
  }

  async #renewManifest(): Promise<boolean> {
    const answer = await this.#host.fetch({ src: this.manifest.src })
    const read: Result<Manifest> = answer.ok
      ? await readAnswer(answer.value, this.#host, Date.now() + this.#ahead)
      : answer
    if (!read.ok) {
      this.#host.tell(read.fault)
      return false
    }
    this.manifest = { ...read.value, src: this.manifest.src }
    this.#take(this.manifest)
    return true
  }

  #take({ renditions }: Manifest): void {
    for (const { id, timeline } of renditions)
      if (isTimeline(timeline)) this.#known.set(id, moved(timeline, this.#zero))
  }
}

const tellAll = (faults: readonly ManifestFault[], host: TimelinesHost): void => {
  for (const fault of faults) host.tell(fault)
}

/** Told at once, as it is tried again. */
const readerOfPresentations = (
  host: TimelinesHost
): Promise<Result<typeof import('../../../../core/streams/dash/index.ts')>> =>
  PRESENTATIONS.load().then(succeed, cause => {
    const reason = unreachable(cause)
    host.tell(reason)
    return refuse(reason)
  })

const readText = async (text: string, src: string, host: TimelinesHost, now: number): Promise<Result<ReadManifest>> => {
  if (!isPresentation(text)) return tryReadAnyPlaylist(text, src)
  const part = await readerOfPresentations(host)
  return part.ok ? part.value.tryReadPresentation(text, src, now) : part
}

const readAnswer = async (answer: Answer, host: TimelinesHost, now: number): Promise<Result<Manifest>> => {
  const read = await readText(textOf(answer), answer.src, host, now)
  if (!read.ok) return refuse(read.fault)
  tellAll(read.value.faults, host)
  return succeed(read.value.manifest)
}

/** Milliseconds that the clock which a manifest names is ahead of that of the device; 0 where it names none. */
const clockOf = async ({ clock }: Manifest, host: TimelinesHost): Promise<number> => {
  if (!clock) return 0
  const { readClock } = await PRESENTATIONS.load()
  return readClock(clock, async src => {
    const answer = await host.fetch({ src })
    return answer.ok ? { text: textOf(answer.value), date: answer.value.date } : undefined
  })
}
