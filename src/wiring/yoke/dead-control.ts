import { isCommandName } from '../../core/playback/commands.ts'
import { isMeasureName, VALUES } from '../../core/playback/values.ts'
import { unknownCommand } from '../checks/mistakes.ts'
import { attributeOf, boxOf, isTag, isVisible } from '../scope/nodes.ts'
import type { YokeView } from './yoke-view.ts'

/** Values that are read from the yoke, or set by a file field. */
const OTHER_VALUES: ReadonlySet<string> = new Set(['fault-text', 'file'])

/** Why nothing ever answers to a control; `''` where something does. */
export const whyDead = (element: Element, yoke: YokeView): string => {
  const command = attributeOf(element, 'command')
  const name = (command ?? '').replace(/^--/, '')
  if (command !== null && !isCommandName(name) && !yoke.commands.has(name)) return unknownCommand(name, yoke).message
  if (command !== null && !isTag(element, 'button')) return 'a command has to stand on a <button>'
  const value = attributeOf(element, 'data-yoke-value')
  const isValue =
    value === null || Object.hasOwn(VALUES, value) || OTHER_VALUES.has(value) || yoke.authorValues.has(value)
  if (!isValue) return `there is no value “${value}”`
  for (const attribute of ['data-yoke-fill', 'data-yoke-along']) {
    const measure = attributeOf(element, attribute)
    if (measure !== null && !isMeasureName(measure)) return `there is no measure “${measure}”`
  }
  const { width, height } = boxOf(element)
  if (attributeOf(element, 'data-yoke-fill') !== null && isVisible(element) && (width === 0 || height === 0))
    return `it is ${Math.round(width)} × ${Math.round(height)} px: give the bar around it a size`
  return ''
}
