import type { Feature } from '../yoke/yoke-view.ts'
import { endAtFragment } from './fragment-end.ts'
import { watchIdle } from './idle.ts'
import { followPresentations } from './presentations.ts'
import { keepSolo } from './solo.ts'

/** What goes along with a yoke that someone uses: the screen it fills, who is there, the end of a stretch, its neighbours. */
export const BEHAVIOURS: readonly Feature[] = [followPresentations, watchIdle, endAtFragment, keepSolo]
