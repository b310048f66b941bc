import { sharedSheet } from '../../wiring/scope/sheets.ts'

const GROUND = /* css */ `
:host {
  --accent: var(--yoke-accent, #f0b944);
  --surface: var(--yoke-surface, #0d2230);
  --text: var(--yoke-text, #f3f8f6);
  --radius: var(--yoke-radius, 10px);
  --size: var(--yoke-control-size, 40px);
  --thick: var(--yoke-track-size, 6px);
  --handle: var(--yoke-handle-size, 18px);
  --grip: 5px;
  --inset: var(--yoke-inset, 0px);
  --edge: calc(var(--inset) + 8px);
  --inner: min(var(--radius), var(--inset));
  --outer: max(var(--inner), var(--round, 0px) - var(--inset));
  --rest: color-mix(in srgb, var(--text) 24%, transparent);
  --pace: .18s;
  color-scheme: dark;
}
.bar, .top, .menu, .panel, .notice, .fault, .pause-panel, .over, .preview {
  font: var(--yoke-font, 500 14px/1.3 system-ui, sans-serif); color: var(--text); font-variant-numeric: tabular-nums;
  text-align: start;
}
[hidden] { display: none !important }
* { box-sizing: border-box }
.icon { display: block; inline-size: 21px; block-size: 21px; fill: none; stroke: currentColor; stroke-width: 2; stroke-linecap: round; stroke-linejoin: round }
.icon-play, .icon-pause, .icon-stop { fill: currentColor; stroke-width: 1 }
.cell .icon-play, .cell .icon-pause { inline-size: 27px; block-size: 27px }
slot[name^=icon-]::slotted(*) { display: block; inline-size: 22px; block-size: 22px; object-fit: contain }
button { font: inherit; color: inherit; cursor: pointer; -webkit-tap-highlight-color: transparent }
button[aria-disabled=true] { opacity: .45; cursor: default }
:focus-visible { outline: 2px solid var(--text); outline-offset: -2px; box-shadow: 0 0 0 2px var(--surface) }
`

const BAR = /* css */ `
.bar {
  position: absolute; inset-inline: calc(var(--inset) + var(--spare-start, 0px)) calc(var(--inset) + var(--spare-end, 0px)); inset-block-end: calc(var(--inset) + var(--spare-below, 0px)); display: flex; gap: 4px; align-items: center;
  padding: 2px 4px; border-radius: var(--inner) var(--inner) var(--outer) var(--outer); background: color-mix(in srgb, var(--surface) 95%, transparent);
  transition: opacity var(--pace), translate var(--pace);
}
.rows { flex: 1; min-inline-size: 0 }
.row { display: flex; align-items: center; gap: 2px; min-inline-size: 0 }
.cell { flex: none; display: flex; align-items: center }
.line { padding: min(var(--inset), 8px) var(--inner) 0; margin: -2px -4px 0 }
.line .slider { block-size: var(--thick); padding-inline: calc(var(--grip) / 2) }
.line .track { border-radius: 0; box-shadow: calc(var(--grip) / -2) 0 var(--accent), calc(var(--grip) / 2) 0 var(--rest) }
:host(:dir(rtl)) .line .track { box-shadow: calc(var(--grip) / 2) 0 var(--accent), calc(var(--grip) / -2) 0 var(--rest) }
.line .input { inset-block: -18px -8px; block-size: auto }
.cell.seek-bar, .cell.gap, .cell.title { flex: 1; min-inline-size: 0 }
.menus { display: contents }
.button {
  position: relative; display: grid; place-items: center; min-inline-size: var(--size); block-size: var(--size); padding: 0 6px;
  border: 0; border-radius: calc(var(--radius) - 3px); background: none; transition: background var(--pace), scale var(--pace);
}
.face { display: grid; place-items: center; grid-auto-flow: column }
.figure { position: absolute; inset-block-end: 3px; inset-inline: 0; text-align: center; font-size: 10px; line-height: 1; font-weight: 700 }
.button:has(.figure) .icon { inline-size: 19px; translate: 0 -4px }
.button[aria-pressed=true] { color: var(--accent) }
.button .label {
  position: absolute; inset-block-end: calc(100% + 10px); inset-inline-start: 50%; translate: -50%; padding: 4px 8px; border-radius: 6px;
  background: var(--surface); color: var(--text); font-size: 13px; white-space: nowrap; pointer-events: none; opacity: 0; transition: opacity var(--pace); z-index: 2;
}
:host(:dir(rtl)) .button .label { translate: 50% }
.rows:has(> .row + .row) > .row:last-child .label { inset-block-end: calc(100% + var(--size) + 12px) }
.line + .row:last-child .label { inset-block-end: calc(100% + 22px) !important }
.row > .cell:first-child .label { inset-inline-start: 0; translate: none !important }
.row > .cell:last-child .label, .cell.settings .label { inset-inline: auto 0; translate: none !important }
.button:focus-visible .label { opacity: 1 }
.button:active { scale: .94 }
.button[aria-expanded=true] .label { opacity: 0 }
.rate, .live .face { font-weight: 600 }
.live .face::before { content: ''; inline-size: 8px; block-size: 8px; margin-inline-end: 6px; border-radius: 50%; background: currentColor; opacity: .5 }
:host(:state(at-live-edge)) .live .face::before { background: var(--accent); opacity: 1 }
.clock, .cell.current-time, .cell.duration, .cell.remaining-time { padding-inline: 6px; white-space: nowrap }
.clock { font-weight: 600 }
.clock .length { opacity: .78; font-weight: 400 }
span.title { padding-inline: 6px; overflow: hidden; text-overflow: ellipsis; white-space: nowrap }
.top { position: absolute; inset-inline: calc(var(--inset) + var(--spare-start, 0px)) calc(var(--inset) + var(--spare-end, 0px)); inset-block-start: calc(var(--inset) + var(--spare-above, 0px)); pointer-events: none; transition: opacity var(--pace) }
.top > .cell { pointer-events: auto }
.top > .cell.title { flex: 0 1 auto }
.top span.title { padding: 7px 14px; border-radius: var(--inner); border-start-start-radius: var(--outer); border-end-end-radius: var(--radius); background: color-mix(in srgb, var(--surface) 88%, transparent); font-weight: 600 }
span.title:empty, .row:has(> .cell.title:only-child > slot > span.title:empty) { display: none }
.top:has(span.title:not(:empty)) ~ .pause-panel { inset-block-start: calc(var(--edge) + 34px) }
:host(:state(sound-blocked)) .top { visibility: hidden }
.volume { display: flex; align-items: center }
.volume-bar { inline-size: 68px; margin-inline: 2px 8px }
:host(:not(:state(has-volume))) .volume-bar { display: none }
@media (hover: hover) {
  .button:hover { background: color-mix(in srgb, var(--text) 14%, transparent) }
  .button:hover .label { opacity: 1 }
  .button[aria-expanded=true]:hover .label { opacity: 0 }
}
@media (pointer: coarse) { :host { --size: var(--yoke-control-size, 44px) } }
`

