import { Part } from '../../loading/part.ts'

/** What couples the controls of a page, and what carries out their commands. */
export const CONTROLS = new Part(() => import('./controls.ts'))
