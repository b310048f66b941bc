import type { Fault } from '../core/fault.ts'
import { findAll, listen } from '../wiring/scope/nodes.ts'
import { plainIn, type Shelf } from './shelf.ts'
import { tell, tellPlaced } from './tell.ts'

/** JSON in the page itself: `<script type="application/json" data-yoke-presets>`. */
const BLOCK = 'script[data-yoke-presets]'

/** Takes the presets that stand in a page, now and when it has been read to its end. */
export const followBlocks = (page: Document, shelf: Shelf): void => {
  const taken = new WeakSet<Element>()
  const look = (): void => {
    for (const block of findAll(page, BLOCK)) {
      // What is being read may not be whole yet.
      if (taken.has(block) || (page.readyState === 'loading' && !block.nextSibling)) continue
      taken.add(block)
      takeBlock(block, shelf)
    }
  }
  look()
  listen(page, 'DOMContentLoaded', look, { once: true })
}

const takeBlock = async (block: Element, shelf: Shelf): Promise<void> => {
  const text = block.textContent ?? ''
  const plain = plainIn(text)
  if (plain) {
    for (const preset of plain) shelf.put(preset)
    return
  }
  const raise = (reason: Fault): void => tell(reason, block)
  const read = await shelf.reading(({ readPresetText }) => {
    const readings = readPresetText(text)
    for (const each of readings) shelf.keep(each)
    return readings
  })
  if (!read.ok) return raise(read.fault)
  const where = block.id ? `#${block.id}` : 'data-yoke-presets'
  tellPlaced(
    read.value.flatMap(({ faults }) => faults),
    text,
    where,
    raise
  )
}
