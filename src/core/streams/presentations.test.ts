import { describe, expect, it } from 'vitest'
import { tryReadIndex } from './dash/segment-index.ts'
import { readXml } from './dash/xml.ts'
import { isTimeline, type Segment } from './manifest.ts'
import { tryReadManifest } from './read-manifest.ts'

const SRC = 'https://quay.test/clip/main.mpd'
const mpd = (inside: string, attributes = 'type="static" mediaPresentationDuration="PT10S"'): string =>
  `<?xml version="1.0"?><MPD xmlns="urn:mpeg:dash:schema:mpd:2011" ${attributes}>${inside}</MPD>`
const period = (segments: string, attributes = ''): string =>
  `<Period ${attributes}><AdaptationSet mimeType="video/mp4"><Representation id="v" bandwidth="800000" width="640" height="360" codecs="avc1.4d401f">${segments}</Representation></AdaptationSet></Period>`
const read = (text: string, now = 0) => {
  const result = tryReadManifest(text, { src: SRC, now })
  if (!result.ok) throw new Error(result.fault.message)
  return result.value
}
const segmentsOf = (text: string, now = 0): readonly Segment[] => {
  const [rendition] = read(text, now).manifest.renditions
  return rendition && isTimeline(rendition.timeline) ? rendition.timeline.segments : []
}
const short = ({ src, start, duration, number, offset }: Segment) => [
  src.replace('https://quay.test/clip/', ''),
  number,
  start,
  duration,
  offset
]

describe('a presentation', () => {
  it.each<[string, string, readonly (readonly (string | number | undefined)[])[]]>([
    [
      'by numbers',
      '<SegmentTemplate timescale="10" duration="40" startNumber="5" media="$RepresentationID$/$Number%03d$.m4s"/>',
      [
        ['v/005.m4s', 5, 0, 4, 0],
        ['v/006.m4s', 6, 4, 4, 0],
        ['v/007.m4s', 7, 8, 2, 0]
      ]
    ],
    [
      'by times, with a beginning of their own',
      '<SegmentTemplate timescale="10" presentationTimeOffset="100" media="$Time$-$Bandwidth$$$"><SegmentTimeline><S t="100" d="40" r="1"/><S d="20"/></SegmentTimeline></SegmentTemplate>',
      [
        ['100-800000$', 1, 0, 4, -10],
        ['140-800000$', 2, 4, 4, -10],
        ['180-800000$', 3, 8, 2, -10]
      ]
    ],
    [
      'by times that are repeated to the end',
      '<SegmentTemplate timescale="1" media="$Number$"><SegmentTimeline><S d="4" r="-1"/></SegmentTimeline></SegmentTemplate>',
      [
        ['1', 1, 0, 4, 0],
        ['2', 2, 4, 4, 0],
        ['3', 3, 8, 2, 0]
      ]
    ],
    [
      'by a list',
      '<SegmentList duration="5"><SegmentURL media="a"/><SegmentURL media="b"/></SegmentList>',
      [
        ['a', 1, 0, 5, 0],
        ['b', 2, 5, 5, 0]
      ]
    ],
    ['as one file', '<BaseURL>whole.mp4</BaseURL>', [['whole.mp4', 1, 0, 10, 0]]]
  ])('names segments %s', (_, segments, expected) => {
    expect(segmentsOf(mpd(period(segments))).map(short)).toEqual(expected)
  })

  it('takes what inner elements leave out from outer ones, addresses too', () => {
    const text = mpd(
      '<BaseURL>/films/</BaseURL><Period><SegmentTemplate timescale="10" duration="50"/><AdaptationSet contentType="audio" lang="ja"><Label>Bells</Label><Role value="main"/><BaseURL>sound/</BaseURL><SegmentTemplate media="$Number$" initialization="i"/><Representation id="s" bandwidth="9" mimeType="audio/mp4" codecs="mp4a.40.2"/></AdaptationSet></Period>'
    )
    const [rendition] = read(text).manifest.renditions
    expect(rendition).toMatchObject({ kind: 'audio', language: 'ja', label: 'Bells', isDefault: true })
    const [first] = segmentsOf(text)
    expect([first?.src, first?.init?.src]).toEqual([
      'https://quay.test/films/sound/1',
      'https://quay.test/films/sound/i'
    ])
  })

  it('joins periods, each a part with a clock of its own', () => {
    const template = '<SegmentTemplate duration="5" media="$Number$"/>'
    const text = mpd(
      period(template, 'duration="PT5S"') + period(template),
      'type="static" mediaPresentationDuration="PT10S"'
    )
    expect(segmentsOf(text).map(({ part, start, offset }) => [part, start, offset])).toEqual([
      [0, 0, 0],
      [1, 5, 5]
    ])
  })

  it('of a live channel names what can be had at that moment', () => {
    const text = mpd(
      period('<SegmentTemplate duration="2" startNumber="0" media="$Number$"/>'),
      'type="dynamic" availabilityStartTime="2026-03-20T06:00:00Z" timeShiftBufferDepth="PT6S" minimumUpdatePeriod="PT3S" suggestedPresentationDelay="PT4S"'
    )
    const [rendition] = read(text, Date.parse('2026-03-20T06:00:21Z')).manifest.renditions
    expect(rendition?.timeline).toMatchObject({ isEnded: false, refresh: 3, delay: 4 })
    expect(segmentsOf(text, Date.parse('2026-03-20T06:00:21Z')).map(({ number }) => number)).toEqual([7, 8, 9])
  })

  it('has pictures under the pointer, and a clock', () => {
    const { manifest } = read(
      mpd(
        '<Period><AdaptationSet mimeType="image/jpeg"><EssentialProperty schemeIdUri="http://dashif.org/thumbnail_tile" value="6x5"/><Representation id="t" bandwidth="1"><SegmentTemplate media="t" duration="10"/></Representation></AdaptationSet></Period><UTCTiming schemeIdUri="urn:mpeg:dash:utc:http-iso:2014" value="/time"/>'
      )
    )
    expect(manifest.renditions[0]).toMatchObject({ kind: 'image', tiles: { columns: 6, rows: 5 } })
    expect(manifest.clock).toEqual({ way: 'text', value: 'https://quay.test/time' })
  })

  it.each([
    ['<MPD>', 'manifest-unreadable', [1, 1]],
    ['<MPD>\n<Period></MPD>', 'manifest-unreadable', [2, 9]],
    ['<!DOCTYPE x><MPD/>', 'manifest-unreadable', [1, 1]],
    ['<html></html>', 'manifest-unreadable', [1, 1]],
    [
      mpd(
        '<Period><AdaptationSet mimeType="video/mp4"><ContentProtection/><Representation id="v"/></AdaptationSet></Period>'
      ),
      'stream-key-unsupported',
      [undefined, undefined]
    ]
  ])('that cannot be used is refused (%#)', (text, code, place) => {
    const result = tryReadManifest(text, { src: SRC })
    expect(result).toMatchObject({ ok: false, fault: { code } })
    const { line, column } = (result.ok ? {} : result.fault) as { line?: number; column?: number }
    expect([line, column]).toEqual(place)
  })

  it('says where what it passes over stands', () => {
    const { faults } = read(`${mpd('\n<Period><AdaptationSet><Representation id="x"/></AdaptationSet></Period>')}`)
    expect(faults.map(({ code, line, column }) => [code, line, column])).toEqual([['manifest-tag-missing', 2, 24]])
  })
})

