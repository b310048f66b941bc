/** A style sheet that many roots adopt. */
export interface SharedSheet {
  /** Adopts it into a document or shadow root, once, before other adopted sheets or behind them. */
  adopt(root: Document | ShadowRoot, where?: 'before' | 'behind'): void
  /** Takes it out again. */
  drop(root: Document | ShadowRoot): void
}

/**
 * A constructed sheet, which a strict content security policy lets in; one for each document, since no other can adopt it
 * (CSSOM, "adoptedStyleSheets").
 */
export const sharedSheet = (css: string): SharedSheet => {
  const sheets = new WeakMap<Document, CSSStyleSheet>()
  const sheetFor = (root: Document | ShadowRoot): CSSStyleSheet | undefined => {
    const document = root.ownerDocument ?? (root as Document)
    const known = sheets.get(document)
    const Sheet = document.defaultView?.CSSStyleSheet
    if (known || !Sheet) return known
    const sheet = new Sheet()
    sheet.replaceSync(css)
    sheets.set(document, sheet)
    return sheet
  }
  return {
    adopt: (root, where = 'before') => {
      // A tree that is in no document has none.
      const others = root.adoptedStyleSheets
      const sheet = others && sheetFor(root)
      if (!sheet || others.includes(sheet)) return
      root.adoptedStyleSheets = where === 'before' ? [sheet, ...others] : [...others, sheet]
    },
    drop: root => {
      const sheet = sheetFor(root)
      root.adoptedStyleSheets = root.adoptedStyleSheets.filter(other => other !== sheet)
    }
  }
}
