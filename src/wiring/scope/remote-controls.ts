import { onceFor } from '../../core/once-for.ts'
import { use } from '../../loading/part.ts'
import { CONTROLS } from './controls-part.ts'
import { keepEarlyPress } from './early-press.ts'
import { findAll, rootOf } from './nodes.ts'
import { OUTSIDE_SELECTOR } from './outside.ts'

/** A scope that waits, and its removal from its tree once it is known there. */
interface Waiting {
  readonly scope: Element
  leave?: () => void
}

/** A part that cannot be loaded is reported by the first scope that is wanted. */
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
    if (!CONTROLS.here && findAll(this.#root, OUTSIDE_SELECTOR).length === 0) return
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

const watchOf = onceFor((root: Node) => new RemoteControls(root))

/** Sees to it that controls elsewhere find a scope whose inside waits. @returns its end. */
export const followRemoteControls = (scope: Element): (() => void) => watchOf(rootOf(scope)).add(scope)
