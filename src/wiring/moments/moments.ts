import { MomentSweep, type PlacedMoment, placeMoments } from '../../core/moments/placed-moments.ts'
import type { Moment } from '../../core/moments/read-moments.ts'
import { playableRange } from '../../core/playback/snapshot.ts'
import type { MomentsView, YokeView } from '../yoke/yoke-view.ts'
import { addVocabulary } from './vocabulary.ts'

/** The moments of one yoke: where they are, and which of them hold now. */
class Moments implements MomentsView {
  all: readonly PlacedMoment[] = []
  current: readonly PlacedMoment[] = []
  readonly #yoke: YokeView
  /** What lists of the page say, by list. */
  readonly #ofPage = new Map<object, readonly Moment[]>()
  #now = new MomentSweep([])
  /** For looks at other times than now. */
  #elsewhere = new MomentSweep([])
  #cancelNext: (() => void) | undefined
  /** Some can be placed only where the length is known. */
  #restsOnLength = false

  constructor(yoke: YokeView) {
    this.#yoke = yoke
    yoke.subscribe(
      ({ snapshot }) => snapshot.moments,
      () => this.#place()
    )
    yoke.subscribe(
      () => this.#restsOnLength && JSON.stringify(playableRange(yoke.snapshot)),
      () => this.#place()
    )
    yoke.subscribe(
      ({ snapshot }) => snapshot,
      () => this.#follow()
    )
    yoke.signal.addEventListener('abort', () => this.#cancelNext?.())
    this.#place()
  }

  say(list: object, moments: readonly Moment[]): void {
    if (moments.length > 0) this.#ofPage.set(list, moments)
    else if (!this.#ofPage.delete(list)) return
    this.#place()
  }

  at(seconds: number): readonly PlacedMoment[] {
    return this.#elsewhere.moveTo(seconds)
  }

  #place(): void {
    const { snapshot } = this.#yoke
    const moments = [...snapshot.moments, ...[...this.#ofPage.values()].flat()]
    this.#restsOnLength = moments.some(({ at, until = at }) => at.kind !== 'seconds' || until.kind !== 'seconds')
    this.all = placeMoments(moments, playableRange(snapshot))
    this.#now = new MomentSweep(this.all)
    this.#elsewhere = new MomentSweep(this.all)
    this.#follow()
    this.#yoke.refresh()
  }

  /** Looks which hold now, and when that changes next. */
  #follow(): void {
    const current = this.#now.moveTo(this.#yoke.snapshot.currentTime)
    this.#cancelNext?.()
    const next = this.#now.nextChange
    this.#cancelNext = Number.isFinite(next) ? this.#yoke.timeline.at(next, () => this.#follow()) : undefined
    if (current === this.current) return
    this.current = current
    this.#yoke.setContext({ moment: current.at(-1)?.moment.label ?? '' })
    // A label may be the same as before, and what holds another.
    this.#yoke.refresh()
  }
}

/** The moments of a yoke, made with the first that asks for them. */
export const momentsOf = (yoke: YokeView): MomentsView => {
  if (yoke.moments) return yoke.moments
  const moments = new Moments(yoke)
  yoke.moments = moments
  addVocabulary(yoke, moments)
  yoke.refresh()
  return moments
}
