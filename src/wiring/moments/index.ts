import type { Feature } from '../yoke/yoke-view.ts'
import { momentsOf } from './moments.ts'

/** Follows the moments of a yoke from when there are any. */
export const begin: Feature = yoke => void momentsOf(yoke)
