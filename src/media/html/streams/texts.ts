import type { Fault, Result } from '../../../core/fault.ts'
import {
  isTimeline,
  type Rendition,
  type Resource,
  type Segment,
  type Timeline
} from '../../../core/streams/manifest.ts'
import { readTextSegment } from '../../../core/streams/text/segment.ts'
import { tileCues } from '../../../core/streams/text/tile-cues.ts'
import type { PiecedText } from '../../text-tracks.ts'
import type { Fetch } from './fetching/network.ts'
import type { PieceMaker } from './fetching/pieces.ts'

/** What the text tracks of a stream need of it. */
export interface TextHost {
  readonly element: HTMLMediaElement
  fetch(resource: Resource): ReturnType<Fetch>
  readonly pieces: Pick<PieceMaker, 'offsetOf'>
  timelineOf(rendition: Rendition): Promise<Result<Timeline>>
  tell(fault: Fault): void
}

type PiecedTrack = HTMLTrackElement & PiecedText

/** Segments whose cues are remembered: one that lasts over a border stands in both. */
const REMEMBERED = 4

/** The cues of one track, piece by piece: first what is needed at the playhead, then what comes, then what was before. */
class TextReader {
  readonly #host: TextHost
  readonly #rendition: Rendition
  readonly #read = new Set<number>()
  #recent: readonly (readonly string[])[] = []
  #hasBegun = false
  /** Ends the wait for more of a live stream. */
  renewed: () => void = () => undefined

  constructor(host: TextHost, rendition: Rendition) {
    this.#host = host
    this.#rendition = rendition
  }

  async *read(signal: AbortSignal): AsyncGenerator<string> {
    yield 'WEBVTT\n\n'
    this.#read.clear()
    while (!signal.aborted) {
      const timeline = await this.#host.timelineOf(this.#rendition)
      if (!timeline.ok) {
        this.#host.tell(timeline.fault)
        return
      }
      const segment = this.#next(timeline.value)
      if (segment) yield await this.#piece(segment)
      else if (timeline.value.isEnded) return
      else await this.#more(signal)
    }
  }

  #next({ segments }: Timeline): Segment | undefined {
    const { currentTime } = this.#host.element
    const left = segments.filter(({ number }) => !this.#read.has(number))
    return left.find(({ start, duration }) => start + duration > currentTime) ?? left[0]
  }

  async #piece(segment: Segment): Promise<string> {
    const host = this.#host
    this.#read.add(segment.number)
    const answer = segment.isGap ? undefined : await host.fetch(segment)
    if (!answer?.ok) {
      if (answer) host.tell(answer.fault)
      return ''
    }
    const text = new TextDecoder().decode(answer.value.bytes)
    const { setup, cues } = readTextSegment(text, { start: segment.start, offset: host.pieces.offsetOf(segment) })
    const known = new Set(this.#recent.flat())
    this.#recent = [...this.#recent, cues].slice(-REMEMBERED)
    // Styles and regions stand before the first cue (WebVTT, "WebVTT file body").
    const blocks = [...(this.#hasBegun ? [] : setup), ...cues.filter(cue => !known.has(cue))]
    this.#hasBegun ||= cues.length > 0
    return blocks.map(block => `${block}\n\n`).join('')
  }

  #more(signal: AbortSignal): Promise<void> {
    return new Promise(resolve => {
      this.renewed = resolve
      signal.addEventListener('abort', () => resolve(), { once: true })
    })
  }
}

/** A whole file needs nobody to put it together. */
const wholeFile = ({ timeline }: Rendition): string | undefined => {
  const only = isTimeline(timeline) && timeline.isEnded && timeline.segments.length === 1 ? timeline.segments : []
  return only[0] && !only[0].range && !only[0].init ? only[0].src : undefined
}

/** Where a track comes from, for who looks at the page. */
const addressOf = ({ timeline }: Rendition): string =>
  isTimeline(timeline) ? (timeline.segments[0]?.src ?? '') : timeline.from === 'playlist' ? timeline.src : ''

/** The text and the thumbnails of a stream as `<track>` elements of its media, which captions and previews then find. */
export class StreamTexts {
  readonly #element: HTMLMediaElement
  readonly #tracks: readonly PiecedTrack[]
  readonly #readers: TextReader[] = []

  constructor(renditions: readonly Rendition[], host: TextHost) {
    const { element } = host
    this.#tracks = renditions.flatMap(rendition => {
      const track: PiecedTrack = element.ownerDocument.createElement('track')
      const { kind, role, language = '', label = '', isDefault, isForced, tiles } = rendition
      track.kind = kind === 'image' ? 'metadata' : (role ?? 'subtitles')
      track.srclang = language
      track.label = label
      track.default = isDefault === true
      if (isForced) track.dataset.yokeForced = ''
      const whole = kind === 'text' ? wholeFile(rendition) : undefined
      track.src = whole ?? addressOf(rendition)
      if (kind === 'image') {
        if (!tiles || !isTimeline(rendition.timeline)) return []
        const { segments } = rendition.timeline
        track.readPieces = async function* () {
          yield tileCues(segments, tiles)
        }
      } else if (whole === undefined) {
        const reader = new TextReader(host, rendition)
        this.#readers.push(reader)
        track.readPieces = signal => reader.read(signal)
      }
      return [track]
    })
    element.append(...this.#tracks)
    this.#element = element
    this.#tell()
  }

  /** As another size of the picture: observers of elements come with controls alone. */
  #tell(): void {
    this.#element.dispatchEvent(new Event('resize'))
  }

  /** A live timeline has changed. */
  renewed(): void {
    for (const reader of this.#readers) reader.renewed()
  }

  stop(): void {
    for (const track of this.#tracks) track.remove()
    this.#tell()
  }
}
