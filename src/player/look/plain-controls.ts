/** How unstyled controls inside a player look: what `yokewright.controls.css` ships. Anything that a page says wins. */
export const PLAIN_CONTROLS_CSS = `/* Dresses the buttons, sliders and lists of <yoke-player data-yoke-dress>, by the same properties as the ready-made controls. */
:where([data-yoke-dress]) {
  --yoke-ground: var(--yoke-surface, #0d2230);
  --yoke-ink: var(--yoke-text, #f3f8f6);
  --yoke-mark: var(--yoke-accent, #f0b944);
  --yoke-side: var(--yoke-control-size, 40px);
  --yoke-round: var(--yoke-radius, 10px);
}
:where([data-yoke-dress]) :where(button, select) {
  min-inline-size: var(--yoke-side); min-block-size: var(--yoke-side); padding: 0 12px; border: 1px solid color-mix(in srgb, var(--yoke-ink) 30%, transparent); border-radius: var(--yoke-round);
  background: var(--yoke-ground); color: var(--yoke-ink); font: var(--yoke-font, 500 14px/1.3 system-ui, sans-serif); font-variant-numeric: tabular-nums; text-align: center; cursor: pointer;
  transition: background .18s, scale .18s;
}
:where([data-yoke-dress]) :where(select) { text-align: start }
:where([data-yoke-dress]) :where(button:active) { scale: .95 }
:where([data-yoke-dress]) :where(button:disabled, button[aria-disabled=true], select:disabled) { opacity: .45; cursor: default }
:where([data-yoke-dress]) :where(button[aria-pressed=true]) { background: var(--yoke-mark); color: var(--yoke-ground); border-color: transparent }
:where([data-yoke-dress]) :where(input[type=range]) { min-block-size: var(--yoke-side); accent-color: var(--yoke-mark); cursor: pointer }
:where([data-yoke-dress]) :where(input:not([type=range], [type=checkbox])) { min-block-size: var(--yoke-side); padding-inline: 10px; border: 1px solid color-mix(in srgb, var(--yoke-ink) 30%, transparent); border-radius: var(--yoke-round); background: var(--yoke-ground); color: var(--yoke-ink); font: inherit }
:where([data-yoke-dress]) :where(button, select, input):where(:focus-visible) { outline: 2px solid var(--yoke-ink); outline-offset: 2px; box-shadow: 0 0 0 2px var(--yoke-ground) }
@media (hover: hover) { :where([data-yoke-dress]) :where(button, select):where(:hover):where(:not(:disabled, [aria-disabled=true], [aria-pressed=true])) { background: color-mix(in srgb, var(--yoke-ink) 14%, var(--yoke-ground)) } }
@media (pointer: coarse) { :where([data-yoke-dress]) { --yoke-side: var(--yoke-control-size, 44px) } }
@media (prefers-reduced-motion: reduce) { :where([data-yoke-dress]) :where(button, select) { transition: none } }
`
