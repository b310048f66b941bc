import { type Fault, fault } from '../../core/fault.ts'
import { findAll, isTag } from '../scope/nodes.ts'
import type { YokeView } from '../yoke/yoke-view.ts'

const NAMES = /^cell /

/** Ready-made controls that the author asked for, and that have no room in their row. */
export const checkRoom = (element: Element, yoke: YokeView | undefined): Fault | undefined => {
  const shadow = isTag(element, 'yoke-player') ? element.shadowRoot : null
  // The layouts of the library are made so that all have room.
  if (!shadow || yoke?.settings.layouts === undefined) return undefined
  const cells = findAll<HTMLElement>(shadow, '.rows > .row > .cell')
  const away = cells.filter(cell => cell.hidden && cell.className !== 'cell settings')
  if (away.length === 0) return undefined
  const names = away.map(cell => cell.className.replace(NAMES, '')).join(', ')
  const width = Math.round(element.clientWidth)
  const rows = Math.ceil(cells.length / (cells.length - away.length)) + findAll(shadow, '.rows > .row').length - 1
  const go = away.length === 1 ? '1 goes' : `${away.length} go`
  return fault(
    'controls-many',
    `${cells.length} controls do not fit in ${width} px: ${go} into the menu (${names}).`,
    `${rows} rows would hold them; or give this width a layout with fewer`
  )
}
