import type { Couple } from '../yoke/yoke-view.ts'
import { coupleAlong, coupleFill } from './carried.ts'
import { coupleCommand } from './command-button.ts'
import type { COUPLED_ATTRIBUTES } from './coupled.ts'
import { coupleValue } from './value.ts'
import { coupleWhen } from './when.ts'
import {
  coupleArea,
  coupleItem,
  coupleList,
  coupleMarks,
  coupleMoments,
  couplePreview,
  coupleTranscript
} from './with-part.ts'

interface CoupleRow {
  readonly attribute: (typeof COUPLED_ATTRIBUTES)[number]
  readonly couple: Couple
  /** It may stand on a form, whose members fields hide by their names. */
  readonly isOfForms?: true
}

/** Each attribute that couples an element, and what it does. */
export const COUPLES: readonly CoupleRow[] = [
  { attribute: 'command', couple: coupleCommand, isOfForms: true },
  { attribute: 'data-yoke-value', couple: coupleValue },
  { attribute: 'data-yoke-when', couple: coupleWhen, isOfForms: true },
  { attribute: 'data-yoke-fill', couple: coupleFill },
  { attribute: 'data-yoke-along', couple: coupleAlong },
  { attribute: 'data-yoke-captions', couple: coupleArea },
  { attribute: 'data-yoke-transcript', couple: coupleTranscript },
  { attribute: 'data-yoke-playlist', couple: coupleList },
  { attribute: 'data-yoke-item', couple: coupleItem },
  { attribute: 'data-yoke-moments', couple: coupleMoments },
  { attribute: 'data-yoke-marks', couple: coupleMarks },
  { attribute: 'data-yoke-preview', couple: couplePreview }
]
