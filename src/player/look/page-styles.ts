import { sharedSheet } from '../../wiring/scope/sheets.ts'

/** The player is a block, and its picture keeps its space before anything has loaded. */
const CSS = /* css */ `
:where(yoke-player) { display: block; position: relative }
:where(yoke-player:focus:not(:focus-visible)) { outline: none }
:where(yoke-player video) { display: block; max-inline-size: 100%; block-size: auto; object-fit: var(--yoke-fit, contain); object-position: var(--yoke-focus-point, 50% 50%) }
:where(yoke-player video:not([width]), yoke-player:is([controls], :state(controls)) > video) { inline-size: 100% }
:where(yoke-player video) { aspect-ratio: var(--yoke-shape, auto 16 / 9) }
:where(yoke-player video[width][height]) { aspect-ratio: var(--yoke-shape, revert-layer) }
:where(yoke-player:is([controls], :state(controls)) > video) { block-size: 100%; border-radius: inherit; background: #000; touch-action: manipulation }
:where(yoke-player:is([backdrop], :state(backdrop))) { isolation: isolate; overflow: clip }
:where(yoke-player:is([backdrop], :state(backdrop)) > video) { position: absolute; inset: 0; inline-size: 100%; block-size: 100%; max-inline-size: none; aspect-ratio: auto; object-fit: var(--yoke-fit, cover); z-index: -1; pointer-events: none }
yoke-player:is([controls], :state(controls)) > [slot=fault-more] a { color: inherit }
yoke-player:state(idle), yoke-player:state(idle) > video { cursor: none }
yoke-player:fullscreen { border: 0 !important; border-radius: 0 !important; box-shadow: none !important; padding: 0 !important; background: #000; display: flex !important; flex-direction: column }
yoke-player:fullscreen > video { flex: 1 1 0; min-block-size: 0; inline-size: 100% !important; block-size: auto !important; max-inline-size: none !important; max-block-size: none !important; border-radius: 0 !important; object-fit: contain }
`

/** Styles the tree that a player stands in, beneath the author's own sheets. */
export const PAGE_SHEET = sharedSheet(CSS)
