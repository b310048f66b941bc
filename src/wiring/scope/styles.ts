import { sharedSheet } from './sheets.ts'

/**
 * What the markup needs to work. No specificity, but where it must win over an author's `display`; adopted, so that
 * a strict content security policy lets it in.
 */
export const BASE_SHEET = sharedSheet(/* css */ `
:where([data-yoke-track]) { position: relative }
:where([data-yoke-fill]) { position: absolute; inset: 0; display: block; pointer-events: none; clip-path: inset(0 100% 0 0) }
:where([data-yoke-along]) { position: absolute; inset-inline-start: 0; display: block; pointer-events: none }
[data-yoke-fill][style*="width"] { width: auto !important }
[data-yoke-when][hidden], [command][hidden] { display: none !important }
`)
