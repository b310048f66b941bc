import { sharedSheet } from '../../wiring/scope/sheets.ts'
import type { Yoke } from '../../wiring/yoke/yoke.ts'
import type { PlayerFeature } from '../player-view.ts'

const CSS = `
[data-yoke-debug] { outline: 2px dashed #d0006f !important; outline-offset: 1px }
yoke-player[data-yoke-debug] { outline: 3px solid #d0006f !important }
[data-yoke-debug]::after {
  content: attr(data-yoke-debug); display: block; position: absolute; z-index: 9; font: 600 10px/1.4 monospace; padding: 0 4px;
  color: #fff; background: #d0006f; white-space: nowrap; pointer-events: none; inset-block-start: 0; inset-inline-start: 0;
}
`

const COUPLED = '[command^="--"], [data-yoke-value], [data-yoke-fill], [data-yoke-along]'

const SHEET = sharedSheet(CSS)

const labelOf = (element: Element): string =>
  (['command', 'data-yoke-value', 'data-yoke-fill', 'data-yoke-along'] as const)
    .flatMap(name => element.getAttribute(name)?.replace(/^--/, '') ?? [])
    .join(' ')

const rootsOf = (player: HTMLElement): readonly (Document | ShadowRoot)[] => [
  player.getRootNode() as Document | ShadowRoot,
  ...(player.shadowRoot ? [player.shadowRoot] : [])
]

/** Every control that drives a player: inside it, in its own bar, and those elsewhere that name it. */
const controlsOf = (player: HTMLElement): readonly Element[] => {
  const elsewhere = player.id ? `[commandfor="${escapeId(player.id)}"], [data-yoke-for="${escapeId(player.id)}"]` : ''
  return rootsOf(player).flatMap(root => [
    ...(root === player.shadowRoot ? root : player).querySelectorAll(COUPLED),
    ...(elsewhere ? root.querySelectorAll(elsewhere) : [])
  ])
}

const escapeId = (id: string): string => globalThis.CSS.escape(id)

/** Outlines a player and each of its controls, or takes that away. */
const outlinePlayer = (player: HTMLElement, { snapshot, settings }: Yoke, on = settings.debug): void => {
  const drives = snapshot.currentSrc.split('/').at(-1) ?? ''
  for (const root of rootsOf(player)) {
    if (on) SHEET.adopt(root, 'behind')
    else SHEET.drop(root)
  }
  for (const element of [player, ...controlsOf(player)]) {
    if (on)
      element.setAttribute('data-yoke-debug', `${labelOf(element)} → ${player.id ? `#${player.id} ` : ''}${drives}`)
    else element.removeAttribute('data-yoke-debug')
  }
}

/** Outlines a player and each of its controls, with the name of what it does and of the media that it drives. */
export const begin: PlayerFeature = ({ element, yoke }, signal) => {
  // Another media, other controls: said anew.
  const stop = yoke.subscribe(
    ({ snapshot, controls, settings: { debug } }) => `${snapshot.currentSrc} ${controls.size} ${debug}`,
    () => outlinePlayer(element, yoke)
  )
  outlinePlayer(element, yoke)
  signal.addEventListener('abort', () => {
    stop()
    outlinePlayer(element, yoke, false)
  })
}
