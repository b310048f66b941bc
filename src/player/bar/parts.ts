import { definePart } from '../../loading/part.ts'

/** What makes the ready-made controls those of sound alone. */
export const SOUND = definePart(() => import('./sound.ts'))

/** What the ready-made controls have where there are qualities or audio tracks to choose from. */
export const CHOICES = definePart(() => import('./choice-controls.ts'))

/** What the ready-made controls have for a playlist. */
export const LISTS = definePart(() => import('./list-controls.ts'))
