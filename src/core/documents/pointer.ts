/** The steps of a JSON Pointer (RFC 6901, section 4); a text without a slash in front is one step. */
const stepsOf = (pointer: string): readonly string[] => {
  if (pointer === '') return []
  if (!pointer.startsWith('/')) return [pointer]
  return pointer
    .slice(1)
    .split('/')
    .map(step => step.replaceAll('~1', '/').replaceAll('~0', '~'))
}

/**
 * What a JSON Pointer (RFC 6901) points at in a document, or `undefined` where there is nothing. A name without a slash is
 * a key of the document itself: `cover`, `/cover/large`, `/clips/0`.
 */
export const pointInto = (document: unknown, pointer: string): unknown => {
  // What names no place points at nothing.
  if (typeof pointer !== 'string') return undefined
  let found = document
  for (const step of stepsOf(pointer)) {
    if (typeof found !== 'object' || found === null || !Object.hasOwn(found, step)) return undefined
    found = (found as Readonly<Record<string, unknown>>)[step]
  }
  return found
}

/** A JSON Pointer in the fragment of an address (RFC 6901, section 6): `clips.json#/2`. */
export const pointerOfFragment = (fragment: string): string => {
  try {
    return decodeURIComponent(fragment.replace(/^#/, ''))
  } catch {
    return fragment.replace(/^#/, '')
  }
}
