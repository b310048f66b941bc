import { definePart } from '../../loading/part.ts'

/** The part that couples the controls of a page, runs their commands, and holds the features of a yoke in use. */
export const CONTROLS = definePart(() => import('./controls.ts'))
