/**
 * What markup needs to work at all. No specificity but where it must win over an author's `display`; adopted, so that
 * a strict content security policy lets it in.
 */
const CSS = `
:where([data-yoke-track]) { position: relative }
:where([data-yoke-fill]) { position: absolute; inset: 0; display: block; pointer-events: none; clip-path: inset(0 100% 0 0) }
:where([data-yoke-along]) { position: absolute; inset-inline-start: 0; display: block; pointer-events: none }
[data-yoke-when][hidden], [command][hidden] { display: none !important }
`

const sheets = new WeakMap<Document, CSSStyleSheet>()

const sheetFor = (document: Document): CSSStyleSheet | undefined => {
  const known = sheets.get(document)
  const Sheet = document.defaultView?.CSSStyleSheet
  if (known || !Sheet) return known
  const sheet = new Sheet()
  sheet.replaceSync(CSS)
  sheets.set(document, sheet)
  return sheet
}

/** Adopts the sheet into a document or shadow root, once, before the author's own adopted sheets. */
export const adoptStyles = (root: Node): void => {
  if (!('adoptedStyleSheets' in root)) return
  const host = root as Document | ShadowRoot
  const sheet = sheetFor(root.ownerDocument ?? (root as Document))
  if (sheet && !host.adoptedStyleSheets.includes(sheet)) host.adoptedStyleSheets = [sheet, ...host.adoptedStyleSheets]
}
