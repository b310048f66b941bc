import { definePart } from '../../loading/part.ts'

/** What is said of lists with mistakes. */
export const PLAYLIST_FAULTS = definePart(() => import('../../core/playlist/playlist-faults.ts'))
