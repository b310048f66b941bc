import type { Direction } from '../../core/time/scale.ts'

/** Whether the engine itself lays an element out from top to bottom. */
export const writesUpright = (element: Element): boolean => getComputedStyle(element).writingMode.startsWith('vertical')

/** Its own writing mode, or that of what is around it: WebKitGTK lays every range out from side to side. */
export const isVertical = (element: Element): boolean =>
  writesUpright(element) || (element.parentElement !== null && writesUpright(element.parentElement))

/** Left and right do not change sides on a vertical slider. */
export const directionOf = (element: Element): Direction =>
  getComputedStyle(element).direction === 'rtl' && !isVertical(element) ? 'rtl' : 'ltr'
