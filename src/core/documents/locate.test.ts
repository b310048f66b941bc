import { describe, expect, it } from 'vitest'
import type { DocumentFault, DocumentPath } from './document-fault.ts'
import { placeOfFault } from './locate.ts'

const TEXT = `[
  { "name": "a", "look": { "accent": "}{][,:\\"" } },
  {
    "name": "b",
    "layouts": [{ "rows": [["x"], ["y", "z"]] }],
    "look": { "accent": "red" }
  }
]`

const at = (path: DocumentPath, text = TEXT): string => {
  const place = placeOfFault(text, { code: 'key-unknown', message: '', hint: '', path } as DocumentFault)
  return `${place?.line}:${place?.column}`
}

describe('where in a JSON text', () => {
  it.each<[DocumentPath, string]>([
    [[], '1:1'],
    [[0, 'look', 'accent'], '2:28'],
    [[1], '3:3'],
    [[1, 'name'], '4:5'],
    [[1, 'layouts', 0, 'rows', 1, 1], '5:41'],
    [[1, 'look', 'accent'], '6:15'],
    // What is not there: where it should stand.
    [[1, 'look', 'none'], '6:5']
  ])('%j is at %s', (path, expected) => {
    expect(at(path)).toBe(expected)
  })

  it('says where it is no JSON, as far as the engine does', () => {
    const text = '{\n  "name": "a",\n}'
    let cause: unknown
    try {
      JSON.parse(text)
    } catch (error) {
      cause = error
    }
    expect(placeOfFault(text, { code: 'document-unreadable', message: '', hint: '', path: [], cause })).toEqual({
      line: 3,
      column: 1
    })
  })
})
