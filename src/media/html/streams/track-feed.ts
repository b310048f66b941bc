import type { Fault } from '../../../core/fault.ts'
import { endOf, type Rendition, type Segment, type Timeline } from '../../../core/streams/manifest.ts'
import { comesInTime, type Progress } from './fetching/lateness.ts'
import { rest } from './fetching/rest.ts'
import type { TrackHost } from './hosts.ts'
import { beginsBehind, nextSegment, passedOver, segmentAt } from './next-segment.ts'
import { type BufferQueue, type Piece, SLACK } from './playback/source-buffer.ts'

/** Tries of one segment, in whatever rendition, before it is passed over. */
const MOST_TRIES = 4
/** Segments in a row that may be passed over. */
const MOST_PASSED = 3
/** Seconds that are kept behind the playhead, and by how many more it may be until that is seen to. */
const [KEPT_BEHIND, MAY_BE_BEHIND] = [20, 30]
/** What is left of a stretch when its end has nearly come, in seconds. */
const NEARLY = 0.5
/** Faults of the way to the server rather than of one segment. */
const OF_THE_WAY: ReadonlySet<string> = new Set(['segment-unreachable', 'segment-late'])

/** Feeds one buffer with the segments of one track: what comes next, in which quality, and what if it does not come. */
export class TrackFeed {
  readonly kind: 'video' | 'audio'
  readonly #host: TrackHost
  #renditions: readonly Rendition[]
  #buffer: BufferQueue | undefined
  /** What was fetched before there was a buffer. */
  #first: Piece | undefined
  /** What was put in last, and since the last seek. */
  #rendition: Rendition | undefined
  #last: { readonly segment: Segment; readonly rendition: Rendition } | undefined
  /** What came for a place began behind it, and what is before that has been asked for. */
  #hasLookedBack = false
  /** What is there from here on is put in anew: another quality, or another language, was wanted. */
  #renewFrom = Number.POSITIVE_INFINITY
  /** Raised when playback is taken elsewhere, or another quality is wanted: what was found out before is old. */
  #turn = 0
  #isBusy = false
  #isDone = false
  #passed = 0
  /** Where what was passed over ends, in seconds. */
  #passedTo = 0
  /** Nothing more can be had behind what is there: told when playback comes to its end. */
  #failure: Fault | undefined
  #fetching: { readonly segment: Segment; readonly life: AbortController } | undefined

  constructor(host: TrackHost, kind: 'video' | 'audio', renditions: readonly Rendition[]) {
    this.#host = host
    this.kind = kind
    this.#renditions = renditions
  }

  /** What was put in last. */
  get rendition(): Rendition | undefined {
    return this.#rendition
  }

  /** All that there is has been put in. */
  get isDone(): boolean {
    return this.#isDone
  }

  /** Resolves when all that was asked of its buffer is done. */
  get idle(): Promise<unknown> | undefined {
    return this.#buffer?.idle
  }

  /** Whether what is there reaches beyond a place, in seconds, or nothing more will come. */
  hasPassed(time: number): boolean {
    return this.#isDone || (this.#buffer?.endFrom(time) ?? 0) > time
  }

  /**
   * What is there from a moment on is put in anew.
   * @param from seconds
   * @param among the renditions to choose from, where they are others than before
   */
  renew(from: number, among = this.#renditions): void {
    this.#renditions = among
    this.#renewFrom = from
    this.#turn += 1
    this.#isDone = false
    this.#fetching?.life.abort()
    this.pump()
  }

