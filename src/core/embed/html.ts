/** What an element's attribute says; `true` is the attribute without a value, `false` and `undefined` leave it out. */
export type HtmlAttributes = Readonly<Record<string, string | number | boolean | undefined>>

/** Text between tags (HTML, "Serialising HTML fragments"). */
export const htmlText = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')

/** In the quotes that need the least escaping: JSON is read more easily in single ones. */
const quoted = (text: string): string => {
  const escaped = text.replaceAll('&', '&amp;')
  return escaped.includes('"') && !escaped.includes("'") ? `'${escaped}'` : `"${escaped.replaceAll('"', '&quot;')}"`
}

/** A start tag. */
export const startTag = (name: string, attributes: HtmlAttributes = {}): string => {
  const written = Object.entries(attributes).flatMap(([attribute, value]) => {
    if (value === undefined || value === false) return []
    return value === true ? [attribute] : [`${attribute}=${quoted(String(value))}`]
  })
  return `<${[name, ...written].join(' ')}>`
}

/** Data that stands in a page as a data block (HTML, "script", data block): what would end the block does not. */
export const jsonBlock = (type: string, data: unknown, attributes: HtmlAttributes = {}): readonly string[] => [
  startTag('script', { type, ...attributes }),
  ...JSON.stringify(data, null, 2).replaceAll('<', '\\u003c').split('\n'),
  '</script>'
]

/** Moves lines to the right. */
export const indented = (lines: readonly string[], by = '  '): readonly string[] =>
  lines.map(line => (line === '' ? line : by + line))
