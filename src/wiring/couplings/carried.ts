import { fault } from '../../core/fault.ts'
import { isMeasureName, MEASURE_NAMES, type MeasureName } from '../../core/playback/values.ts'
import { tellMistake } from '../checks/tell-mistake.ts'
import { attributeOf } from '../scope/nodes.ts'
import type { Coupling, YokeView } from '../yoke/yoke-view.ts'
import { type Course, carry } from './playhead.ts'

const readMeasure = (element: Element, attribute: string, yoke: YokeView): MeasureName | undefined => {
  const name = attributeOf(element, attribute) ?? ''
  if (isMeasureName(name)) return name
  tellMistake(yoke, element, ({ unknownName }) =>
    unknownName('measure-unknown', attribute, name, 'measure', MEASURE_NAMES)
  )
  return undefined
}

/** Where a bar starts: at the left, the right, the bottom or the top. A vertical one starts at the bottom in `direction: rtl` (CSS Writing Modes, "direction"). */
const startOf = (element: Element): 'left' | 'right' | 'bottom' | 'top' => {
  const { direction, writingMode } = getComputedStyle(element)
  if (writingMode.startsWith('horizontal')) return direction === 'rtl' ? 'right' : 'left'
  return direction === 'rtl' ? 'bottom' : 'top'
}

/** The element is uncovered from its start edge on: its artwork is neither squeezed nor moved. */
const fillCourse: Course = element => {
  // Negative above and below, so that a shadow or a taller artwork is not cut off.
  const [hidden, whole] = {
    left: ['-100vh 100% -100vh 0', '-100vh 0% -100vh 0%'],
    right: ['-100vh 0 -100vh 100%', '-100vh 0% -100vh 0%'],
    bottom: ['100% -100vw 0 -100vw', '0% -100vw 0% -100vw'],
    top: ['0 -100vw 100% -100vw', '0% -100vw 0% -100vw']
  }[startOf(element)] as [string, string]
  return [{ clipPath: `inset(${hidden})` }, { clipPath: `inset(${whole})` }]
}

/** As `clientWidth` and `clientHeight`, of a form too. */
const sizeWithin = (element: Element): readonly [width: number, height: number] => [
  Reflect.get(Element.prototype, 'clientWidth', element),
  Reflect.get(Element.prototype, 'clientHeight', element)
]

/** The element's centre goes from one edge of its parent to the other. */
const alongCourse: Course = element => {
  const parent = element.parentElement
  const [width, height] = parent ? sizeWithin(parent) : [0, 0]
  const [from, to] = {
    left: ['-50%', `calc(${width}px - 50%)`],
    right: ['50%', `calc(${-width}px + 50%)`],
    bottom: ['0 50%', `0 calc(${-height}px + 50%)`],
    top: ['0 -50%', `0 calc(${height}px - 50%)`]
  }[startOf(element)] as [string, string]
  return [{ translate: from }, { translate: to }]
}

const coupleCarried = (
  element: HTMLElement,
  yoke: YokeView,
  attribute: string,
  course: Course
): Coupling | undefined => {
  const measure = readMeasure(element, attribute, yoke)
  const parent = element.parentElement
  if (measure && attribute === 'data-yoke-fill' && [...yoke.scopes].some(({ root }) => root === parent)) {
    const sentence = 'data-yoke-fill stands right in its player, and would cover it.'
    yoke.raise(fault('fill-misplaced', sentence, 'put it inside the bar that it is to fill'), element)
    return undefined
  }
  // The style sheet makes the parent the containing block of its children; `:has()` would be slow on large pages.
  if (parent) Element.prototype.setAttribute.call(parent, 'data-yoke-track', '')
  return measure && { release: carry(element, yoke, measure, course) }
}

/** Couples `data-yoke-fill`. */
export const coupleFill = (element: HTMLElement, yoke: YokeView): Coupling | undefined =>
  coupleCarried(element, yoke, 'data-yoke-fill', fillCourse)

/** Couples `data-yoke-along`. */
export const coupleAlong = (element: HTMLElement, yoke: YokeView): Coupling | undefined =>
  coupleCarried(element, yoke, 'data-yoke-along', alongCourse)
