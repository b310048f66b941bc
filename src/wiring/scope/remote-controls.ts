import { use } from '../../loading/part.ts'
import { CONTROLS } from './controls-part.ts'
import { keepEarlyPress } from './early-press.ts'
import { OUTSIDE_SELECTOR } from './registry.ts'

/** A scope that waits, and its way out of its tree once it is known there. */
interface Waiting {
  readonly scope: Element
  leave?: () => void
}

/** A part that cannot be had is told by the first scope that is wanted. */
const SILENT = { raise: () => undefined }

/** The scopes of one node tree that wait, and what tells when a control elsewhere names one. */
class RemoteControls {
  readonly #root: Node
  readonly #waiting = new Set<Waiting>()
  readonly #observer = new MutationObserver(() => this.#look())
  #isWanted = false

  constructor(root: Node) {
    this.#root = root
  }

  /** @returns its end. */
  add(scope: Element): () => void {
    const entry: Waiting = { scope }
    this.#waiting.add(entry)
    if (this.#isWanted || CONTROLS.here) this.#attend(entry)
    else if (this.#waiting.size === 1) this.#begin()
    return () => {
      this.#waiting.delete(entry)
      entry.leave?.()
      if (this.#waiting.size === 0) this.#observer.disconnect()
    }
  }

  #begin(): void {
    this.#observer.observe(this.#root, {
      subtree: true,
      childList: true,
      attributeFilter: ['commandfor', 'data-yoke-for']
    })
    this.#look()
  }

  #look(): void {
    // Once the part is here, its tree follows what comes, and there is nothing more to look for.
    if (!CONTROLS.here && !(this.#root as ParentNode).querySelector(OUTSIDE_SELECTOR)) return
    this.#isWanted = true
    this.#observer.disconnect()
    const pressed = CONTROLS.here ? undefined : keepEarlyPress(this.#root, OUTSIDE_SELECTOR)
    for (const entry of this.#waiting) this.#attend(entry)
    use(CONTROLS, { raise: () => pressed?.() }, ({ treeOf }) => {
      const button = pressed?.()
      // Once every scope that has waited for the part is in its tree.
      if (button) queueMicrotask(() => treeOf(button).answer(button))
    })
  }

  #attend(entry: Waiting): void {
    use(CONTROLS, SILENT, ({ treeOf }) => {
      if (this.#waiting.has(entry)) entry.leave ??= treeOf(entry.scope).attend(entry.scope)
    })
  }
}

const watches = new WeakMap<Node, RemoteControls>()

/** Sees to it that controls elsewhere find a scope whose inside waits. @returns its end. */
export const followRemoteControls = (scope: Element): (() => void) => {
  const root = scope.getRootNode()
  const watch = watches.get(root) ?? new RemoteControls(root)
  watches.set(root, watch)
  return watch.add(scope)
}
