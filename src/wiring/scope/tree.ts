import { isMediaElement } from '../../media/html/is-media-element.ts'
import { buttonUnder, clickPicture, isPlainLayer } from '../behaviour/gestures.ts'
import { pressKey } from '../behaviour/keys.ts'
import { tellMistake } from '../checks/tell-mistake.ts'
import { clickCommand, runCommandOf } from '../couplings/command-button.ts'
import { COUPLED_SELECTOR } from '../couplings/coupled.ts'
import { COUPLES } from '../couplings/couples.ts'
import { idNamedBy, isOutsideReference } from '../couplings/reference.ts'
import { beforePress, type MediaTrace, reportRemovedFaces, traceBefore, traceOf } from '../couplings/twice.ts'
import { measureAnew } from '../couplings/while-seen.ts'
import type { Coupling, YokeView } from '../yoke/yoke-view.ts'
import { reportLayer } from './layer-over.ts'
import { NamedControls } from './named-controls.ts'
import {
  attributeOf,
  closest,
  contains,
  elementsIn,
  findAll,
  findWithin,
  isElement,
  isForm,
  isTag,
  listen,
  matches,
  rootOf
} from './nodes.ts'
import { OUTSIDE_SELECTOR } from './outside.ts'
import { reportPressInside } from './press-inside.ts'
import { isWaiting, scopeAround, wake, yokeAround, yokeOfControl } from './registry.ts'
import { BASE_SHEET } from './styles.ts'
import { COUPLED_EVENTS, TRACK_ATTRIBUTES, WATCHED_ATTRIBUTES } from './watched.ts'

interface Coupled {
  readonly yoke: YokeView
  readonly couplings: readonly Coupling[]
}

const trees = new WeakMap<Node, Tree>()

/** Whether an event came from the picture itself, which is no layer over the controls. */
const isPicture = (event: Event, yoke: YokeView | undefined): boolean =>
  isMediaElement(event.composedPath()[0]) || event.composedPath()[0] === yoke?.picture

/** The ids by which a scope may be named: its own, and that of the media in it. */
const idsIn = (root: Node): readonly string[] => {
  const media = findAll(root, 'video[id], audio[id]').map(({ id }) => id)
  const own = isElement(root) ? attributeOf(root, 'id') : null
  return own === null ? media : [own, ...media]
}

/**
 * One node tree (a document, a shadow root, a detached piece) and the controls in it: finds them, couples them to the
 * yoke of their place or of the id that they name, and follows as they come, move and go. Lives while a scope is in it.
 */
class Tree {
  readonly #root: Node
  readonly #scopes = new Set<{ readonly root: Node }>()
  readonly #coupled = new Map<Element, Coupled>()
  readonly #named = new NamedControls()
  readonly #observer = new MutationObserver(records => this.#follow(records))
  #life: AbortController | undefined
  /** The pointer type of the last press: not every engine tells it with a click. */
  #pointerType = ''
  /** How the media was when the press that is under way began. */
  #atPress: MediaTrace | undefined
  /** How the media was when the click, or double click, that is under way began. */
  #atClick: MediaTrace | undefined

  constructor(root: Node) {
    this.#root = root
  }

