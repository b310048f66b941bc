import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { adviseOnFile, adviseOnSet, orderFiles, sourceElements } from './advice.ts'
import { checkSources } from './check-sources.ts'
import { suffixOf, typeOfAddress } from './file-types.ts'
import { frameAt } from './frame-at.ts'
import { parseMediaType, serializeMediaType, tryParseMediaType } from './media-type.ts'
import type { MediaFileFacts, TrackFacts } from './probe/facts.ts'
import { type PlayAnswer, rankSources, type SourceEntry } from './rank.ts'

describe('media types', () => {
  it.each([
    ['video/mp4', 'video/mp4', []],
    ['Video/MP4; codecs="avc1.42E01E, mp4a.40.2"', 'video/mp4', ['avc1.42E01E', 'mp4a.40.2']],
    ['video/webm;codecs=vp9', 'video/webm', ['vp9']],
    ['audio/ogg; charset=utf-8 ; codecs="opus"', 'audio/ogg', ['opus']]
  ])('%s', (text, type, codecs) => {
    expect(parseMediaType(text)).toEqual({ type, codecs })
  })

  it.each<[string, RegExp]>([
    ['mp4', /did you mean video\/mp4/],
    ['', /write a type and a subtype/],
    ['video/', /write a type and a subtype/],
    ['video/mp4; codecs="avc1', /not closed/],
    ['video/mp4; codecs=avc1.42E01E, mp4a.40.2', /several codecs stand in quotation marks/],
    ['video/mp4; vp9', /after the type comes/]
  ])('%j cannot be read, and the hint says why', (text, hint) => {
    expect(tryParseMediaType(text)).toMatchObject({
      ok: false,
      fault: { code: 'type-unreadable', hint: expect.stringMatching(hint) }
    })
  })

  it('what is written reads back', () => {
    const token = fc.stringMatching(/^[a-z0-9.-]{1,12}$/)
    fc.assert(
      fc.property(token, token, fc.array(fc.stringMatching(/^[A-Za-z0-9.]{1,10}$/)), (a, b, codecs) => {
        const type = { type: `${a}/${b}`, codecs }
        expect(parseMediaType(serializeMediaType(type))).toEqual(type)
      })
    )
  })
})

describe('what an address lets one expect', () => {
  it.each([
    ['clips/tide.MP4?v=2#t=10', 'mp4', 'video/mp4'],
    ['https://tern.example/a.b/bell', '', undefined],
    ['bell.weird', 'weird', undefined],
    ['blob:https://tern.example/0f-1', '', undefined],
    ['data:audio/wav;base64,UklG', '', 'audio/wav'],
    ['tide.m3u8', 'm3u8', 'application/vnd.apple.mpegurl'],
    ['.webm', '', undefined]
  ])('%s', (address, suffix, type) => {
    expect([typeOfAddress(address), type === 'audio/wav' ? '' : suffixOf(address)]).toEqual([type, suffix])
  })
})

describe('ranking', () => {
  const answers: Record<string, PlayAnswer> = { 'video/webm': 'probably', 'video/mp4': 'maybe', 'audio/mpeg': 'maybe' }
  const canPlayType = (type: string): PlayAnswer => answers[type] ?? ''
  const order = (entries: readonly SourceEntry[], rest: object = {}): string[] =>
    rankSources(entries, { canPlayType, ...rest }).map(({ entry }) => entry.src)

  it('keeps the order of the author, and puts what the engine refuses last', () => {
    const entries = [
      { src: 'a.ogv' },
      { src: 'b.mp4' },
      { src: 'c.webm' },
      { src: 'd', type: 'video/mp5' },
      { src: 'e' }
    ]
    expect(order(entries)).toEqual(['b.mp4', 'c.webm', 'e', 'a.ogv', 'd'])
    expect(rankSources(entries, { canPlayType }).map(({ answer }) => answer)).toEqual([
      'maybe',
      'probably',
      'maybe',
      '',
      ''
    ])
  })

  it('goes by a media condition', () => {
    const matches = (media: string): boolean => media === 'print'
    expect(
      order(
        [
          { src: 'a.mp4', media: 'screen' },
          { src: 'b.mp4', media: 'print' }
        ],
        { matches }
      )
    ).toEqual(['b.mp4', 'a.mp4'])
  })

  const sizes = [
    { src: '1920.webm', width: 1920 },
    { src: '1920.mp4', width: 1920 },
    { src: '640.webm', width: 640 },
    { src: '1280.webm', width: 1280 }
  ]
  it.each([
    [{ width: 600 }, ['640.webm', '1280.webm', '1920.webm', '1920.mp4']],
    [{ width: 1000 }, ['1280.webm', '1920.webm', '1920.mp4', '640.webm']],
    [{ width: 4000 }, ['1920.webm', '1920.mp4', '1280.webm', '640.webm']],
    [{ width: 4000, saveData: true }, ['640.webm', '1280.webm', '1920.webm', '1920.mp4']],
    [{}, ['1920.webm', '1920.mp4', '640.webm', '1280.webm']]
  ])('with %j takes the smallest that is large enough', (wishes, expected) => {
    expect(order(sizes, wishes)).toEqual(expected)
  })
})

