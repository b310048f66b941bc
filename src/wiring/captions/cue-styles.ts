import { sharedSheet } from '../scope/sheets.ts'

/**
 * What captions look like. All that an author or a viewer may change is a custom property or a part; sizes go by the
 * picture, as the standard's 5vh do.
 */
const CSS = /* css */ `
.yoke-captions { position: absolute; inset: 0; overflow: clip; pointer-events: none; container-type: size; contain: strict; z-index: 0; text-align: center }
.yoke-captions > * {
  --size: calc(max(12px, min(5.2cqh, 5.6cqw)) * var(--yoke-caption-size, 1));
  --color: var(--yoke-caption-color, #fff);
  --ground: var(--yoke-caption-background, rgb(0 0 0 / .8));
  font: 500 var(--size)/1.4 var(--yoke-caption-font, system-ui, sans-serif); font-variant-caps: var(--yoke-caption-capitals, normal);
  color: color-mix(in srgb, var(--color) calc(var(--yoke-caption-opacity, 1) * 100%), transparent);
}
.yoke-cue { position: absolute; left: 0; top: 0; box-sizing: border-box; margin: 0; white-space: pre-line; overflow-wrap: break-word; text-wrap: balance; unicode-bidi: plaintext }
.yoke-cue-text { position: relative; padding-block: .1em; padding-inline: .45em; border-radius: .18em; background: var(--ground); -webkit-box-decoration-break: clone; box-decoration-break: clone }
.yoke-cue rt { font-size: .5em; line-height: 1 }
.yoke-cue ruby { ruby-position: over }
.yoke-cue:has(rt) { line-height: 1.95 }
.yoke-cue:has(rt) .yoke-cue-text { padding-block-start: .45em }
:where(.yoke-cue b) { font-weight: 750 }
:where(.yoke-cue [data-time=future]) { opacity: .55 }
.yoke-region { position: absolute; overflow: clip; display: flex; flex-flow: column; justify-content: flex-end }
.yoke-region > .yoke-cue { position: relative; flex: none; width: 100% }
@container style(--yoke-caption-backing: none) { .yoke-cue-text { background: none } }
@container style(--yoke-caption-backing: band) {
  .yoke-cue-text { background: none }
  .yoke-cue::before { content: ''; position: absolute; z-index: -1; top: -.12em; bottom: -.12em; left: calc(-1 * var(--x, 0px)); width: 100cqw; background: var(--ground) }
  .yoke-cue[data-vertical]::before { top: calc(-1 * var(--y, 0px)); bottom: auto; left: 0; width: 100%; height: 100cqh }
}
@container style(--yoke-caption-edge: outline) { .yoke-cue-text { text-shadow: -.06em -.06em .04em #000, .06em -.06em .04em #000, -.06em .06em .04em #000, .06em .06em .04em #000, 0 0 .1em #000 } }
@container style(--yoke-caption-edge: shadow) { .yoke-cue-text { text-shadow: .08em .1em .12em #000, 0 0 .3em #000a } }
@container style(--yoke-caption-edge: raised) { .yoke-cue-text { text-shadow: 0 -.04em 0 #fff6, 0 .05em 0 #000, 0 .1em .08em #000 } }
@media (forced-colors: active) { .yoke-cue-text { background: Canvas; color: CanvasText; forced-color-adjust: none } }
.yoke-spoken { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); white-space: nowrap }
`

/** The captions' own styles. */
export const CUE_SHEET = sharedSheet(CSS)
