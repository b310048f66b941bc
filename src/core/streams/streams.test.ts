import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { allowedQualities, chooseQuality } from './choice/choose.ts'
import { bestWithForesight } from './choice/foresight.ts'
import { simulateStream } from './choice/simulate.ts'
import { Throughput } from './choice/throughput.ts'
import { isTimeline, type Manifest } from './manifest.ts'
import { readScales, readStart } from './mp4-times.ts'
import { tryReadManifest } from './read-manifest.ts'
import { Transmuxer } from './ts/transmux.ts'

const SRC = 'https://quay.test/live/main'
const ADDRESS = /^(?:https?|blob|data):/

const addressesOf = ({ renditions }: Manifest): readonly string[] =>
  renditions.flatMap(({ timeline }) => {
    if (isTimeline(timeline))
      return timeline.segments.flatMap(({ src, init, isGap }) => [isGap ? '' : src, init?.src ?? ''])
    return timeline.from === 'playlist' ? [timeline.src] : timeline.files.map(({ src }) => src)
  })

/** Pieces of which manifests are made, good and bad. */
const PIECES = [
  ...[
    '#EXTM3U\n',
    '#EXTINF:2,\n',
    '#EXTINF:-1e9\n',
    'a.ts\n',
    'javascript:alert(1)\n',
    'file:///etc/passwd\n',
    '\r\n',
    '\0'
  ],
  ...['#EXT-X-STREAM-INF:BANDWIDTH=1\n', '#EXT-X-MEDIA:TYPE=AUDIO,URI="x"\n', '#EXT-X-KEY:METHOD=AES-128,URI="k"\n'],
  ...['#EXT-X-BYTERANGE:9e99@1\n', '#EXT-X-MAP:URI=""\n', '#EXT-X-MEDIA-SEQUENCE:1e308\n', '"', ',', '='],
  ...[
    '<MPD type="dynamic">',
    '<MPD>',
    '<Period>',
    '<Period duration="PT1e9S">',
    '</Period>',
    '</MPD>',
    '<!--',
    '-->',
    '&#0;'
  ],
  ...['<AdaptationSet mimeType="video/mp4">', '<Representation id="a">', '</Representation>', '</AdaptationSet>'],
  ...[
    '<SegmentTemplate duration="1" timescale="99999999" media="$Number$"/>',
    '<S d="1" r="999999999"/>',
    '<SegmentTimeline>'
  ],
  ...['<SegmentTemplate media="javascript:$Number$" duration="2"/>', '<BaseURL>ftp://x</BaseURL>', '<![CDATA[', ']]>']
]

describe('hostile manifests', () => {
  it('10,000 of them: nothing is thrown, nothing is endless, no address is outside the schemes', () => {
    const text = fc.oneof(
      fc.array(fc.constantFrom(...PIECES), { maxLength: 40 }).map(pieces => pieces.join('')),
      fc.array(fc.constantFrom(...PIECES), { maxLength: 20 }).map(pieces => `#EXTM3U\n${pieces.join('')}`),
      fc
        .array(fc.constantFrom(...PIECES), { maxLength: 12 })
        .map(
          pieces =>
            `<MPD><Period><AdaptationSet mimeType="video/mp4"><Representation id="a">${pieces.join('')}</Representation></AdaptationSet></Period></MPD>`
        ),
      fc.string({ maxLength: 200 })
    )
    fc.assert(
      fc.property(text, written => {
        const read = tryReadManifest(written, { src: SRC, now: 1e12 })
        if (!read.ok) return
        expect(addressesOf(read.value.manifest).filter(address => address !== '' && !ADDRESS.test(address))).toEqual([])
        for (const { line, column } of read.value.faults) expect(Math.min(line, column)).toBeGreaterThan(0)
      }),
      { numRuns: 10_000 }
    )
  })

  it.each([
    ['one name of a million letters', `<MPD ${'a'.repeat(1e6)}>`],
    ['spaces without an end', `#EXTM3U\n#EXT-X-MEDIA:TYPE=${' '.repeat(1e6)}x"`],
    ['a million open elements', '<a>'.repeat(1e6)],
    ['a comment that is not closed', `<!--${'-'.repeat(1e6)}`],
    ['a million lines', `#EXTM3U\n${'#EXT-X-GAP\n'.repeat(1e6)}`],
    [
      'more segments than any film has',
      '<MPD mediaPresentationDuration="PT99999999S"><Period><AdaptationSet mimeType="video/mp4"><Representation id="a"><SegmentTemplate duration="1" timescale="1000" media="$Number$"/></Representation></AdaptationSet></Period></MPD>'
    ]
  ])('%s does not keep anyone', (_, written) => {
    // What is gone over again and again would take minutes.
    expect(tryReadManifest(written, { src: SRC }).ok).toBeTypeOf('boolean')
  })
})

