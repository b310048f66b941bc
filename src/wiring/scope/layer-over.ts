import { tellMistake } from '../checks/tell-mistake.ts'
import type { YokeView } from '../yoke/yoke-view.ts'
import { boxOf, closest, contains, isElement, matches } from './nodes.ts'

const told = new WeakSet<Element>()

/** From this share of the picture on a layer over it is meant to lie over it. */
const LARGE = 0.5

const areaOf = (element: Element): number => {
  const { width, height } = boxOf(element)
  return width * height
}

/**
 * A press on a layer that has no use of its own, over a slider or over the picture, which does not hear of it: says so once.
 * @param roots where what lies beneath is looked for.
 */
export const reportLayer = (event: MouseEvent, yoke: YokeView, roots: readonly (Document | ShadowRoot)[]): void => {
  const [layer] = event.composedPath()
  if (!isElement(layer) || told.has(layer) || closest(layer, '[data-yoke-picture]')) return
  const under = roots.flatMap(root => root.elementsFromPoint(event.clientX, event.clientY))
  const slider = under.find(element => matches(element, 'input[type="range"]') && !contains(layer, element))
  const { picture } = yoke
  const isOverPicture =
    picture !== undefined &&
    yoke.settings.gestures &&
    under.includes(picture) &&
    areaOf(layer) > LARGE * areaOf(picture)
  if (!slider && !isOverPicture) return
  told.add(layer)
  tellMistake(yoke, layer, ({ layerOver }) => layerOver(slider !== undefined))
}
