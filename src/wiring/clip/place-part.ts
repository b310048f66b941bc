import { definePart } from '../../loading/part.ts'

/** What knows where a media begins and ends: waited for by whatever may begin to play. */
export const PLACE = definePart(() => import('./place.ts'))
