import type { Fault } from '../../core/fault.ts'
import { definePart, type PartHost, unreachable, use } from '../../loading/part.ts'

/** What is said of mistakes: a page without one does not load it. */
const MISTAKES = definePart(() => import('./mistakes.ts'))

/** Whom a mistake is told to. */
interface Told extends PartHost {
  raise(reason: Fault, element?: Element): unknown
}

/** Tells a mistake of a page's author as soon as the words for it are there. @param choose `undefined` where it turns out to be none. */
export const tellMistake = (
  yoke: Told,
  element: Element | undefined,
  choose: (mistakes: typeof import('./mistakes.ts')) => Fault | undefined
): void =>
  use(MISTAKES, yoke, mistakes => {
    const mistake = choose(mistakes)
    if (mistake) yoke.raise(mistake, element)
  })

/** The fault of a mistake, for whoever has to give it back. */
export const mistakeOf = (choose: (mistakes: typeof import('./mistakes.ts')) => Fault): Promise<Fault> =>
  MISTAKES.load().then(choose, unreachable)
