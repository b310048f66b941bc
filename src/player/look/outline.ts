import { attributeOf, findAll, isElement, rootOf } from '../../wiring/scope/nodes.ts'
import { sharedSheet } from '../../wiring/scope/sheets.ts'
import { whyDead } from '../../wiring/yoke/dead-control.ts'
import type { Yoke } from '../../wiring/yoke/yoke.ts'
import type { PlayerFeature } from '../player-view.ts'

const CSS = /* css */ `
[data-yoke-debug] { outline: 2px dashed #0a6; outline-offset: 1px }
:where([data-yoke-debug]) { position: relative }
[data-yoke-debug^='dead'] { outline: 3px solid #d0006f !important }
yoke-player[data-yoke-debug] { outline: 3px solid #d0006f !important }
[data-yoke-debug]::after {
  content: attr(data-yoke-debug); display: block; position: absolute; z-index: 9; font: 600 10px/1.4 monospace; padding: 0 4px;
  color: #fff; background: #075; white-space: nowrap; pointer-events: none; inset-block-start: 0; inset-inline-start: 0;
}
[data-yoke-debug^='dead']::after { background: #d0006f }
`

const COUPLED = '[command^="--"], [data-yoke-value], [data-yoke-fill], [data-yoke-along]'

const SHEET = sharedSheet(CSS)

const labelOf = (element: Element): string =>
  (['command', 'data-yoke-value', 'data-yoke-fill', 'data-yoke-along'] as const)
    .flatMap(name => attributeOf(element, name)?.replace(/^--/, '') ?? [])
    .join(' ')

const rootsOf = (player: HTMLElement): readonly (Document | ShadowRoot)[] => {
  const root = rootOf(player)
  const around = isElement(root) ? [] : [root as Document | ShadowRoot]
  return player.shadowRoot ? [...around, player.shadowRoot] : around
}

/** Every control that drives a player: inside it, in its own bar, and those elsewhere that name it. */
const controlsOf = (player: HTMLElement): readonly Element[] => {
  const elsewhere = player.id ? `[commandfor="${escapeId(player.id)}"], [data-yoke-for="${escapeId(player.id)}"]` : ''
  return [
    ...findAll(player, COUPLED),
    ...(player.shadowRoot ? findAll(player.shadowRoot, COUPLED) : []),
    ...(elsewhere ? rootsOf(player).flatMap(root => findAll(root, elsewhere)) : [])
  ]
}

const escapeId = (id: string): string => globalThis.CSS.escape(id)

/** Outlines a player and each of its controls, or takes that away. */
const outlinePlayer = (player: HTMLElement, yoke: Yoke, on = yoke.settings.debug): void => {
  const { snapshot } = yoke
  const drives = snapshot.currentSrc.split('/').at(-1) ?? ''
  for (const root of rootsOf(player)) if (on) SHEET.adopt(root, 'behind')
  for (const element of [player, ...controlsOf(player)]) {
    const dead = on && element !== player ? whyDead(element, yoke) : ''
    const says = dead
      ? `dead: ${labelOf(element)}: ${dead}`
      : `${labelOf(element)} → ${player.id ? `#${player.id} ` : ''}${drives}`
    if (on) Element.prototype.setAttribute.call(element, 'data-yoke-debug', says)
    else Element.prototype.removeAttribute.call(element, 'data-yoke-debug')
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