describe('the choice of a quality', () => {
  const ladder = [300e3, 700e3, 1.3e6, 2.1e6]

  it.each([
    ['what the line carries', { buffer: 12, line: 1.5e6 }, 2],
    ['the one below as long as there is no reserve', { buffer: 5, line: 1.5e6 }, 1],
    ['the smallest on a line that carries nothing', { buffer: 1, line: 1e5 }, 0],
    ['the largest on a fast one', { buffer: 20, line: 9e6 }, 3]
  ])('is %s', (_, facts, expected) => {
    expect(chooseQuality({ ladder, last: expected, room: 30, duration: 4, ...facts })).toBe(expected)
  })

  it.each([
    [{ width: 700, height: 400 }, [360, 540]],
    [{ width: 640, height: 360 }, [360]],
    [{}, [360, 540, 720]],
    [{ width: 5000, height: 3000 }, [360, 540, 720]],
    [{ width: 5000, height: 3000, saveData: true }, [360]]
  ])('is never beyond the box, nor what saving allows (%#)', (limits, heights) => {
    const qualities = [720, 360, 540].map(height => ({ bandwidth: height, width: (height * 16) / 9, height }))
    expect(allowedQualities(qualities, limits).map(({ height }) => height)).toEqual(heights)
  })

  it('expects of a line what it gave, less by how wrong that was', () => {
    const throughput = new Throughput()
    expect(throughput.estimate).toBeUndefined()
    throughput.add(100, 1)
    expect(throughput.estimate).toBeUndefined()
    throughput.add(100_000, 1)
    expect(throughput.estimate?.safe).toBeCloseTo(800_000, 3)
    throughput.add(50_000, 1)
    expect(throughput.estimate?.mean).toBeCloseTo(533_333, -1)
    expect(throughput.estimate?.safe).toBeCloseTo(266_667, -1)
  })

  it('on lines of every kind is near the best that could be had with foresight, and never above it', () => {
    const stretch = fc.record({ seconds: fc.integer({ min: 2, max: 30 }), rate: fc.integer({ min: 2e5, max: 4e6 }) })
    fc.assert(
      fc.property(fc.array(stretch, { minLength: 1, maxLength: 6 }), trace => {
        const simulation = { trace, ladder, segments: 20, duration: 4, room: 30 }
        const [ours, best] = [simulateStream(simulation), bestWithForesight(simulation)]
        // Times in steps of half a second may lose a little.
        expect(ours.score).toBeLessThanOrEqual(best.score + 1)
        expect(ours.qualities).toHaveLength(20)
      }),
      { numRuns: 8 }
    )
  })

  it('on a line that carries a quality barely, does not wait a little with each segment', () => {
    const trace = [{ seconds: 1, rate: 1.5e6 }]
    const { waits, rate } = simulateStream({ trace, ladder, segments: 90, duration: 4, room: 30, delay: 0.1 })
    expect([waits, rate > 1.3e6]).toEqual([0, true])
  })

  it('on a steady line does not wait, and settles', () => {
    const { waits, rate, changes } = simulateStream({
      trace: [{ seconds: 1, rate: 1.5e6 }],
      ladder,
      segments: 60,
      duration: 4,
      room: 30
    })
    expect([waits, rate > 1.1e6, changes < 12]).toEqual([0, true, true])
  })
})

