import type { Feature } from '../yoke/yoke-view.ts'
import { endAtFragment } from './fragment-end.ts'
import { watchIdle } from './idle.ts'
import { followPresentations } from './presentations.ts'
import { keepSolo } from './solo.ts'

/** The features of a yoke in use: full screen, idle, the end of a media fragment, pausing the other players. */
export const BEHAVIOURS: readonly Feature[] = [followPresentations, watchIdle, endAtFragment, keepSolo]