describe('sources as they are written', () => {
  it.each<[SourceEntry, string | undefined, RegExp]>([
    [{ src: 'tide.webm', type: 'video/webm; codecs="vp9, opus"' }, undefined, /./],
    [{ src: 'tide.webm' }, undefined, /./],
    [{ src: 'bell', type: 'audio/x-m4a' }, undefined, /./],
    [{ src: 'bell.webm', type: 'audio/webm' }, undefined, /./],
    [{ src: 'tide.webm', type: 'video/wbem' }, 'type-unknown', /did you mean video\/webm/],
    [{ src: 'tide.mp4', type: 'video/webm' }, 'type-differs', /probe/],
    [{ src: 'tide.mp4', type: 'video/mp4; codecs="avc1' }, 'type-unreadable', /not closed/]
  ])('%j: %s', (entry, code, hint) => {
    const faults = checkSources([entry])
    expect(faults.map(fault => fault.code)).toEqual(code ? [code] : [])
    for (const fault of faults) expect(fault.hint).toMatch(hint)
  })
})

const picture = (codec: string, width = 1280, height = 720): TrackFacts => ({
  kind: 'video',
  codec,
  width,
  height,
  rotation: 0,
  frameRate: 25
})
const facts = (changed: Partial<MediaFileFacts>): MediaFileFacts => ({
  container: 'mp4',
  type: 'video/mp4',
  duration: 60,
  index: 'start',
  fastStart: true,
  size: 1000,
  missing: 0,
  tracks: [picture('avc1.42E01E')],
  ...changed
})

describe('advice', () => {
  it.each<[string, Partial<MediaFileFacts>, readonly string[]]>([
    ['a.mp4', {}, []],
    ['a.webm', {}, ['suffix-misleading']],
    ['a', {}, ['suffix-misleading']],
    ['a.mp4', { fastStart: false, index: 'end' }, ['media-index-late']],
    ['a.mp4', { missing: 12 }, ['media-cut-short']],
    ['a.mp4', { duration: undefined }, ['duration-unwritten']],
    ['a.m4a', { type: 'audio/mp4' }, []]
  ])('%s %j: %j', (src, changed, codes) => {
    expect(adviseOnFile({ src, facts: facts(changed) }).map(({ code }) => code)).toEqual(codes)
  })

  const theora = {
    src: 'a.ogv',
    facts: facts({ tracks: [picture('theora'), { kind: 'audio', codec: 'vorbis', channels: 1, sampleRate: 48_000 }] })
  }
  const plain = { src: 'a.mp4', facts: facts({}) }
  it.each([
    ['one that two engines lack', [theora], ['Theora in a.ogv is not played by Chromium and Firefox.']],
    ['with a file beside it that all play', [theora, plain], []],
    [
      'of a codec nobody knows',
      [{ src: 'b.mov', facts: facts({ tracks: [picture('jpeg')] }) }],
      ['b.mov is coded as jpeg, which no engine is known to play.']
    ],
    [
      'of other lengths',
      [plain, { src: 'b.mp4', facts: facts({ duration: 61.2 }) }],
      ['a.mp4 is 1:00 long, and b.mp4 is 1:01.']
    ],
    ['of almost the same length', [plain, { src: 'b.mp4', facts: facts({ duration: 60.4 }) }], []],
    [
      'of other shapes',
      [plain, { src: 'b.mp4', facts: facts({ tracks: [picture('vp9', 640, 480)] }) }],
      ['a.mp4 is 1280 × 720, and b.mp4 is 640 × 480.']
    ]
  ])('files %s', (_, files, messages) => {
    expect(adviseOnSet(files).map(({ message }) => message)).toEqual(messages)
  })

  it('orders files by what needs the fewest bytes, then by size, and writes them as markup that cannot be broken out of', () => {
    const files = [
      theora,
      { src: `"'>.mp4`, facts: facts({ tracks: [picture('avc1.42E01E', 640, 360)] }) },
      plain,
      { src: 'a.webm', facts: facts({ type: 'video/webm; codecs="vp9"', tracks: [picture('vp9')] }) }
    ]
    expect(orderFiles(files).map(({ src }) => src)).toEqual(['a.webm', 'a.mp4', `"'>.mp4`, 'a.ogv'])
    expect(sourceElements(files).slice(0, 3)).toEqual([
      `<source src="a.webm" type='video/webm; codecs="vp9"' data-yoke-width="1280">`,
      `<source src="a.mp4" type='video/mp4' data-yoke-width="1280">`,
      `<source src="&quot;&#39;&gt;.mp4" type='video/mp4' data-yoke-width="640">`
    ])
  })

  it.each([
    ['0:12.5', { frame: 312, from: 12.48, at: 12.5 }],
    ['50%', { frame: 750, from: 30, at: 30 }],
    ['end', { frame: 1499, from: 59.96, at: 60 }],
    [0.04, { frame: 1, from: 0.04, at: 0.04 }],
    [0.03995, { frame: 1, from: 0.04, at: 0.03995 }]
  ])('%s gives frame %j', (address, frame) => {
    expect(frameAt(facts({}), address)).toEqual({ ok: true, value: frame })
  })

  it('counts from when the first frame is shown', () => {
    const late = facts({
      tracks: [{ kind: 'video', codec: 'vp9', width: 9, height: 9, rotation: 0, frameRate: 25, start: 0.007 }]
    })
    const frames = [0, 3, 3.007, 3.02, 3.047].map(at => frameAt(late, at)).map(found => found.ok && found.value.frame)
    expect(frames).toEqual([0, 74, 75, 75, 76])
  })

  it.each([
    [facts({}), '1:75', 'time-address-unreadable'],
    [facts({ tracks: [] }), '1', 'frame-rate-unknown'],
    [facts({ duration: undefined }), '50%', 'duration-unknown']
  ])('%j at %s: %s', (file, address, code) => {
    expect(frameAt(file, address)).toMatchObject({ ok: false, fault: { code } })
  })
})