/** When what a stream of a kind holds is first shown or heard (ISO/IEC 13818-1, 2.4.3.7, PTS), in seconds. */
const firstTime = (bytes: Uint8Array, kind: number): number => {
  const times: number[] = []
  for (let at = 0; at + 13 < bytes.length; at += 1) {
    const isStart = bytes[at] === 0 && bytes[at + 1] === 0 && bytes[at + 2] === 1 && bytes[at + 3] === kind
    const [a = 0, b = 0, c = 0, d = 0, e = 0] = bytes.subarray(at + 9, at + 14)
    if (isStart && (bytes[at + 7] ?? 0) >= 0x80)
      times.push((((a >> 1) & 7) * 2 ** 30 + (((b << 8) | c) >> 1) * 2 ** 15 + (((d << 8) | e) >> 1)) / 90_000)
  }
  return Math.min(...times)
}

describe('transport streams', () => {
  const file = readFileSync(new URL('../../../stand-ins/origin/media/quay-180.m2t', import.meta.url))
  const [first, second] = [file.subarray(0, 28_012), file.subarray(28_012, 56_024)]

  it('become fragments of MP4, at the times that they say', () => {
    const transmuxer = new Transmuxer()
    const [one, two] = [transmuxer.transmux(first), transmuxer.transmux(second)]
    if (!one.ok || !two.ok) throw new Error('not read')
    expect(one.value.type).toBe('video/mp4; codecs="avc1.4d4015, mp4a.40.2"')
    expect(two.value.start - one.value.start).toBeCloseTo(2, 6)
    const scales = readScales(one.value.init)
    expect([...scales]).toEqual([
      [1, 90_000],
      [2, 44_100]
    ])
    const [before = 0, after = 0] = [one, two].map(({ value }) => readStart(value.media, scales))
    expect(after - before).toBeCloseTo(2, 1)
    // Pictures are reordered, and yet none is decoded before the first one is shown.
    const pictures = new Map([[1, 90_000]])
    for (const { value } of [one, two]) expect(readStart(value.media, pictures)).toBeCloseTo(value.start, 6)
  })

  it('keep sound and picture together, to a sample', () => {
    const transmuxer = new Transmuxer()
    for (const segment of [first, second]) {
      const made = transmuxer.transmux(segment)
      if (!made.ok) throw new Error('not read')
      const [picture = 0, sound = 0] = [
        [1, 90_000],
        [2, 44_100]
      ].map(([track = 0, scale = 0]) => readStart(made.value.media, new Map([[track, scale]])))
      expect(sound - picture).toBeCloseTo(firstTime(segment, 0xc0) - firstTime(segment, 0xe0), 4)
    }
  })

  it('whose clock began anew go on where they are expected', () => {
    const turn = 2 ** 33 / 90_000
    const made = new Transmuxer().transmux(first, turn * 3 + 1)
    expect(made.ok && made.value.start).toBeCloseTo(turn * 3 + 1.48, 3)
  })

  it('that are damaged, cut or something else are refused, or give what is left; nothing is thrown', () => {
    for (const bytes of [new Uint8Array(0), new Uint8Array(5000), Buffer.from('<!doctype html>')])
      expect(new Transmuxer().transmux(bytes)).toMatchObject({ ok: false, fault: { code: 'segment-damaged' } })
    fc.assert(
      fc.property(fc.integer({ min: 0, max: first.length }), fc.uint8Array({ maxLength: 900 }), (at, noise) => {
        const bytes = Buffer.from(first)
        bytes.set(noise.subarray(0, bytes.length - at), at)
        new Transmuxer().transmux(bytes)
        new Transmuxer().transmux(first.subarray(0, at))
      }),
      { numRuns: 200 }
    )
  })
})
