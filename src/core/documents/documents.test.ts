import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { clipOfRecord, parseClip, pointerOfFragment, pointInto, printPath, readClip } from './index.ts'

const WHOLE = {
  $schema: 'yokewright/clip.schema.json',
  title: 'Spring tide at the quay',
  width: 1280,
  height: 720,
  frameRate: 24,
  sources: ['spring-tide.webm', { src: 'spring-tide.mp4', type: 'video/mp4; codecs="avc1.42E01E"', width: 1280 }],
  poster: { at: '0:12.5' },
  tracks: [{ kind: 'captions', src: 'spring-tide.en.vtt', srclang: 'en', label: 'English', default: true }],
  moments: [
    { at: '0:42', label: 'High water' },
    { at: 50, until: 'end', label: 'Ebb' }
  ]
}

describe('a clip', () => {
  it('that is good comes back as it was', () => {
    expect(readClip(WHOLE)).toEqual({ clip: WHOLE, faults: [] })
    expect(parseClip(WHOLE)).toEqual(WHOLE)
    expect(readClip({})).toEqual({ clip: {}, faults: [] })
  })

  it.each([
    [{ titel: 'x' }, 'titel', 'key-unknown', 'did you mean title?', {}],
    [{ title: 5 }, 'title', 'entry-unreadable', 'write text, in quotes', {}],
    [{ width: 12.5 }, 'width', 'entry-unreadable', 'write a whole number of pixels', {}],
    [{ sources: 'a.mp4' }, 'sources', 'entry-unreadable', 'write a list of sources', {}],
    [
      { sources: ['a.mp4', 5] },
      'sources[1]',
      'entry-unreadable',
      'write an address, or an object with src',
      { sources: ['a.mp4'] }
    ],
    [{ sources: [{ type: 'video/mp4' }] }, 'sources[0].src', 'key-missing', 'add "src"', { sources: [] }],
    [
      { sources: [{ src: 'a.mp4', typ: 'x' }] },
      'sources[0].typ',
      'key-unknown',
      'did you mean type?',
      { sources: [{ src: 'a.mp4' }] }
    ],
    [
      { sources: ['java\nscript:alert(1)'] },
      'sources[0]',
      'entry-unreadable',
      /^write an address with http/,
      { sources: [] }
    ],
    [{ poster: 3 }, 'poster', 'entry-unreadable', /^write an address, { "src"/, {}],
    [{ poster: { at: '1:75' } }, 'poster.at', 'entry-unreadable', /^write seconds, or a time address/, {}],
    [{ moments: [{ at: -1, label: 'x' }] }, 'moments[0].at', 'entry-unreadable', /^write seconds/, { moments: [] }],
    [
      { moments: [{ at: 1, label: 'x', lable: 'x' }] },
      'moments[0].lable',
      'key-unknown',
      'did you mean label?',
      { moments: [{ at: 1, label: 'x' }] }
    ],
    [
      { tracks: [{ src: 'a.vtt', kind: 'caption' }] },
      'tracks[0].kind',
      'entry-unreadable',
      /captions, subtitles/,
      { tracks: [{ src: 'a.vtt' }] }
    ],
    [[], 'the document', 'document-unreadable', /^write an object/, {}],
    ['a.mp4', 'the document', 'document-unreadable', /^write an object/, {}],
    [undefined, 'the document', 'document-unreadable', /^write an object/, {}]
  ])('%j is told at %s as %s', (document, place, code, hint, clip) => {
    const reading = readClip(document)
    expect(reading.clip).toEqual(clip)
    const [found] = reading.faults
    expect(found && [printPath(found.path), found.code]).toEqual([place, code])
    expect(found?.hint).toMatch(hint)
    expect(() => parseClip(document)).toThrow()
  })

  it('tells each of several mistakes once, and keeps all else', () => {
    const { clip, faults } = readClip({
      titel: 'x',
      width: 'wide',
      sources: [5, 'a.mp4', {}],
      moments: [{ at: 1, label: 'x' }]
    })
    expect(clip).toEqual({ sources: ['a.mp4'], moments: [{ at: 1, label: 'x' }] })
    expect(faults.map(({ path }) => printPath(path)).sort()).toEqual(['sources[0]', 'sources[2].src', 'titel', 'width'])
  })

  it('10,000 hostile documents: nothing is thrown, and what is read is good', () => {
    const anything = fc.anything({ withNullPrototype: true, withBigInt: true, withDate: true, maxDepth: 3 })
    const keys = fc.constantFrom('__proto__', 'constructor', 'titel', 'src', ...Object.keys(WHOLE))
    const near = fc.dictionary(
      keys,
      fc.oneof(
        anything,
        fc.array(fc.dictionary(fc.constantFrom('src', 'at', 'label', 'kind', '__proto__'), anything), { maxLength: 4 })
      )
    )
    fc.assert(
      fc.property(fc.oneof(near, anything), document => {
        const { clip } = readClip(document)
        return readClip(clip).faults.length === 0
      }),
      { numRuns: 10_000 }
    )
    const loop: Record<string, unknown> = {}
    loop.title = loop
    expect(readClip(loop).faults[0]?.code).toBe('document-unreadable')
    expect(
      readClip({
        get title() {
          throw new Error('no')
        }
      }).clip
    ).toEqual({})
  })
})

describe('a JSON Pointer (RFC 6901, section 5)', () => {
  const document = { foo: ['bar', 'baz'], '': 0, 'a/b': 1, 'c%d': 2, 'e^f': 3, 'g|h': 4, ' ': 7, 'm~n': 8 }
  it.each([
    ['', document],
    ['/foo', ['bar', 'baz']],
    ['/foo/0', 'bar'],
    ['/', 0],
    ['/a~1b', 1],
    ['/c%d', 2],
    ['/e^f', 3],
    ['/g|h', 4],
    ['/ ', 7],
    ['/m~0n', 8],
    ['foo', ['bar', 'baz']],
    ['/foo/2', undefined],
    ['/foo/bar/baz', undefined],
    ['/toString', undefined]
  ])('%j', (pointer, found) => {
    expect(pointInto(document, pointer)).toEqual(found)
  })

  it('stands in a fragment with escapes, and a broken one is taken as it is', () => {
    expect(pointerOfFragment('#/c%25d')).toBe('/c%d')
    expect(pointerOfFragment('#/%')).toBe('/%')
    expect(pointerOfFragment('')).toBe('')
  })
})

describe('a record of another system', () => {
  const record = {
    headline: 'The lock gate',
    cover: { large: 'gate.jpg', small: null },
    files: [{ url: 'gate.webm', mime: 'video/webm' }, 'gate.mp4'],
    boats: [{ s: 3, name: 'Wren' }],
    subtitle: 'gate.en.vtt'
  }

  it('becomes a clip by the names of its fields', () => {
    const made = clipOfRecord(record, {
      title: 'headline',
      width: 'pixels',
      poster: '/cover/large',
      sources: { list: 'files', src: 'url', type: 'mime' },
      tracks: 'subtitle',
      moments: { list: 'boats', at: 's', label: 'name' }
    })
    expect(made).toEqual({
      title: 'The lock gate',
      poster: { src: 'gate.jpg' },
      sources: [{ src: 'gate.webm', type: 'video/webm' }, 'gate.mp4'],
      tracks: [{ src: 'gate.en.vtt' }],
      moments: [{ at: 3, label: 'Wren' }]
    })
    expect(readClip(made).faults).toEqual([])
  })

  it('without a field lacks it', () => {
    expect(clipOfRecord(record, { poster: '/cover/small', sources: '/files/1' })).toEqual({ sources: ['gate.mp4'] })
    expect(clipOfRecord('nothing', { title: 'headline', sources: 'a' })).toEqual({})
  })
})
