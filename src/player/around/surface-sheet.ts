import { sharedSheet } from '../../wiring/scope/sheets.ts'

/**
 * What is taken hold of to turn. A finger that goes up or down scrolls the page, as over any other picture; in full screen there
 * is none to scroll.
 */
export const SURFACE_SHEET = sharedSheet(/* css */ `
:where([data-yoke-around]) { cursor: grab; touch-action: pan-y; user-select: none; -webkit-user-select: none }
:where([data-yoke-around=held]) { cursor: grabbing }
:where(:fullscreen [data-yoke-around]) { touch-action: none }
:host(:fullscreen) [data-yoke-around] { touch-action: none }
`)