describe('an index of a single file', () => {
  const file = {
    src: 'https://quay.test/f.mp4',
    index: { from: 1000, length: 56 },
    start: 0,
    offset: 0,
    end: 99,
    part: 0
  }
  const index = (...references: readonly (readonly [number, number])[]): Uint8Array => {
    const view = new DataView(new ArrayBuffer(32 + references.length * 12))
    view.setUint32(0, view.byteLength)
    view.setUint32(4, 0x73696478)
    view.setUint32(16, 10)
    view.setUint16(30, references.length)
    for (const [place, [size, duration]] of references.entries()) {
      view.setUint32(32 + place * 12, size)
      view.setUint32(36 + place * 12, duration)
    }
    return new Uint8Array(view.buffer)
  }

  it('tells its segments', () => {
    const result = tryReadIndex(index([500, 20], [300, 15]), file)
    expect(result.ok && result.value.map(({ range, start, duration }) => [range, start, duration])).toEqual([
      [{ from: 1056, length: 500 }, 0, 2],
      [{ from: 1556, length: 300 }, 2, 1.5]
    ])
  })

  it('that breaks off, or is none, is refused', () => {
    for (const bytes of [new Uint8Array(0), index([1, 1]).subarray(0, 40), new Uint8Array(64)])
      expect(tryReadIndex(bytes, file)).toMatchObject({ ok: false, fault: { code: 'manifest-unreadable' } })
  })
})

it('XML: texts, references, prefixes, what is passed over', () => {
  const result = readXml(
    '<?xml version="1.0"?><!-- <x> --><a:b c="1 &amp; 2" d=\'&#x41;&#66;\'>t<![CDATA[<&>]]><e/>&lt;</a:b>'
  )
  expect(result).toMatchObject({
    ok: true,
    value: { name: 'b', attributes: { c: '1 & 2', d: 'AB' }, text: 't<&><', children: [{ name: 'e' }] }
  })
})
