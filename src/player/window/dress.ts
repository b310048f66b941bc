import { rootOf } from '../../wiring/scope/nodes.ts'
import { type OwnSheet, sharedSheet } from '../../wiring/scope/sheets.ts'
import type { PlayerView } from '../player-view.ts'

/** The player fills its window. Important, because a page's rules for the player are for its place. */
const WINDOW_SHEET = sharedSheet(/* css */ `
[data-yoke-around] { display: contents !important }
yoke-player { position: fixed !important; inset: 0 !important; inline-size: auto !important; block-size: auto !important; min-inline-size: 0 !important; max-inline-size: none !important; min-block-size: 0 !important; max-block-size: none !important; margin: 0 !important; padding: 0 !important; border: 0 !important; border-radius: 0 !important; display: flex !important; flex-direction: column; background: #000 }
yoke-player > video { flex: 1 1 0; min-block-size: 0; inline-size: 100% !important; block-size: auto !important; max-inline-size: none !important; max-block-size: none !important; border-radius: 0 !important; object-fit: contain }
`)

/** What is in the player's shadow root fills it too; worn in the window alone. */
const STAGE_SHEET = sharedSheet(/* css */ `
.stage { flex: 1 1 0; min-block-size: 0; display: flex; flex-direction: column; border-radius: 0 }
.stage:focus { outline: none }
.stage > :not(slot, audio) { flex: 1 1 0; min-block-size: 0; block-size: auto; aspect-ratio: auto; border-radius: 0; object-fit: contain }
.stage:has(~ .bar.under) { block-size: auto }
`)

/** A sheet of the page that is no file: one made by script has no text, and says its rules. */
const copySheet = (sheet: CSSStyleSheet, to: Document): CSSStyleSheet | undefined => {
  const Sheet = to.defaultView?.CSSStyleSheet
  if (!Sheet) return undefined
  const copy = new Sheet({ media: sheet.media.mediaText, disabled: sheet.disabled })
  copy.replaceSync([...sheet.cssRules].map(({ cssText }) => cssText).join('\n'))
  return copy
}

const append = (root: Document | ShadowRoot, sheet: CSSStyleSheet | undefined): void => {
  if (sheet) root.adoptedStyleSheets = [...root.adoptedStyleSheets, sheet]
}

/** Gives a document the styles of the page: files again, by their addresses, and everything else by its rules. */
const copyStyles = (from: Document | ShadowRoot, to: Document): void => {
  for (const sheet of from.styleSheets) {
    const { ownerNode } = sheet
    if (sheet.href !== null && ownerNode) to.head.append(ownerNode.cloneNode())
    else append(to, copySheet(sheet, to))
  }
  for (const sheet of from.adoptedStyleSheets as readonly OwnSheet[]) {
    if (sheet.yokeSource) sheet.yokeSource.adopt(to, 'behind')
    else append(to, copySheet(sheet, to))
  }
}

/** The element around an element, through shadow roots. */
const around = (element: Element): Element | null =>
  element.parentElement ?? (rootOf(element) as Partial<ShadowRoot>).host ?? null

const copyAttributes = (from: Element, to: HTMLElement): void => {
  for (const { name, value } of from.attributes) {
    // A strict policy refuses the attribute, and not what it says.
    if (name === 'style') to.style.cssText = value
    else if (!name.startsWith('on')) to.setAttribute(name, value)
  }
}

/** Writes what is around the player into its window, without boxes: rules by names around it hold there, and what inherits. */
const copyAround = (element: Element, to: Document): Element => {
  const outer = around(element)
  if (!outer || outer === element.ownerDocument.body) return to.body
  // It is no element of the page's own there, and does nothing.
  const copy = to.createElement(outer.localName)
  copyAttributes(outer, copy)
  copy.setAttribute('data-yoke-around', '')
  copyAround(outer, to).append(copy)
  return copy
}

/** Makes the document of a window one in which the player looks as on its page, and fills it. @returns where it goes. */
export const dressWindow = (to: Document, { element, yoke }: PlayerView): Element => {
  const { ownerDocument: from } = element
  const root = rootOf(element)
  copyAttributes(from.documentElement, to.documentElement)
  copyAttributes(from.body, to.body)
  to.title = yoke.snapshot.title || from.title
  copyStyles(from, to)
  if (root !== from) copyStyles(root as ShadowRoot, to)
  WINDOW_SHEET.adopt(to, 'behind')
  return copyAround(element, to)
}

/** An element's shadow root, and those of all that is in it. */
const rootsIn = (element: Element): readonly ShadowRoot[] => {
  const { shadowRoot } = element
  const inside = [element, ...(shadowRoot ? [shadowRoot] : [])].flatMap(node => [...node.children])
  return [...(shadowRoot ? [shadowRoot] : []), ...inside.flatMap(rootsIn)]
}

/**
 * Moves an element to another document. What its shadow roots have adopted is lost on the way (CSSOM, "adoptedStyleSheets",
 * adopting steps), and adopted there again.
 */
export const carrySheets = (element: Element, move: () => void): void => {
  const worn = rootsIn(element).map(root => [root, [...root.adoptedStyleSheets] as readonly OwnSheet[]] as const)
  move()
  for (const [root, sheets] of worn) {
    for (const sheet of sheets) {
      const { yokeSource } = sheet
      if (yokeSource === STAGE_SHEET) continue
      if (yokeSource) yokeSource.adopt(root, 'behind')
      // Captions bring their own anew.
      else if (root !== element.shadowRoot) append(root, copySheet(sheet, root.ownerDocument))
    }
  }
}

/** What the player has made itself fills the window too, until it is carried back. */
export const fitToWindow = ({ shadowRoot }: Element): void => {
  if (shadowRoot) STAGE_SHEET.adopt(shadowRoot, 'behind')
}
