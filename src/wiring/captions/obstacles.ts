import type { Box } from '../../core/captions/layout/place-cues.ts'
import { isStateName, STATES } from '../../core/playback/states.ts'
import { attributeOf, boxOf, findAll } from '../scope/nodes.ts'
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

/** What captions must not cover: every element with `data-yoke-keep-clear` that is seen over the area, in its pixels. */
export const obstaclesIn = (area: HTMLElement, yoke: YokeView): readonly Box[] => {
  const ground = area.getBoundingClientRect()
  const roots = [...yoke.scopes].map(({ root }) => root)
  const elements = new Set(roots.flatMap(root => findAll(root, `[${ATTRIBUTE}]`)))
  return [...elements].flatMap(element => {
    const { left, top, width, height } = boxOf(element)
    const box = { x: left - ground.left, y: top - ground.top, width, height }
    const isOver =
      width > 0 &&
      height > 0 &&
      box.x < ground.width &&
      box.y < ground.height &&
      box.x + width > 0 &&
      box.y + height > 0
    return isOver && applies(element, yoke) ? [box] : []
  })
}
