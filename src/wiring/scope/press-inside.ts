import { isCommandName } from '../../core/playback/commands.ts'
import { tellMistake } from '../checks/tell-mistake.ts'
import { closest, isElement, rootOf } from './nodes.ts'
import { yokeAround } from './registry.ts'

const told = new WeakSet<Element>()

/**
 * A button in the shadow root of some component, into which the player around it does not look: says once what is to be done.
 * @param isKnown whether the controls of a root are coupled.
 */
export const reportPressInside = (event: MouseEvent, isKnown: (root: Node) => boolean): void => {
  const [inside] = event.composedPath()
  if (!isElement(inside) || !isElement(event.target) || inside === event.target) return
  const button = closest(inside, 'button[command^="--"]')
  const yoke = yokeAround(event.target)
  if (!button || !yoke || isKnown(rootOf(inside)) || told.has(button)) return
  const name = (button.getAttribute('command') ?? '').slice(2)
  if (!isCommandName(name) && !yoke.commands.has(name)) return
  told.add(button)
  tellMistake(yoke, button, ({ pressInside }) => pressInside(name))
}
