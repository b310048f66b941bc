import { DOCK_WORDS, WINDOW_WORDS } from '../../core/words/part-words.ts'
import { rootOf } from '../../wiring/scope/nodes.ts'
import { sharedSheet } from '../../wiring/scope/sheets.ts'
import { create } from '../look/create.ts'
import type { PlayerView } from '../player-view.ts'

const SHEET = sharedSheet(/* css */ `
:where([data-yoke-place=window]) { display: grid; place-content: center; place-items: center; gap: 12px; padding: 12px; background: #14202a; color: #e6efec; font: 500 15px/1.3 system-ui, sans-serif; text-align: center }
:where([data-yoke-place=window] p) { margin: 0 }
:where([data-yoke-place=window] button) { min-block-size: 36px; padding: 4px 14px; border: 1px solid #e6efec80; border-radius: 8px; background: #0000; color: inherit; font: inherit; cursor: pointer }
:where([data-yoke-place=window] button:focus-visible) { outline: 2px solid #fff; outline-offset: 2px }
@media (hover: hover) { :where([data-yoke-place=window] button:hover) { background: #ffffff1f } }
@media (pointer: coarse) { :where([data-yoke-place=window] button) { min-block-size: 44px } }
`)

/** Says in a player's place where it is, and takes the name by which controls elsewhere find it. @returns its end. */
export const fillPlace = (place: HTMLElement, { element, yoke }: PlayerView): (() => void) => {
  const words = { ...DOCK_WORDS, ...WINDOW_WORDS, ...yoke.settings.words }
  SHEET.adopt(rootOf(place) as Document | ShadowRoot)
  place.setAttribute('data-yoke-place', 'window')
  if (element.id) place.id = element.id
  place.append(
    create('p', {}, words.inItsWindow),
    create('button', { type: 'button', command: '--exit-picture-in-picture' }, words.backToPlace)
  )
  return yoke.bind(place)
}
