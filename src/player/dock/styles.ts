import { sharedSheet } from '../../wiring/scope/sheets.ts'

/** What a docked player looks like. Important, because a page's rules for the player are for its place. */
export const DOCK_SHEET = sharedSheet(/* css */ `
:host(:popover-open) {
  position: fixed !important; inset: auto !important; margin: 0 !important; padding: 0 !important; border: 0 !important; overflow: visible !important; color: inherit;
  inline-size: var(--yoke-dock-size, min(340px, 44vw)) !important; min-inline-size: 0 !important; max-inline-size: none !important; block-size: auto !important; max-block-size: 60vh !important;
  background: #000; border-radius: 10px; box-shadow: 0 10px 34px #0008, 0 0 0 1px #ffffff30; z-index: auto;
}
:host(:popover-open[data-yoke-corner^=bottom]) { inset-block-end: var(--yoke-dock-margin, 16px) !important }
:host(:popover-open[data-yoke-corner^=top]) { inset-block-start: var(--yoke-dock-margin, 16px) !important }
:host(:popover-open[data-yoke-corner$=end]) { inset-inline-end: var(--yoke-dock-margin, 16px) !important }
:host(:popover-open[data-yoke-corner$=start]) { inset-inline-start: var(--yoke-dock-margin, 16px) !important }
:host(:popover-open[data-yoke-corner=none]) { visibility: hidden !important }
@media (prefers-reduced-motion: no-preference) { :host(:popover-open) { animation: yoke-dock .22s ease-out } }
@keyframes yoke-dock { from { opacity: 0; translate: 0 12px } }
`)
