import { definePart } from '../../loading/part.ts'

/** What couples the controls of a page, carries out their commands, and goes along with a yoke that someone uses. */
export const CONTROLS = definePart(() => import('./controls.ts'))
