import { isMediaElement } from '../../media/html/is-media-element.ts'
import { buttonUnder, clickPicture } from '../behaviour/gestures.ts'
import { pressKey } from '../behaviour/keys.ts'
import { clickCommand, runCommandOf } from '../couplings/command-button.ts'
import { COUPLED_SELECTOR, COUPLES, isOutsideReference, targetOf } from '../couplings/couples.ts'
import { measureAnew } from '../couplings/while-seen.ts'
import type { Coupling, YokeView } from '../yoke/yoke-view.ts'
import { isWaiting, OUTSIDE_SELECTOR, scopeAround, wake, yokeAround, yokeOfTarget } from './registry.ts'
import { BASE_SHEET } from './styles.ts'

/** Events that couplings of an element hear of: one listener each for the whole tree, not for each control. */
const COUPLED_EVENTS = [
  'input',
  'change',
  'keydown',
  'pointerdown',
  'pointermove',
  'pointerout',
  'focusin',
  'focusout'
] as const

const WATCHED_ATTRIBUTES = [
  'command',
  'commandfor',
  'data-yoke-along',
  'data-yoke-captions',
  'data-yoke-transcript',
  'data-yoke-fill',
  'data-yoke-for',
  'data-yoke-format',
  'data-yoke-value',
  'data-yoke-when',
  'dir',
  'id'
]

/** What a `<track>` may be given later. */
const TRACK_ATTRIBUTES = ['kind', 'label', 'src', 'srclang']

interface Coupled {
  readonly yoke: YokeView
  readonly couplings: readonly Coupling[]
}

const trees = new WeakMap<Node, Tree>()

const isElement = (node: Node): node is Element => node.nodeType === Node.ELEMENT_NODE

/** The picture itself is no layer: it lies beneath. */
const isPicture = (event: Event, yoke: YokeView | undefined): boolean =>
  isMediaElement(event.composedPath()[0]) || event.composedPath()[0] === yoke?.picture

const withDescendants = (node: Node): HTMLElement[] => {
  const found = [...(node as ParentNode).querySelectorAll<HTMLElement>(COUPLED_SELECTOR)]
  return isElement(node) && node.matches(COUPLED_SELECTOR) ? [node as HTMLElement, ...found] : found
}

/**
 * One node tree (a document, a shadow root, a detached piece) and the controls in it: finds them, couples them to the
 * yoke of their place or of the id that they name, and follows as they come, move and go. Lives while a scope is in it.
 */
class Tree {
  readonly #root: Node
  readonly #scopes = new Set<{ readonly root: Node }>()
  readonly #coupled = new Map<Element, Coupled>()
  /** Controls that name an id without a player behind it, so far. */
  readonly #waiting = new Set<HTMLElement>()
  readonly #observer = new MutationObserver(records => this.#follow(records))
  #life: AbortController | undefined
  /** What pointed last: not every engine says so with a click. */
  #pointerType = ''
  /** Whether the media was paused when the click that is under way began. */
  #wasPaused: boolean | undefined

  constructor(root: Node) {
    this.#root = root
  }