const SLIDERS = /* css */ `
.slider { flex: 1; min-inline-size: 0; padding-inline: calc(var(--handle) / 2 + 4px); block-size: var(--size); display: grid; align-items: center }
.track { position: relative; block-size: var(--thick); border-radius: var(--yoke-track-radius, 2px); background: var(--rest) }
.loaded, .played { border-radius: inherit }
.loaded { background: color-mix(in srgb, var(--text) 36%, transparent) }
.played { background: var(--accent) }
.handle { inset-block-start: calc(50% - var(--handle) / 2); inline-size: var(--grip); block-size: var(--handle); border-radius: 2px; background: var(--text); box-shadow: 0 0 0 2px var(--surface) }
.input {
  appearance: none; position: absolute; inset-block-start: calc(50% - var(--size) / 2); inset-inline-start: -8px; inline-size: calc(100% + 16px); block-size: var(--size);
  margin: 0; padding: 0; border: 0; background: none; opacity: 0; cursor: pointer; touch-action: pan-y;
}
.input::-webkit-slider-thumb { appearance: none; inline-size: 16px; block-size: var(--size) }
.input::-moz-range-thumb { inline-size: 16px; block-size: var(--size); border: 0 }
.input:focus-visible ~ .handle { outline: 2px solid var(--text); outline-offset: 3px }
.input[aria-disabled=true] { cursor: default }
.input[aria-disabled=true] ~ .handle { visibility: hidden }
.preview {
  inset-block-end: calc(var(--size) / 2 + 2px); padding: 3px 7px; border-radius: 6px; background: var(--surface); color: var(--text); font-size: 13px; white-space: nowrap; visibility: hidden; z-index: 2;
}
:host(:state(file-over)) .stage { outline: 3px dashed var(--accent); outline-offset: -3px }
:host(:state(pointing)) .preview { visibility: visible }
`

