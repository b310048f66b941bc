import type { Fault } from '../../core/fault.ts'
import type { SourceReport, SourceState } from '../../core/sources/reports.ts'
import type { ListedSource } from './source-list.ts'

/** What has become of one source. */
type Fate = Pick<SourceReport, 'state' | 'turn' | 'fault'>

/** What the element shows of the choice that its engine has made. */
export interface EngineChoice {
  readonly currentSrc: string
  /** There is something to show of it. */
  readonly isThere: boolean
  /** Nothing can be played. */
  readonly hasFailed: boolean
  /** The stream that the library feeds to the element. */
  readonly fed: string | undefined
}

/** What has become of each source of an element, by its address. */
export class SourceHistory {
  readonly #known = new Map<string, Fate>()
  #turns = 0

  clear(): void {
    this.#known.clear()
    this.#turns = 0
  }

  note(src: string, state: SourceState, fault?: Fault): void {
    const before = this.#known.get(src)
    const isNew = state !== 'refused' && (before === undefined || state === 'loading')
    if (isNew) this.#turns += 1
    const turn = isNew ? this.#turns : (before?.turn ?? 0)
    // What is tried once more was left for a reason.
    const reason = fault ?? (state === 'chosen' ? undefined : before?.fault)
    this.#known.set(src, reason ? { state, turn, fault: reason } : { state, turn })
  }

  /** Sources with what has become of each; of those that the engine has tried by itself, what its choice shows. */
  report(sources: readonly ListedSource[], choice: EngineChoice): readonly SourceReport[] {
    const chosen = sources.findIndex(({ src }) => src === choice.currentSrc)
    return sources.map((source, index) => ({
      ...source,
      ...(source.src === choice.fed && { fed: true }),
      ...(this.#known.get(source.src) ?? this.#fateBy(source, index, chosen, choice))
    }))
  }

  #fateBy({ answer }: ListedSource, index: number, chosen: number, { isThere, hasFailed }: EngineChoice): Fate {
    if (index === chosen && !hasFailed) return { state: isThere ? 'chosen' : 'loading', turn: 1 + this.#turns }
    if (answer === '') return { state: 'refused', turn: 0 }
    // The engine goes down the list: it has tried what stands above its choice, and failed.
    return { state: index < chosen || hasFailed ? 'failed' : 'untried', turn: 0 }
  }
}
