import { create, fill } from '../look/create.ts'
import { ICONS, type IconName } from './icons.ts'
import type { ListIconName } from './list-icons.ts'
import { LISTS } from './parts.ts'

const SVG = 'http://www.w3.org/2000/svg'

/** An icon, in a slot of its own: the author's `slot="icon-…"` takes its place. */
export const createIcon = (name: IconName | ListIconName, slot: string = name): HTMLSlotElement => {
  const d = name in ICONS ? ICONS[name as IconName] : LISTS.here?.LIST_ICONS[name as ListIconName]
  const path = fill(document.createElementNS(SVG, 'path'), { d }, [])
  const svg = fill(
    document.createElementNS(SVG, 'svg'),
    { viewBox: '0 0 24 24', part: `icon icon-${name}`, class: `icon icon-${name}`, 'aria-hidden': 'true' },
    [path]
  )
  return create('slot', { name: `icon-${slot}` }, svg)
}
