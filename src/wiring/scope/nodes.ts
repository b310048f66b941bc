/**
 * Nodes, asked in a way that holds for every page. Fields of a form hide its own members by their names, and so do forms and
 * images those of their document (HTML, "form" and "Document", named elements): `<input name="parentNode">` is what
 * `form.parentNode` then gives. And a node of another document is no `instanceof` this one's classes.
 */

/** The node around a node; `null` for a root. */
export const parentOf = (node: Node): Node | null => Reflect.get(Node.prototype, 'parentNode', node)

/** Whether something is an element, of whatever document. */
export const isElement = (thing: EventTarget | null | undefined): thing is Element => {
  const { nodeType } = (thing ?? {}) as Partial<Node>
  // A window has none; what is neither number nor nothing is a field of a form.
  return (
    nodeType === ELEMENT || (typeof nodeType === 'object' && Reflect.get(Node.prototype, 'nodeType', thing) === ELEMENT)
  )
}

const ELEMENT = 1

const NONE: readonly Element[] = []

/** The elements of a list of nodes; most changes of a page are of text, and have none. */
export const elementsIn = (nodes: NodeList): readonly Element[] => {
  let elements = NONE
  for (let at = 0; at < nodes.length; at += 1) {
    const node = nodes[at]
    if (isElement(node)) elements = elements === NONE ? [node] : [...elements, node]
  }
  return elements
}

/** An element, if a selector matches it, and every element in it that the selector matches. */
export const findWithin = (element: Element, selector: string): readonly HTMLElement[] => {
  const inside = element.firstElementChild ? findAll(element, selector) : (NONE as readonly HTMLElement[])
  return matches(element, selector) ? [element as HTMLElement, ...inside] : inside
}

/** Whether an element is one of HTML's by that name. */
export const isTag = <Tag extends keyof HTMLElementTagNameMap>(
  thing: EventTarget | null | undefined,
  tag: Tag
): thing is HTMLElementTagNameMap[Tag] => (thing as Partial<Element> | null | undefined)?.localName === tag

export const matches = (element: Element, selector: string): boolean =>
  Element.prototype.matches.call(element, selector)

/** The nearest element around, or itself, that a selector matches. */
export const closest = <Found extends Element = HTMLElement>(element: Element, selector: string): Found | null =>
  Element.prototype.closest.call(element, selector) as Found | null

/** Every element in a node that a selector matches. */
export const findAll = <Found extends Element = HTMLElement>(around: Node, selector: string): readonly Found[] => [
  ...(prototypeOf(around).querySelectorAll.call(around, selector) as NodeListOf<Found>)
]

const prototypeOf = (around: Node): ParentNode =>
  isElement(around)
    ? Element.prototype
    : around.nodeType === Node.DOCUMENT_FRAGMENT_NODE
      ? DocumentFragment.prototype
      : Document.prototype

/** The element with an id in a document or shadow root; a piece in no document has none by id. */
export const elementById = (root: Node, id: string): Element | null =>
  isElement(root) ? null : (prototypeOf(root) as Document).getElementById.call(root, id)

/** Listens at a node or window, until its end. */
export const listen = (
  node: EventTarget,
  type: string,
  listener: (event: Event) => void,
  options: AddEventListenerOptions = {}
): void => EventTarget.prototype.addEventListener.call(node, type, listener, options)

export const unlisten = (node: Node, type: string, listener: (event: Event) => void, isCapture = false): void =>
  EventTarget.prototype.removeEventListener.call(node, type, listener, isCapture)

export const contains = (around: Node, node: Node | null): boolean => Node.prototype.contains.call(around, node)

export const rootOf = (node: Node): Node => Node.prototype.getRootNode.call(node)

/** The element whose shadow root this is; any other node itself. Links and other elements have a `host` of their own. */
export const hostOf = (root: Node): Node => (isElement(root) ? root : ((root as Partial<ShadowRoot>).host ?? root))

/** An attribute as it is written; `null` where it is not. */
export const attributeOf = (element: Element, name: string): string | null =>
  Element.prototype.getAttribute.call(element, name)

/** The name of an element's tag, in small letters. */
export const tagOf = (element: Element): string => (isForm(element) ? 'form' : element.localName)

export const isForm = (element: Element): boolean => matches(element, 'form')

/** Where an element is, in the viewport. */
export const boxOf = (element: Element): DOMRect => Element.prototype.getBoundingClientRect.call(element)

/** Whether an element is drawn at all (CSSOM View, "checkVisibility"). */
export const isVisible = (element: Element): boolean => Element.prototype.checkVisibility.call(element)

/** The element that has focus, in whatever shadow root it is. */
export const focusedIn = (root: Document | ShadowRoot): Element | null => {
  const active = root.activeElement
  return active?.shadowRoot?.activeElement ? focusedIn(active.shadowRoot) : active
}