const OVER = /* css */ `
.pause-panel, .over, .fault, .notice { position: absolute }
.over, .fault { inset-block: var(--spare-above, 0px) var(--spare-below, 0px); inset-inline: var(--spare-start, 0px) var(--spare-end, 0px) }
.over { display: grid; place-items: center; pointer-events: none; container-type: size }
.over > slot > *, .over > slot::slotted(*) { pointer-events: auto }
.centre {
  inline-size: clamp(52px, 18cqh, 76px); aspect-ratio: 1; padding: 0; border: 0; border-radius: calc(var(--radius) * 1.9); display: grid; place-items: center;
  background: var(--accent); color: var(--surface); box-shadow: 0 2px 14px #0006; transition: scale var(--pace);
}
.still {
  position: absolute; inset-block-end: 12px; inset-inline-end: 12px; display: grid; place-items: center; inline-size: 44px; block-size: 44px; padding: 0;
  border: 1px solid color-mix(in srgb, var(--text) 45%, transparent); border-radius: 50%; color: var(--text); background: color-mix(in srgb, var(--surface) 78%, transparent); transition: background var(--pace), scale var(--pace);
}
@media (hover: hover) { .still:hover { background: var(--surface); scale: 1.06 } }
.centre .icon { inline-size: 50%; block-size: 50% }
.centre .icon-play { translate: 4% }
@container (max-height: 240px) { .centre { translate: 0 -18px } }
@media (hover: hover) { .centre:hover { scale: 1.06 } }
.over.sound-offer { place-items: start; padding: var(--edge) }
.offer {
  display: flex; align-items: center; gap: 8px; min-block-size: var(--size); padding: 0 14px 0 10px;
  border: 0; border-radius: var(--radius); background: var(--accent); color: var(--surface); font-weight: 600; box-shadow: 0 2px 10px #0006;
}
:host(:dir(rtl)) .offer { padding: 0 10px 0 14px }
@media (hover: hover) { .offer:hover { background: color-mix(in srgb, var(--accent) 88%, #fff) } }
.over.busy { animation: appear .2s .6s both }
.over.busy > slot > *, .over.busy > slot::slotted(*) { pointer-events: none }
.busy-sign { inline-size: 52px; block-size: 40px; display: flex; gap: 6px; align-items: end; justify-content: center }
.busy-sign i { inline-size: 8px; block-size: 100%; border-radius: 2px; background: var(--accent); box-shadow: 0 0 0 2px var(--surface); transform-origin: bottom; animation: tide 1s infinite alternate ease-in-out }
.busy-sign i:nth-child(2) { animation-delay: -.35s }
.busy-sign i:nth-child(3) { animation-delay: -.7s }
@keyframes appear { from { opacity: 0 } }
@keyframes tide { from { transform: scaleY(.25) } }
.pause-panel { inset-block-start: calc(var(--edge) + var(--spare-above, 0px)); inset-inline: calc(var(--edge) + var(--spare-start, 0px)) calc(var(--edge) + var(--spare-end, 0px)); pointer-events: none }
.pause-panel ::slotted(*) { padding: 12px 14px; border-radius: var(--radius); background: color-mix(in srgb, var(--surface) 90%, transparent); max-inline-size: 60ch; pointer-events: auto }
.fault {
  display: grid; align-content: center; justify-items: center; gap: 12px; padding: 16px 24px; text-align: center; border-radius: inherit; background: color-mix(in srgb, var(--surface) 97%, transparent);
}
.fault .icon { inline-size: 32px; block-size: 32px; color: var(--accent) }
.fault p { margin: 0; max-inline-size: 44ch; font-size: 16px }
.way-on { padding: 9px 16px; border: 0; border-radius: calc(var(--radius) - 3px); background: var(--accent); color: var(--surface); font-weight: 600 }
.notice { inset-block-start: calc(var(--edge) * 2 + var(--spare-above, 0px)); inset-inline: var(--spare-start, 0px) var(--spare-end, 0px); margin-inline: auto; inline-size: fit-content; padding: 6px 12px; border-radius: var(--radius); background: var(--surface); pointer-events: none }
.notice:empty { padding: 0; background: none }
:host(:state(idle)) .bar { opacity: 0; translate: 0 6px; pointer-events: none }
:host(:state(idle)) .top { opacity: 0 }
:host(:state(failed)) .top { visibility: hidden }
:host(:state(failed)) .bar { visibility: hidden }
`

