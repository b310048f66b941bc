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
  if (!first) return `${cue} .yoke-cue-text`
  if (first.id)
    return [`${cue}[data-cue=${quoted(first.id)}]`, ...rest.map(selectorOf), rest.length === 0 ? '.yoke-cue-text' : '']
      .join(' ')
      .trim()
  return [`${cue} .yoke-cue-text`, ...selector.map(selectorOf)].join(' ')
}

/**
 * The styles that a track's own file asks for, as far as they are safe. Names and values are set through CSS's own
 * interface, one by one: a value cannot leave its declaration.
 */
export const sheetOfTrack = (track: CaptionTrack, document: Document): CSSStyleSheet => {
  const sheet = new (document.defaultView ?? globalThis).CSSStyleSheet()
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
