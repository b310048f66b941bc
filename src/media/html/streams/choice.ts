import { allowedQualities, chooseQuality } from '../../../core/streams/choice/choose.ts'
import { Throughput } from '../../../core/streams/choice/throughput.ts'
import type { Rendition } from '../../../core/streams/manifest.ts'

/** For how long a rendition that failed is left alone, in milliseconds. */
const REST = 30_000

/** What is known when the next segment is asked for. */
export interface ChoiceFacts {
  readonly last: Rendition | undefined
  /** Seconds in store. */
  readonly buffer: number
  readonly room: number
  /** Seconds of a segment. */
  readonly duration: number
}

/** Which quality of a track comes next: what the line and the box allow, or what the viewer wants. */
export class QualityChoice {
  readonly throughput = new Throughput()
  /** The height of picture, or the identifier, that the viewer wants; `undefined` for automatic. */
  wanted: string | undefined
  readonly #element: HTMLMediaElement
  readonly #saveData: () => boolean
  /** Renditions that failed, and until when they rest. */
  readonly #resting = new Map<string, number>()

  constructor(element: HTMLMediaElement, saveData: () => boolean) {
    this.#element = element
    this.#saveData = saveData
  }

  /** The rendition for the next segment. @param among at least one */
  next(among: readonly Rendition[], { last, buffer, room, duration }: ChoiceFacts): Rendition {
    const awake = among.filter(each => this.#isAwake(each))
    const there = awake.length > 0 ? awake : among
    const wanted = there.filter(each => qualityOf(each) === this.wanted)
    const allowed = wanted.length > 0 ? wanted : allowedQualities(there, this.#limits)
    const ladder = allowed.map(({ bandwidth, averageBandwidth }) => averageBandwidth ?? bandwidth)
    const line = this.throughput.estimate?.safe
    const before = last ? allowed.indexOf(last) : -1
    const chosen =
      line === undefined || ladder.some(rate => !(rate > 0))
        ? this.#first(allowed)
        : chooseQuality({ ladder, ...(before >= 0 && { last: before }), buffer, room, line, duration })
    return allowed[chosen] as Rendition
  }

  /** The one below another, if there is any that is awake: what comes sooner. */
  below(rendition: Rendition, among: readonly Rendition[]): Rendition | undefined {
    return allowedQualities(among, {})
      .filter(each => each.bandwidth < rendition.bandwidth && this.#isAwake(each))
      .at(-1)
  }

  /** It failed: others come before it for a while. */
  rest({ id }: Rendition): void {
    this.#resting.set(id, performance.now() + REST)
  }

  #isAwake({ id }: Rendition): boolean {
    return (this.#resting.get(id) ?? 0) <= performance.now()
  }

  /** Before anything is known of the line: the second of several, which comes soon and can be looked at. */
  #first({ length }: readonly Rendition[]): number {
    return Math.min(1, length - 1)
  }

  get #limits(): { width: number; height: number; saveData: boolean } {
    const { clientWidth, clientHeight } = this.#element
    return {
      width: clientWidth * devicePixelRatio,
      height: clientHeight * devicePixelRatio,
      saveData: this.#saveData()
    }
  }
}

/** What a quality is called: the height of its picture. */
export const qualityOf = ({ height, id }: Rendition): string => (height ? `${height}p` : id)