const MENUS = /* css */ `
.button[aria-expanded=true] { anchor-name: --yoke-menu-button }
.menu { position-anchor: --yoke-menu-button; position-area: block-start span-inline-start; position-try-fallbacks: flip-inline, flip-block }
.menu:popover-open, .panel:popover-open {
  margin: 0; margin-block: 8px; inset: auto; border: 1px solid color-mix(in srgb, var(--text) 22%, transparent); border-radius: var(--radius); padding: 5px; min-inline-size: 190px; max-block-size: min(70vh, 420px); overflow: auto;
  background: var(--surface); color: var(--text); box-shadow: 0 8px 28px #0007;
}
@supports not (position-area: block-start) { .menu:popover-open { inset: 0; margin: auto } }
.item { display: flex; align-items: center; gap: 10px; inline-size: 100%; min-block-size: 40px; padding: 6px 12px; border: 0; border-radius: calc(var(--radius) - 4px); background: none; text-align: start }
.item .face { display: flex; align-items: center; gap: 12px }
.item .figure { display: none }
.item .icon { inline-size: 19px; block-size: 19px }
.item:hover, .item:focus-visible { background: color-mix(in srgb, var(--text) 14%, transparent) }
.mark { flex: none; inline-size: 8px; block-size: 8px; margin-inline: 5px; border-radius: 50%; border: 1.5px solid currentColor; opacity: .6 }
.item[aria-checked=true] > .mark { background: var(--accent); border-color: var(--accent); opacity: 1 }
.item[role=menuitemcheckbox][aria-checked=true] { color: var(--accent) }
.group { padding-block: 4px }
.heading { display: block; padding: 6px 12px 4px; font-size: 12px; opacity: .78 }
.panel:popover-open { position: fixed; inset: 0; margin: auto; padding: 8px 16px 14px; inline-size: min(420px, 92vw); max-block-size: 86vh; block-size: fit-content }
.panel header { display: flex; align-items: center; justify-content: space-between }
.panel h2 { margin: 0; font-size: 17px }
.panel table { inline-size: 100%; border-collapse: collapse }
.panel th, .panel td { padding: 6px 4px; text-align: start; font-weight: 400; border-block-start: 1px solid color-mix(in srgb, var(--text) 14%, transparent) }
.panel th { inline-size: 8em }
.panel small { opacity: .78 }
.sample { position: relative; inset: auto; block-size: 92px; margin-block: 4px 10px; border-radius: calc(var(--radius) - 4px); background: linear-gradient(#7d9aa5, #e8d5a6 55%, #31576b) }
.sample > .yoke-cue { --size: calc(22px * var(--yoke-caption-size, 1)); inset: auto 0 14px; inline-size: 100% }
.panel label, .panel footer { display: flex; align-items: center; justify-content: space-between; gap: 12px; min-block-size: 40px }
.panel label { border-block-start: 1px solid color-mix(in srgb, var(--text) 14%, transparent) }
.panel :is(select, input) { font: inherit; color: inherit; inline-size: 11.5em; min-block-size: 32px; padding-inline: 6px; border: 1px solid color-mix(in srgb, var(--text) 40%, transparent); border-radius: 6px; background: var(--surface) }
.panel input[type=color] { padding: 2px 4px }
.panel :is(select, input, .way-on):focus-visible { outline: 2px solid var(--accent); outline-offset: 2px }
.panel footer { margin-block-start: 10px }
.warning { margin: 0; color: var(--accent) }
.button[part~=captions] { position: relative }
.button[part~=captions]::after { content: ''; position: absolute; inset-inline: 11px; inset-block-end: 6px; block-size: 2px; border-radius: 1px; background: var(--accent); visibility: hidden }
:host(:state(captions-showing)) .button[part~=captions]::after { visibility: visible }
kbd { font: inherit; padding: 2px 8px; border-radius: 5px; background: color-mix(in srgb, var(--text) 16%, transparent) }
`

const WISHES = /* css */ `
@media (prefers-reduced-motion: reduce) { * { transition: none !important } .busy-sign i { animation: none } .busy-sign i:nth-child(2) { transform: scaleY(.6) } }
@media (forced-colors: active) {
  .bar, .top span.title, .menu:popover-open, .panel:popover-open, .notice:not(:empty), .preview, .centre, .offer, .fault, .button .label { background: Canvas; color: CanvasText; border: 1px solid CanvasText; forced-color-adjust: none }
  .icon { color: inherit }
  .button, .item, .way-on { color: ButtonText; forced-color-adjust: none }
  .button:hover, .item:hover, .item:focus-visible { background: Highlight; color: HighlightText }
  .track { background: Canvas; outline: 1px solid CanvasText; forced-color-adjust: none }
  .loaded { background: GrayText; forced-color-adjust: none }
  .played { background: Highlight; forced-color-adjust: none }
  .handle { background: CanvasText; box-shadow: 0 0 0 2px Canvas; forced-color-adjust: none }
  .busy-sign i { background: Highlight; forced-color-adjust: none }
  .button[aria-pressed=true], .item[aria-checked=true] { color: Highlight }
  :focus-visible, .input:focus-visible ~ .handle { outline-color: Highlight }
}
`

/** What the ready-made controls look like. Everything an author may change is a custom property or a part. */
export const CONTROLS_CSS = GROUND + BAR + SLIDERS + OVER + MENUS + WISHES

/** Styles what is drawn in a player's shadow root. */
export const CONTROLS_SHEET = sharedSheet(CONTROLS_CSS)
