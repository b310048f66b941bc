import type { YokeView } from './surface.ts'

/**
 * Which element or shadow root is a scope, and of which yoke. The one thing that all yokes of a page share: it lets a
 * control find its player by place or by id.
 */
const yokes = new WeakMap<Node, YokeView>()

export const registerScope = (root: Node, yoke: YokeView): void => void yokes.set(root, yoke)

export const unregisterScope = (root: Node, yoke: YokeView): void => {
  if (yokes.get(root) === yoke) yokes.delete(root)
}

/** The root of the nearest scope that holds the node, within its tree. A player that is not coupled yet holds its own. */
export const scopeAround = (node: Node): Node | undefined => {
  for (let around: Node | null = node; around; around = around.parentNode) {
    if (yokes.has(around)) return around
    if (around.nodeName === 'YOKE-PLAYER') return undefined
  }
  return undefined
}

/** The yoke of the nearest scope that holds the node. */
export const yokeAround = (node: Node): YokeView | undefined => {
  const scope = scopeAround(node)
  return scope && yokes.get(scope)
}

/** The yoke that an id means: of the scope that has it, or of the scope around the media element that has it. */
export const yokeOfTarget = (target: Element): YokeView | undefined =>
  yokes.get(target) ?? (target instanceof HTMLMediaElement ? yokeAround(target) : undefined)
