import { isMediaElement } from '../../media/html/is-media-element.ts'
import { targetOf } from '../couplings/reference.ts'
import type { YokeView } from '../yoke/yoke-view.ts'
import { isTag, parentOf, rootOf } from './nodes.ts'

/**
 * Which element or shadow root is a scope, and of which yoke. The one thing that all yokes of a page share: it lets a
 * control find its player by place or by id.
 */
const yokes = new WeakMap<Node, YokeView>()

/** Scopes whose yoke is made when someone asks for it, and what makes it. */
const asked = new WeakMap<Node, () => YokeView>()

/** Scopes whose inside waits to be wanted, each with what then happens. */
const waiting = new WeakMap<Node, () => void>()

export const registerScope = (root: Node, yoke: YokeView): void => void yokes.set(root, yoke)

export const unregisterScope = (root: Node, yoke: YokeView): void => {
  if (yokes.get(root) === yoke) yokes.delete(root)
}

/** Holds the place of a scope whose yoke is made when someone asks for it. @returns its end. */
export const registerResting = (root: Node, ask: () => YokeView): (() => void) => {
  asked.set(root, ask)
  return () => asked.delete(root)
}

/** Puts the inside of a scope off until {@link wake}. @returns its end. */
export const registerWaiting = (root: Node, wanted: () => void): (() => void) => {
  waiting.set(root, wanted)
  return () => {
    if (waiting.get(root) === wanted) waiting.delete(root)
  }
}

/** Whether the inside of a scope waits. */
export const isWaiting = (root: Node): boolean => waiting.has(root)

/** A scope is wanted: does what was put off for it. A scope that has only just been made has put off what stands in it. */
export const wake = (root: Node | undefined): void => {
  const wanted = root && waiting.get(root)
  if (!root || !wanted) return
  waiting.delete(root)
  wanted()
  wake(root)
}

const yokeOf = (root: Node): YokeView | undefined => yokes.get(root) ?? asked.get(root)?.()

/** The root of the nearest scope that holds the node, within its tree. A player that is not coupled yet holds its own. */
export const scopeAround = (node: Node): Node | undefined => {
  for (let around: Node | null = node; around; around = parentOf(around)) {
    if (yokes.has(around) || asked.has(around)) return around
    if (isTag(around, 'yoke-player')) return undefined
  }
  return undefined
}

/** The yoke of the nearest scope that holds the node. */
export const yokeAround = (node: Node): YokeView | undefined => {
  const scope = scopeAround(node)
  return scope && yokeOf(scope)
}

/** The yoke that an id means: of the scope that has it, or of the scope around the media element that has it. */
export const yokeOfTarget = (target: Element): YokeView | undefined =>
  yokeOf(target) ?? (isMediaElement(target) ? yokeAround(target) : undefined)

/** The yoke of a control: of its place, or of what it names. */
export const yokeOfControl = (element: Element): YokeView | undefined => {
  const target = targetOf(element, rootOf(element))
  return target === 'around' ? yokeAround(element) : target && yokeOfTarget(target)
}
