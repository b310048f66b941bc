import type { AROUND_WORDS } from '../../core/words/around-words.ts'
import { sharedSheet } from '../../wiring/scope/sheets.ts'
import { create, fill } from '../look/create.ts'
import type { PlayerView } from '../player-view.ts'

const SHEET = sharedSheet(/* css */ `
.compass {
  position: absolute; inset-block-start: calc(var(--edge) + var(--compass-below, 0px)); inset-inline-end: var(--edge); direction: ltr;
  display: grid; grid-template: repeat(3, auto) / repeat(3, auto); padding: 2px; border-radius: 50%; color: var(--text); background: color-mix(in srgb, var(--surface) 72%, transparent);
  transition: opacity .18s;
}
.compass button { display: grid; place-items: center; inline-size: 28px; block-size: 28px; padding: 0; border: 0; border-radius: 50%; background: none; color: inherit; cursor: pointer }
.compass svg { inline-size: 16px; block-size: 16px; fill: none; stroke: currentColor; stroke-width: 2.4; stroke-linecap: round; stroke-linejoin: round }
.compass :is([data-at=up], [data-at=down]) { grid-column: 2 } .compass [data-at=left] { grid-column: 1 }
.compass .needle { inline-size: 26px; block-size: 26px; stroke-width: 1.6; rotate: calc(-1deg * var(--yoke-heading, 0)) }
.compass .needle path { fill: var(--accent); stroke: none }
.compass .device { position: absolute; inset-block-start: calc(100% + 8px); inset-inline-end: calc(50% - 20px); inline-size: 40px; block-size: 40px; background: color-mix(in srgb, var(--surface) 72%, transparent) }
.compass .device[aria-pressed=true] { color: var(--accent) }
.compass button:focus-visible { outline: 2px solid var(--text); outline-offset: -1px }
:host(:is(:state(idle), :not(:state(around)))) .compass { opacity: 0; pointer-events: none }
:host(:not(:state(around))) .compass { visibility: hidden }
@media (hover: hover) { .compass button:hover { background: color-mix(in srgb, var(--text) 18%, transparent) } }
@media (pointer: coarse) { .compass button:not(.device) { inline-size: 36px; block-size: 36px } }
@media (forced-colors: active) { .compass { border: 1px solid CanvasText } .compass .needle path { fill: CanvasText } }
@media (prefers-reduced-motion: reduce) { .compass { transition: none } }
`)

const SVG = 'http://www.w3.org/2000/svg'

const drawing = (d: string, name = ''): SVGElement =>
  fill(document.createElementNS(SVG, 'svg'), { viewBox: '0 0 24 24', class: name, 'aria-hidden': 'true' }, [
    fill(document.createElementNS(SVG, 'path'), { d }, [])
  ])

const ARROWS = [
  ['up', 'lookUp', '0 15', 'M6 15l6-6 6 6'],
  ['left', 'lookLeft', '-15', 'M15 6l-6 6 6 6'],
  ['right', 'lookRight', '15', 'M9 6l6 6-6 6'],
  ['down', 'lookDown', '0 -15', 'M6 9l6 6 6-6']
] as const

/** Buttons that turn the view, for who cannot drag: over the picture of ready-made controls. @returns its removal. */
export const showCompass = (
  player: PlayerView,
  words: Readonly<Record<keyof typeof AROUND_WORDS, string>>
): (() => void) => {
  const shadow = player.openShadow()
  SHEET.adopt(shadow, 'behind')
  const arrows = ARROWS.map(([at, word, value, d]) =>
    create(
      'button',
      {
        type: 'button',
        'data-at': at,
        command: '--turn',
        value,
        'data-yoke-repeat': '0.25',
        'aria-label': words[word]
      },
      drawing(d)
    )
  )
  const home = create(
    'button',
    { type: 'button', 'data-at': 'home', command: '--reset-view', 'aria-label': words.lookAhead },
    drawing('M12 1l5.5 13h-11zM12 17l3 6h-6z', 'needle')
  )
  const device = create(
    'button',
    {
      type: 'button',
      class: 'device',
      command: '--turn-with-device',
      'aria-pressed': 'false',
      'aria-label': words.turnWithDevice
    },
    drawing('M8 3h8v18H8zM3 8a9 9 0 0 0 0 8M21 8a9 9 0 0 1 0 8')
  )
  const compass = create(
    'div',
    {
      class: 'compass',
      part: 'compass',
      role: 'group',
      'aria-label': words.lookAround,
      'data-yoke-keep-clear': '!idle'
    },
    ...arrows.slice(0, 2),
    home,
    ...arrows.slice(2),
    device
  )
  const place = create('slot', { name: 'compass' }, compass)
  shadow.append(place)
  return () => place.remove()
}
