import type { CueSelectorPart } from '../../core/captions/vtt/read-styles.ts'
import { readStyles } from '../../core/captions/vtt/read-styles.ts'
import type { CaptionTrack } from './caption-track.ts'

const quoted = (text: string): string => `"${text.replace(/["\\]/g, '\\$&')}"`

const selectorOf = ({ tag, id, classes, annotation, time }: CueSelectorPart): string =>
  [
    tag && `[data-tag=${tag}]`,
    id && `[data-cue=${quoted(id)}]`,
    ...classes.map(name => `[data-classes~=${quoted(name)}]`),
    annotation === undefined
      ? ''
      : tag === 'v' || tag === ''
        ? `:is([data-voice=${quoted(annotation)}], [lang=${quoted(annotation)}])`
        : `[lang=${quoted(annotation)}]`,
    time && `[data-time=${time}]`
  ].join('') || '*'

/** Where a rule of a `STYLE` block finds what it means, among the cues of its own track. */
const pathOf = (selector: readonly CueSelectorPart[], track: string): string => {
  const cue = `.yoke-cue[data-track=${quoted(track)}]`
  const [first, ...rest] = selector
  if (!first) return `:where(${cue}) .yoke-cue-text`
  // Any rule of the page's own for a voice or a class wins.
  if (first.id && rest.length === 0) return `:where(${cue}[data-cue=${quoted(first.id)}]) .yoke-cue-text`
  if (first.id) return `:where(${cue}[data-cue=${quoted(first.id)}] ${rest.map(selectorOf).join(' ')})`
  return `:where(${cue} .yoke-cue-text ${selector.map(selectorOf).join(' ')})`
}

/** None where only the engine itself can make one. */
const newSheet = (Sheet: typeof CSSStyleSheet): CSSStyleSheet | undefined => {
  try {
    return new Sheet()
  } catch {
    return undefined
  }
}

/**
 * The styles that a track's own file asks for, as far as they are safe. Names and values are set through CSS's own
 * interface, one by one: a value cannot leave its declaration.
 */
export const sheetOfTrack = (track: CaptionTrack, document: Document): CSSStyleSheet | undefined => {
  const Sheet = (document.defaultView ?? globalThis).CSSStyleSheet
  const sheet = Sheet && newSheet(Sheet)
  if (!sheet) return undefined
  for (const { selector, declarations } of readStyles(track.styles).rules) {
    const index = sheet.cssRules.length
    try {
      sheet.insertRule(`${pathOf(selector, track.id)} {}`, index)
    } catch {
      // A name that no selector can hold.
      continue
    }
    const rule = sheet.cssRules[index] as CSSStyleRule
    for (const [property, value] of declarations) rule.style.setProperty(property, value)
  }
  return sheet
}
