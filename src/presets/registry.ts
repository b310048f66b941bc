import { KINDS_EVENT } from '../media/kinds.ts'
import { type AccompaniedPage, COMPANION } from '../wiring/scope/companion.ts'
import { followBlocks } from './blocks.ts'
import { Links } from './links.ts'
import { Shelf } from './shelf.ts'

/** Where the presets of a page are kept: whichever copy of this has come first keeps them. */
const PRESETS = Symbol.for('yokewright presets')

/** The presets of a page, and who is linked to them. */
export class PagePresets {
  /** Players are met, and what stands in the page is read. */
  isBegun = false
  readonly shelf = new Shelf()
  readonly links = new Links(this.shelf)
}

type Page = { [PRESETS]?: PagePresets } & AccompaniedPage

/** The presets of this page; in Node each process has some, and no player. */
export const pagePresets = (): PagePresets => {
  const page = globalThis as Page
  page[PRESETS] ??= new PagePresets()
  return page[PRESETS]
}

/** Takes the presets that stand in the page, and meets its players: those that are there already, and those that come. */
export const beginPresets = (): void => {
  const page = globalThis as Page
  const presets = pagePresets()
  if (presets.isBegun || !globalThis.document) return
  presets.isBegun = true
  const { shelf, links } = presets
  followBlocks(document, shelf)
  page[COMPANION] = player => links.meet(player)
  // Those that are there already look again. By the prototype: an image of the page may be called like a member of its document.
  EventTarget.prototype.dispatchEvent.call(document, new Event(KINDS_EVENT))
}
