/** The player is a block, and its picture keeps its space before anything has loaded. */
const CSS = `
:where(yoke-player) { display: block; position: relative }
:where(yoke-player video) { display: block; max-inline-size: 100%; block-size: auto }
:where(yoke-player video:not([width])) { inline-size: 100% }
:where(yoke-player video:not([width][height])) { aspect-ratio: 16 / 9 }
`

/** For the media that a player makes itself. */
const SHADOW_CSS = `
video { display: block; inline-size: 100%; block-size: auto; aspect-ratio: 16 / 9 }
`

const sheetOf = (css: string): CSSStyleSheet => {
  const sheet = new CSSStyleSheet()
  sheet.replaceSync(css)
  return sheet
}

let outer: CSSStyleSheet | undefined
const styled = new WeakSet<Node>()
let inner: CSSStyleSheet | undefined

/** Styles the tree that a player stands in, once, and beneath the author's own sheets. */
export const stylePlayers = (root: Document | ShadowRoot): void => {
  if (styled.has(root)) return
  styled.add(root)
  outer ??= sheetOf(CSS)
  root.adoptedStyleSheets = [outer, ...root.adoptedStyleSheets]
}

export const styleInside = (shadow: ShadowRoot): void => {
  inner ??= sheetOf(SHADOW_CSS)
  shadow.adoptedStyleSheets = [inner]
}
