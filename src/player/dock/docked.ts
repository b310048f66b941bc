import { DOCK_WORDS } from '../../core/words/part-words.ts'
import { sharedSheet } from '../../wiring/scope/sheets.ts'
import { create, fill } from '../look/create.ts'
import type { PlayerView } from '../player-view.ts'

export { holdPlace } from './place-holder.ts'

const SHEET = sharedSheet(/* css */ `
.dock { position: absolute; inset-block-start: 6px; inset-inline-end: 6px; z-index: 3; display: none; gap: 4px }
:host(:popover-open) .dock { display: flex }
.dock button { display: grid; place-items: center; inline-size: 32px; block-size: 32px; padding: 0; border: 0; border-radius: 8px; background: var(--yoke-surface, #0d2230); color: var(--yoke-text, #f3f8f6); opacity: .92; cursor: pointer }
.dock button:focus-visible { outline: 2px solid var(--yoke-text, #f3f8f6); outline-offset: 2px }
.dock svg { inline-size: 17px; block-size: 17px; fill: none; stroke: currentColor; stroke-width: 2.2; stroke-linecap: round; stroke-linejoin: round }
@media (hover: hover) { .dock button:hover { opacity: 1; background: color-mix(in srgb, var(--yoke-surface, #0d2230) 80%, #fff) } }
@media (pointer: coarse) { .dock button { inline-size: 44px; block-size: 44px } }
@media (forced-colors: active) { .dock button { border: 1px solid ButtonText } }
`)

const icon = (d: string): SVGElement => {
  const ns = 'http://www.w3.org/2000/svg'
  const path = fill(document.createElementNS(ns, 'path'), { d }, [])
  return fill(document.createElementNS(ns, 'svg'), { viewBox: '0 0 24 24', 'aria-hidden': 'true' }, [path])
}

const createButtons = ({ yoke }: PlayerView): HTMLElement => {
  const words = { ...DOCK_WORDS, ...yoke.settings.words }
  const button = (command: string, label: string, d: string): HTMLElement =>
    create(
      'button',
      { type: 'button', part: `dock-button ${command}`, command: `--${command}`, 'aria-label': label, title: label },
      icon(d)
    )
  return create(
    'div',
    { class: 'dock', part: 'dock' },
    button('undock', words.backToPlace, 'M15 3h6v6M21 3l-7 7M9 21H3v-6M3 21l7-7'),
    button('close-docked', words.closeDocked, 'M18 6 6 18M6 6l12 12')
  )
}

const dressed = new WeakSet<PlayerView>()

/** Gives a player the buttons that it has while it is docked. To be called once or more often. */
export const addButtons = (player: PlayerView, signal: AbortSignal): void => {
  if (dressed.has(player)) return
  dressed.add(player)
  const shadow = player.openShadow()
  SHEET.adopt(shadow, 'behind')
  const buttons = createButtons(player)
  shadow.append(buttons)
  const release = player.yoke.bind(buttons)
  signal.addEventListener('abort', () => {
    dressed.delete(player)
    release()
    buttons.remove()
  })
}