  /** Couples what stands in a scope, and what names it from elsewhere. @returns its leave. */
  join(root: Element | ShadowRoot, yoke: YokeView): () => void {
    const leave = this.attend(root)
    for (const element of withDescendants(root)) this.#couple(element)
    return () => {
      for (const [element, coupled] of [...this.#coupled])
        if (coupled.yoke === yoke) this.#couple(element as HTMLElement)
      leave()
    }
  }

  /** Couples what names a scope from elsewhere, whether or not its inside is coupled yet. @returns its leave. */
  attend(root: Node): () => void {
    if (!this.#life) this.#begin()
    const scope = { root }
    this.#scopes.add(scope)
    for (const element of [...this.#waiting]) this.#couple(element)
    return () => {
      // The last one to go takes everything with it.
      if (this.#scopes.delete(scope) && this.#scopes.size === 0) this.#end()
    }
  }

  /** Answers a press that came before there was anyone to answer it. */
  answer(button: HTMLElement): void {
    const coupled = this.#coupled.get(button)
    if (coupled) runCommandOf(button, coupled.yoke)
  }

  #begin(): void {
    this.#life = new AbortController()
    const { signal } = this.#life
    BASE_SHEET.adopt(this.#root as Document | ShadowRoot)
    const pass = (event: Event): void => this.#pass(event)
    for (const type of COUPLED_EVENTS)
      this.#root.addEventListener(type, pass, {
        signal,
        capture: true,
        passive: type !== 'keydown' && type !== 'pointerdown'
      })
    this.#root.addEventListener('click', event => this.#click(event as MouseEvent), { signal, capture: true })
    // On their way up, so that whatever stands in the player comes first.
    for (const type of ['click', 'dblclick'])
      this.#root.addEventListener(type, event => this.#clickPicture(event as MouseEvent), { signal })
    this.#root.addEventListener('keydown', event => this.#pressKey(event as KeyboardEvent), { signal })
    this.#root.addEventListener('reset', () => queueMicrotask(() => this.#setRight()), { signal })
    // A browser may put old values into form fields when it comes back to a page.
    globalThis.addEventListener?.('pageshow', () => this.#setRight(), { signal })
    this.#observer.observe(this.#root, {
      subtree: true,
      childList: true,
      attributeFilter: [...WATCHED_ATTRIBUTES, ...TRACK_ATTRIBUTES]
    })
    for (const element of (this.#root as ParentNode).querySelectorAll<HTMLElement>(OUTSIDE_SELECTOR))
      this.#couple(element)
  }

  #end(): void {
    this.#life?.abort()
    this.#life = undefined
    this.#observer.disconnect()
    for (const element of [...this.#coupled.keys()]) this.#release(element)
    this.#waiting.clear()
    trees.delete(this.#root)
  }

  /** Brings an element's coupling up to date with its place and its attributes. */
  #couple(element: HTMLElement): void {
    const before = this.#coupled.get(element)
    // Asked first: to ask for its yoke would wake what rests.
    const isPutOff = this.#isPutOff(element)
    const yoke = isPutOff ? undefined : this.#yokeOf(element)
    if (before && before.yoke === yoke) return
    if (before) this.#release(element)
    this.#waiting.delete(element)
    if (!yoke) {
      if (!isPutOff && isOutsideReference(element)) this.#waiting.add(element)
      return
    }
    const couplings = COUPLES.flatMap(({ attribute, couple }) => {
      const coupling = element.hasAttribute(attribute) ? couple(element, yoke) : undefined
      return coupling ? [coupling] : []
    })
    this.#coupled.set(element, { yoke, couplings })
  }

  #isPutOff(element: Element): boolean {
    if (isOutsideReference(element)) return false
    const scope = scopeAround(element)
    return scope !== undefined && isWaiting(scope)
  }

  #yokeOf(element: HTMLElement): YokeView | undefined {
    if (!this.#root.contains(element)) return undefined
    const target = targetOf(element, this.#root)
    return target === 'around' ? yokeAround(element) : target && yokeOfTarget(target)
  }

  #release(element: Element): void {
    const coupled = this.#coupled.get(element)
    this.#coupled.delete(element)
    for (const coupling of coupled?.couplings ?? []) coupling.release()
  }

  #follow(records: readonly MutationRecord[]): void {
    for (const { type, target, attributeName, addedNodes, removedNodes } of records) {
      if (type === 'attributes') this.#attributeChanged(target as HTMLElement, attributeName)
      else {
        if ([...addedNodes, ...removedNodes].some(({ nodeName }) => nodeName === 'TRACK'))
          yokeAround(target as Element)?.lookForTracks()
        for (const node of removedNodes) if (isElement(node)) this.#left(node)
        for (const node of addedNodes) if (isElement(node)) this.#arrived(node)
      }
    }
  }

  #attributeChanged(element: HTMLElement, name: string | null): void {
    if (element.localName === 'track') yokeAround(element)?.lookForTracks()
    else if (TRACK_ATTRIBUTES.includes(name ?? '')) return
    else if (name === 'dir') measureAnew()
    else if (name === 'id') {
      for (const waiting of [...this.#waiting]) this.#couple(waiting)
      for (const coupled of [...this.#coupled.keys()])
        if (isOutsideReference(coupled)) this.#couple(coupled as HTMLElement)
    } else {
      this.#release(element)
      this.#waiting.delete(element)
      if (element.matches(COUPLED_SELECTOR)) this.#couple(element)
    }
  }

  #arrived(node: Element): void {
    if (isWaiting(node)) return
    for (const element of withDescendants(node)) {
      // What is coupled by now was coupled at this place: by its scope, or when it left the one before.
      if (!this.#coupled.has(element)) this.#couple(element)
    }
  }

  #left(node: Element): void {
    for (const element of withDescendants(node)) {
      this.#waiting.delete(element)
      this.#couple(element)
    }
  }

  #pass(event: Event): void {
    if (!(event.target instanceof Element)) return
    if (event.type === 'pointerdown') this.#pointerType = (event as PointerEvent).pointerType
    if (event.type !== 'pointerout') wake(scopeAround(event.target))
    const coupled =
      this.#coupled.get(event.target) ?? this.#coupled.get(event.target.closest('[command]') ?? event.target)
    for (const coupling of coupled?.couplings ?? []) coupling.handle?.(event)
  }

  #click(event: MouseEvent): void {
    this.#wasPaused = event.target instanceof Element ? yokeAround(event.target)?.media?.paused : undefined
    const button = event.target instanceof Element ? event.target.closest('[command]') : undefined
    if (button) wake(scopeAround(button))
    const coupled = button ? this.#coupled.get(button) : undefined
    if (button && coupled) clickCommand(button as HTMLElement, coupled.yoke)
    else if (!button) this.#clickThrough(event)
  }

  /** A layer over a control does not kill it: a click on a layer without a use of its own is the control's. */
  #clickThrough(event: MouseEvent): void {
    if (!event.isTrusted || !(event.target instanceof Element) || event.target.shadowRoot) return
    const scope = scopeAround(event.target)
    if (!scope || isPicture(event, yokeAround(event.target))) return
    const { shadowRoot } = scope as Partial<Element>
    const button = buttonUnder(event, scope, [...(shadowRoot ? [shadowRoot] : []), this.#root as Document | ShadowRoot])
    if (!button || scopeAround(button) === undefined) return
    event.preventDefault()
    event.stopPropagation()
    button.focus({ preventScroll: true })
    button.click()
  }

  #clickPicture(event: MouseEvent): void {
    const yoke = event.target instanceof Element ? yokeAround(event.target) : undefined
    // A page that has its own way to play at a click keeps it.
    if (event.type === 'click' && yoke?.media?.paused !== this.#wasPaused) return
    if (yoke) clickPicture(event, yoke, (event as PointerEvent).pointerType || this.#pointerType)
  }

  #pressKey(event: KeyboardEvent): void {
    const yoke = event.target instanceof Element ? yokeAround(event.target) : undefined
    if (yoke) pressKey(event, yoke)
  }

  #setRight(): void {
    for (const [element, { couplings }] of this.#coupled) {
      for (const coupling of couplings) coupling.handle?.(Object.assign(new Event('reset'), { element }))
    }
  }
}

/** The tree that a node is in. */
export const treeOf = (node: Node): Tree => {
  const root = node.getRootNode()
  const tree = trees.get(root) ?? new Tree(root)
  trees.set(root, tree)
  return tree
}