  /** Fetches the first piece, which says what kind of buffer is needed. @returns its type; `undefined` where nothing can be had. */
  async prepare(): Promise<string | undefined> {
    while (!this.#host.signal.aborted && !this.#first) if (!(await this.#step())) return undefined
    return this.#first?.type
  }

  /** From now on what is fetched is put in. */
  async attach(buffer: BufferQueue): Promise<void> {
    this.#buffer = buffer
    const first = this.#first
    this.#first = undefined
    // What is asked for meanwhile would be fetched anew.
    this.#isBusy = true
    if (first) await this.#append(first, true)
    this.#isBusy = false
    this.pump()
  }

  /** Playback was taken elsewhere: what is on its way for another place is given up. */
  seek(): void {
    const position = this.#position
    const { segment, life } = this.#fetching ?? {}
    this.#turn += 1
    this.#isDone = false
    const isWanted = segment && segment.start <= position && position < segment.start + segment.duration
    if (!isWanted && this.#endFrom(position) === position) life?.abort()
    this.#last = undefined
    this.#hasLookedBack = false
    this.#passedTo = 0
    this.#failure = undefined
    this.pump()
  }

  /** Goes on until enough is in store. */
  async pump(): Promise<void> {
    if (this.#isBusy || !this.#buffer) return
    this.#isBusy = true
    try {
      while (!this.#host.signal.aborted && (await this.#step()));
    } finally {
      this.#isBusy = false
    }
  }

  #endFrom(position: number): number {
    const from = Math.max(position, this.#passedTo)
    return Math.min(this.#buffer?.endFrom(from) ?? from, Math.max(position, this.#renewFrom))
  }

  /** Where playback is; at the very end, in the last segment. */
  get #position(): number {
    const { position, timelines } = this.#host
    const known = this.#rendition && timelines.known(this.#rendition)
    return known?.isEnded ? Math.min(position, endOf(known) - SLACK) : position
  }

  /** One segment more. @returns whether there may be another one to fetch at once. */
  async #step(): Promise<boolean> {
    const { room, timelines } = this.#host
    const position = this.#position
    if (this.#failure) return this.#failAtEnd(this.#failure, position)
    const end = this.#endFrom(position)
    if (this.#buffer && end - position >= room) return false
    const rendition = this.#choose(end - position)
    const turn = this.#turn
    const read = await timelines.get(rendition)
    if (turn !== this.#turn) return true
    if (!read.ok) return this.#couldNot(rendition, read.fault)
    const last = this.#last?.segment
    const isBehind =
      !this.#hasLookedBack && last !== undefined && beginsBehind(this.#buffer?.ranges ?? [], position, last)
    this.#hasLookedBack ||= isBehind
    const isRenewed = this.#renewFrom <= end
    const segment = nextSegment(read.value, { position, end, last, isBehind, isRenewed })
    if (!segment) return this.#atEnd(read.value)
    return this.#fetch(segment, rendition, end - position)
  }

  #choose(buffer: number): Rendition {
    const { choice, room, timelines } = this.#host
    const last = this.#rendition
    const known = last && timelines.known(last)
    return choice.next(this.#renditions, { last, buffer, room, duration: known?.longest || 4 })
  }

  #atEnd({ isEnded }: Timeline): boolean {
    this.#isDone = isEnded
    this.#host.fed()
    return false
  }

  async #fetch(segment: Segment, rendition: Rendition, buffer: number): Promise<boolean> {
    if (segment.isGap) return this.#pass(segment, rendition)
    let of = rendition
    for (let tries = 1; ; tries += 1) {
      const fault = await this.#try(segment, of, buffer)
      if (this.#host.signal.aborted) return false
      if (fault === undefined) return true
      this.#host.tell(fault)
      if (tries >= MOST_TRIES && !OF_THE_WAY.has(fault.code)) return this.#pass(segment, of)
      if (fault.code === 'segment-unreachable') await rest(tries, this.#host.signal)
      of = this.#other(of)
      const read = await this.#host.timelines.get(of)
      const same = read.ok && segmentAt(read.value, segment.start + segment.duration / 2)
      if (!same) return !this.#host.signal.aborted
      segment = same
    }
  }

  /** @returns why it could not be had; `undefined` where it could, or is not wanted any more. */
  async #try(segment: Segment, rendition: Rendition, buffer: number): Promise<Fault | undefined> {
    const { pieces, choice } = this.#host
    const turn = this.#turn
    const life = new AbortController()
    this.#fetching = { segment, life }
    const below = choice.wanted ? undefined : choice.below(rendition, this.#renditions)
    const isInTime = below && comesInTime(buffer, below.bandwidth / rendition.bandwidth)
    const isWanted = (...come: Progress): boolean => !life.signal.aborted && isInTime?.(...come) !== false
    const made = await pieces.make(segment, rendition, isWanted)
    this.#fetching = undefined
    if (life.signal.aborted) return undefined
    if (!made.ok) {
      if (made.fault.code !== 'segment-late' || !below) choice.rest(rendition)
      return made.fault
    }
    const { answer, ...piece } = made.value
    choice.throughput.add(answer.bytes.length, answer.seconds)
    this.#passed = 0
    const goesOn = segment.number - 1 === this.#last?.segment.number
    // What was asked for before a seek says nothing of what comes next behind it.
    if (turn === this.#turn) this.#last = { segment, rendition }
    this.#rendition = rendition
    if (!this.#buffer) {
      this.#first = piece
      return undefined
    }
    await this.#append(piece, goesOn)
    if (this.#renewFrom <= segment.start + segment.duration) {
      const next = segment.start + segment.duration
      this.#renewFrom = this.#buffer.endFrom(next) > next + SLACK ? next : Number.POSITIVE_INFINITY
    }
    return undefined
  }

  async #append(piece: Piece, goesOn: boolean): Promise<void> {
    const [host, buffer] = [this.#host, this.#buffer as BufferQueue]
    try {
      await buffer.append(piece, goesOn)
    } catch (cause) {
      if ((cause as Error).name !== 'QuotaExceededError') return
      host.tighten()
      await this.#clear(0)
      // What does not fit now is fetched anew when there is room.
      this.#last = undefined
      await buffer.append(piece, goesOn).catch(() => undefined)
    }
    await this.#clear(MAY_BE_BEHIND)
    host.fed()
  }

  /** Takes away what lies far behind. @param slack how much further behind it may be before that is done, in seconds */
  async #clear(slack: number): Promise<void> {
    const buffer = this.#buffer as BufferQueue
    const behind = this.#host.position - KEPT_BEHIND
    const [first] = buffer.ranges
    if (first && first.start < behind - slack) await buffer.remove(0, behind)
  }

  /** The next best rendition: the one below, else another one. */
  #other(rendition: Rendition): Rendition {
    const below = this.#host.choice.below(rendition, this.#renditions)
    const others = this.#renditions.filter(each => each !== rendition)
    return below ?? others[0] ?? rendition
  }

  /** It cannot be had: playback goes on behind it. */
  #pass(segment: Segment, rendition: Rendition): boolean {
    this.#passed += 1
    this.#passedTo = segment.start + segment.duration
    this.#last = { segment, rendition }
    const reason = passedOver(segment)
    this.#host.tell(reason)
    if (this.#passed > MOST_PASSED) this.#failure = reason
    return true
  }

  /** What is there is played before it is said that nothing more comes. */
  #failAtEnd(reason: Fault, position: number): boolean {
    if ((this.#buffer?.endFrom(position) ?? position) - position < NEARLY) this.#host.fail(reason)
    return false
  }

  /** The list of segments of a rendition cannot be had. */
  async #couldNot(rendition: Rendition, fault: Fault): Promise<boolean> {
    const { choice, signal } = this.#host
    if (signal.aborted) return false
    choice.rest(rendition)
    this.#host.tell(fault)
    this.#passed += 1
    if (this.#passed > MOST_TRIES && !OF_THE_WAY.has(fault.code)) {
      this.#host.fail(fault)
      return false
    }
    await rest(this.#passed, signal)
    return !signal.aborted
  }
}
