import type { Box } from '../../core/captions/layout/place-cues.ts'
import { isStateName, STATES } from '../../core/playback/states.ts'
import { attributeOf, boxOf, findAll } from '../scope/nodes.ts'
import { observeSizes, type SizeWatch } from '../scope/observe-sizes.ts'
import type { YokeView } from '../yoke/yoke-view.ts'

const ATTRIBUTE = 'data-yoke-keep-clear'

/** `!idle`: only while the state does not hold; several with spaces: all; empty: always. */
const applies = (element: Element, { snapshot }: YokeView): boolean =>
  (attributeOf(element, ATTRIBUTE) ?? '')
    .split(/\s+/)
    .filter(Boolean)
    .every(word => {
      const name = word.replace('!', '')
      return isStateName(name) ? STATES[name](snapshot) !== word.startsWith('!') : true
    })

/** What captions must not cover: every element with `data-yoke-keep-clear` that is seen over their area. */
export class Obstacles {
  readonly #area: HTMLElement
  readonly #yoke: YokeView
  readonly #sizes: SizeWatch
  #watched: ReadonlySet<HTMLElement> = new Set()

  /** @param changed called when the area, or what is to be kept clear, has another size: another look may be worn. */
  constructor(area: HTMLElement, yoke: YokeView, changed: () => void) {
    this.#area = area
    this.#yoke = yoke
    this.#sizes = observeSizes(changed)
    this.#sizes.observe(area)
  }

  /** Looks where they are now, in pixels of the area. */
  look(): readonly Box[] {
    const ground = this.#area.getBoundingClientRect()
    return this.#find().flatMap(element => {
      const { left, top, width, height } = boxOf(element)
      const box = { x: left - ground.left, y: top - ground.top, width, height }
      const isOver =
        width > 0 &&
        height > 0 &&
        box.x < ground.width &&
        box.y < ground.height &&
        box.x + width > 0 &&
        box.y + height > 0
      return isOver && applies(element, this.#yoke) ? [box] : []
    })
  }

  stop(): void {
    this.#sizes.disconnect()
  }

  #find(): readonly HTMLElement[] {
    const found = new Set([...this.#yoke.scopes].flatMap(({ root }) => findAll(root, `[${ATTRIBUTE}]`)))
    for (const element of this.#watched) if (!found.has(element)) this.#sizes.unobserve(element)
    // Observed once more, an element would be told of at once, and so on for ever.
    for (const element of found) if (!this.#watched.has(element)) this.#sizes.observe(element)
    this.#watched = found
    return [...found]
  }
}