  /** Couples what stands in a scope, and what names it from elsewhere. @returns its end. */
  join(root: Element | ShadowRoot, yoke: YokeView): () => void {
    const leave = this.attend(root)
    for (const element of isElement(root) ? findWithin(root, COUPLED_SELECTOR) : findAll(root, COUPLED_SELECTOR))
      this.#couple(element)
    return () => {
      for (const [element, coupled] of [...this.#coupled])
        if (coupled.yoke === yoke) this.#couple(element as HTMLElement)
      leave()
    }
  }

  /** Couples what names a scope from elsewhere, whether or not its inside is coupled yet. @returns its end. */
  attend(root: Node): () => void {
    if (!this.#life) this.#begin()
    const scope = { root }
    this.#scopes.add(scope)
    for (const id of ['', ...idsIn(root)]) this.#coupleThoseOf(id)
    return () => {
      // With the last scope, everything is released.
      if (this.#scopes.delete(scope) && this.#scopes.size === 0) this.#end()
    }
  }

  /** Runs the command of a button that was pressed before this was loaded. */
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
      listen(this.#root, type, pass, {
        signal,
        capture: true,
        passive: type !== 'keydown' && type !== 'pointerdown'
      })
    listen(this.#root, 'click', event => this.#click(event as MouseEvent), { signal, capture: true })
    listen(this.#root, 'dblclick', event => this.#noteClick(event), { signal, capture: true })
    // On their way up, so that whatever stands in the player comes first.
    for (const type of ['click', 'dblclick'])
      listen(this.#root, type, event => this.#clickPicture(event as MouseEvent), { signal })
    listen(this.#root, 'keydown', event => this.#pressKey(event as KeyboardEvent), { signal })
    listen(this.#root, 'reset', () => queueMicrotask(() => this.#setRight()), { signal })
    // A browser may put old values into form fields when it comes back to a page.
    globalThis.addEventListener?.('pageshow', () => this.#setRight(), { signal })
    this.#observer.observe(this.#root, {
      subtree: true,
      childList: true,
      attributeFilter: [...WATCHED_ATTRIBUTES, ...TRACK_ATTRIBUTES],
      attributeOldValue: true
    })
    for (const element of findAll(this.#root, OUTSIDE_SELECTOR)) this.#couple(element)
  }

  #end(): void {
    this.#life?.abort()
    this.#life = undefined
    this.#observer.disconnect()
    for (const element of [...this.#coupled.keys()]) this.#release(element)
    this.#named.clear()
    trees.delete(this.#root)
  }

  /** Brings an element's coupling up to date with its place and its attributes. */
  #couple(element: HTMLElement): void {
    const before = this.#coupled.get(element)
    // First, because asking for its yoke would wake a scope that rests.
    const isPutOff = this.#isPutOff(element)
    const yoke = isPutOff ? undefined : this.#yokeOf(element)
    // What has left the tree is looked for no more.
    const isNamed = isOutsideReference(element) && contains(this.#root, element)
    this.#named.note(element, isNamed ? (idNamedBy(element) ?? '') : undefined)
    if (before && before.yoke === yoke) return
    if (before) this.#release(element)
    if (!yoke) return
    const couplings = COUPLES.flatMap(({ attribute, couple, isOfForms }) => {
      if (attributeOf(element, attribute) === null) return []
      if (isOfForms || !isForm(element)) return couple(element, yoke) ?? []
      tellMistake(yoke, element, ({ onAForm }) => onAForm(attribute))
      return []
    })
    this.#coupled.set(element, { yoke, couplings })
  }

  #isPutOff(element: Element): boolean {
    const scope = isOutsideReference(element) ? undefined : scopeAround(element)
    return scope !== undefined && isWaiting(scope)
  }

  #yokeOf(element: HTMLElement): YokeView | undefined {
    return contains(this.#root, element) ? yokeOfControl(element) : undefined
  }

  #release(element: Element): void {
    const coupled = this.#coupled.get(element)
    this.#coupled.delete(element)
    for (const coupling of coupled?.couplings ?? []) coupling.release()
  }

  #follow(records: readonly MutationRecord[]): void {
    for (const record of records) {
      if (record.type === 'attributes') this.#attributeChanged(record)
      else this.#childrenChanged(record)
    }
  }

  #childrenChanged({ target, addedNodes, removedNodes }: MutationRecord): void {
    const [added, removed] = [elementsIn(addedNodes), elementsIn(removedNodes)]
    if (added.length === 0 && removed.length === 0) return
    reportRemovedFaces(target, added, removed, addedNodes.length > 0)
    if (added.some(node => isTag(node, 'track')) || removed.some(node => isTag(node, 'track')))
      yokeAround(target)?.lookForTracks()
    for (const node of removed) this.#left(node)
    for (const node of added) this.#arrived(node)
  }

  #attributeChanged({ target, attributeName: name, oldValue }: MutationRecord): void {
    const element = target as HTMLElement
    if (isTag(element, 'track')) yokeAround(element)?.lookForTracks()
    else if (TRACK_ATTRIBUTES.includes(name ?? '')) return
    else if (name === 'dir') measureAnew()
    else if (name === 'id') for (const id of [oldValue, attributeOf(element, 'id')]) this.#coupleThoseOf(id)
    else {
      this.#release(element)
      if (matches(element, COUPLED_SELECTOR)) this.#couple(element)
      else this.#named.note(element, undefined)
    }
  }

  /** Couples anew what names an id. */
  #coupleThoseOf(id: string | null): void {
    for (const element of this.#named.of(id)) this.#couple(element)
  }

  #arrived(node: Element): void {
    if (isWaiting(node)) return
    for (const element of findWithin(node, COUPLED_SELECTOR)) {
      // What is coupled by now was coupled at this place: by its scope, or when it left the one before.
      if (!this.#coupled.has(element)) this.#couple(element)
    }
  }

  #left(node: Element): void {
    if (this.#coupled.has(node) || this.#named.has(node)) this.#couple(node as HTMLElement)
    if (!node.firstElementChild) return
    for (const element of findAll(node, COUPLED_SELECTOR)) this.#couple(element)
  }

  #pass(event: Event): void {
    if (!isElement(event.target)) return
    if (event.type === 'pointerdown') this.#pointerType = (event as PointerEvent).pointerType
    if (event.type === 'pointerdown' || event.type === 'keydown') {
      const around = yokeAround(event.target)
      this.#atPress = around && traceBefore(around)
    }
    if (event.type !== 'pointerout') wake(scopeAround(event.target))
    const coupled =
      this.#coupled.get(event.target) ?? this.#coupled.get(closest(event.target, '[command]') ?? event.target)
    for (const coupling of coupled?.couplings ?? []) coupling.handle?.(event)
  }

  #noteClick({ target }: Event): void {
    const yoke = isElement(target) ? yokeAround(target) : undefined
    this.#atClick = yoke && traceOf(yoke)
  }

  #click(event: MouseEvent): void {
    this.#noteClick(event)
    const button = isElement(event.target) ? closest(event.target, '[command]') : undefined
    if (button) wake(scopeAround(button))
    const coupled = button ? this.#coupled.get(button) : undefined
    const pressed = event.isTrusted ? this.#atPress : undefined
    this.#atPress = undefined
    if (button && coupled) clickCommand(button, coupled.yoke, beforePress(pressed, traceBefore(coupled.yoke)))
    else if (!button) this.#clickThrough(event)
    reportPressInside(event, root => trees.has(root))
  }

  /** A layer over a control does not block it: a click on a layer that does not handle clicks itself goes to the control. */
  #clickThrough(event: MouseEvent): void {
    if (!event.isTrusted || !isElement(event.target) || event.target.shadowRoot) return
    const scope = scopeAround(event.target)
    if (!scope || isPicture(event, yokeAround(event.target))) return
    const { shadowRoot } = scope as Partial<Element>
    const roots = [...(shadowRoot ? [shadowRoot] : []), this.#root as Document | ShadowRoot]
    const button = buttonUnder(event, scope, roots)
    const yoke = yokeAround(event.target)
    if (!button && yoke && isPlainLayer(event, scope)) reportLayer(event, yoke, roots)
    if (!button || scopeAround(button) === undefined) return
    event.preventDefault()
    event.stopPropagation()
    button.focus({ preventScroll: true })
    button.click()
  }

  #clickPicture(event: MouseEvent): void {
    const yoke = isElement(event.target) ? yokeAround(event.target) : undefined
    // A page that has its own way to play at a click keeps it.
    if (event.type === 'click' && yoke?.media?.paused !== this.#atClick?.paused) return
    if (yoke) clickPicture(event, yoke, (event as PointerEvent).pointerType || this.#pointerType, this.#atClick)
  }

  #pressKey(event: KeyboardEvent): void {
    const yoke = isElement(event.target) ? yokeAround(event.target) : undefined
    const before = this.#atPress
    if (yoke) pressKey(event, yoke, before)
  }

  #setRight(): void {
    for (const [element, { couplings }] of this.#coupled) {
      for (const coupling of couplings) coupling.handle?.(Object.assign(new Event('reset'), { element }))
    }
  }
}

/** The tree that a node is in. */
export const treeOf = (node: Node): Tree => {
  const root = rootOf(node)
  const tree = trees.get(root) ?? new Tree(root)
  trees.set(root, tree)
  return tree
}
