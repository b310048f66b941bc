import { onceFor } from '../../core/once-for.ts'

/** A style sheet that many roots adopt. */
export interface SharedSheet {
  /** Adopts it into a document or shadow root, once, before other adopted sheets or behind them. */
  adopt(root: Document | ShadowRoot, where?: 'before' | 'behind'): void
}

/** A sheet of ours: in another document it is adopted by its source. */
export interface OwnSheet extends CSSStyleSheet {
  readonly yokeSource?: SharedSheet
}

/**
 * A constructed sheet, which a strict content security policy lets in; one for each document, since no other can adopt it
 * (CSSOM, "adoptedStyleSheets").
 */
export const sharedSheet = (css: string): SharedSheet => {
  const sheetOf = onceFor((document: Document) => {
    const Sheet = document.defaultView?.CSSStyleSheet
    const sheet = Sheet && new Sheet()
    sheet?.replaceSync(css)
    return sheet && Object.assign(sheet, { yokeSource: shared })
  })
  const shared: SharedSheet = {
    adopt: (root, where = 'before') => {
      // A tree that is in no document has none.
      const others = root.adoptedStyleSheets
      const sheet = others && sheetOf(root.ownerDocument ?? (root as Document))
      if (!sheet || others.includes(sheet)) return
      root.adoptedStyleSheets = where === 'before' ? [sheet, ...others] : [...others, sheet]
    }
  }
  return shared
}
