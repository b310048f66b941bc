import { definePart } from '../../loading/part.ts'

/** All that has to do with playlists. */
export const PLAYLIST = definePart(() => import('../playlist/index.ts'))
