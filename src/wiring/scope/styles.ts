import { sharedSheet } from './sheets.ts'

/**
 * What markup needs to work at all. No specificity but where it must win over an author's `display`; adopted, so that
 * a strict content security policy lets it in.
 */
export const BASE_SHEET = sharedSheet(`
:where([data-yoke-track]) { position: relative }
:where([data-yoke-fill]) { position: absolute; inset: 0; display: block; pointer-events: none; clip-path: inset(0 100% 0 0) }
:where([data-yoke-along]) { position: absolute; inset-inline-start: 0; display: block; pointer-events: none }
[data-yoke-when][hidden], [command][hidden] { display: none !important }
`)
