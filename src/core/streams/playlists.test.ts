import { describe, expect, it } from 'vitest'
import { isTimeline } from './manifest.ts'
import { tryReadPlaylist } from './playlist/media-playlist.ts'
import { tryReadManifest } from './read-manifest.ts'

const SRC = 'https://quay.test/live/main.m3u8'
const lines = (...rows: readonly string[]): string => `${['#EXTM3U', ...rows].join('\n')}\n`
const segmentsOf = (text: string, src = SRC) => {
  const read = tryReadPlaylist(text, src)
  if (!read.ok) throw new Error(read.fault.message)
  return read.value.timeline.segments
}

describe('a media playlist', () => {
  it('names segments with their times, and whole addresses', () => {
    const read = tryReadPlaylist(
      lines(
        '#EXT-X-TARGETDURATION:6',
        '#EXT-X-MEDIA-SEQUENCE:7',
        '#EXTINF:6.0,',
        'a.m4s',
        '#EXTINF:4.5,Title',
        '/b.m4s',
        '#EXT-X-ENDLIST'
      ),
      SRC
    )
    expect(read).toEqual({
      ok: true,
      value: {
        timeline: {
          isEnded: true,
          longest: 6,
          segments: [
            { src: 'https://quay.test/live/a.m4s', number: 7, start: 0, duration: 6, part: 0 },
            { src: 'https://quay.test/b.m4s', number: 8, start: 6, duration: 4.5, part: 0 }
          ]
        },
        faults: []
      }
    })
  })

  it.each<[string, readonly string[], object]>([
    [
      'a setup, by a range',
      ['#EXT-X-MAP:URI="i.mp4",BYTERANGE="700@8"', '#EXTINF:2,', 'a'],
      { init: { src: 'https://quay.test/live/i.mp4', range: { from: 8, length: 700 } } }
    ],
    ['a range', ['#EXTINF:2,', '#EXT-X-BYTERANGE:90@10', 'a'], { range: { from: 10, length: 90 } }],
    ['a gap', ['#EXT-X-GAP', '#EXTINF:2,', 'a'], { isGap: true }],
    ['a date', ['#EXT-X-PROGRAM-DATE-TIME:2026-03-20T06:00:00Z', '#EXTINF:2,', 'a'], { date: 1773986400000 }],
    [
      'a key, with the number as its vector',
      ['#EXT-X-MEDIA-SEQUENCE:18', '#EXT-X-KEY:METHOD=AES-128,URI="k"', '#EXTINF:2,', 'a'],
      { key: { src: 'https://quay.test/live/k', iv: '00000000000000000000000000000012' } }
    ],
    [
      'a key that is taken back',
      ['#EXT-X-KEY:METHOD=AES-128,URI="k"', '#EXT-X-KEY:METHOD=NONE', '#EXTINF:2,', 'a'],
      {}
    ],
    ['a discontinuity', ['#EXT-X-DISCONTINUITY-SEQUENCE:3', '#EXT-X-DISCONTINUITY', '#EXTINF:2,', 'a'], { part: 4 }]
  ])('%s', (_, rows, expected) => {
    const [segment] = segmentsOf(lines(...rows))
    const { src, number, start, duration, part, ...rest } = segment ?? {}
    expect({ ...('part' in expected && { part }), ...rest }).toEqual(expected)
  })

  it('a range without a place follows the one before it, in the same file', () => {
    const ranges = segmentsOf(
      lines('#EXTINF:2,', '#EXT-X-BYTERANGE:90@10', 'a', '#EXTINF:2,', '#EXT-X-BYTERANGE:50', 'a')
    ).map(({ range }) => range)
    expect(ranges).toEqual([
      { from: 10, length: 90 },
      { from: 100, length: 50 }
    ])
  })

  it('a live one goes on where it stood, by numbers; one beside it stands where it was recorded', () => {
    const live = (first: number, date = ''): string =>
      lines(
        '#EXT-X-TARGETDURATION:2',
        `#EXT-X-MEDIA-SEQUENCE:${first}`,
        ...(date ? [`#EXT-X-PROGRAM-DATE-TIME:${date}`] : []),
        '#EXTINF:2,',
        'a',
        '#EXTINF:2,',
        'b',
        '#EXTINF:2,',
        'c'
      )
    const before = tryReadPlaylist(live(10, '2026-03-20T06:00:00Z'), SRC)
    if (!before.ok) throw new Error('unread')
    const { timeline } = before.value
    expect(timeline.refresh).toBe(2)
    const next = tryReadPlaylist(live(12), SRC, { before: timeline })
    const far = tryReadPlaylist(live(90), SRC, { before: timeline })
    const beside = tryReadPlaylist(live(500, '2026-03-20T06:00:01.5Z'), SRC, { beside: timeline })
    expect([next, far, beside].map(read => read.ok && read.value.timeline.segments[0]?.start)).toEqual([4, 6, 1.5])
  })

  it.each([
    ['<!doctype html>', 'manifest-unreadable'],
    ['', 'manifest-unreadable'],
    [lines('#EXT-X-KEY:METHOD=SAMPLE-AES,URI="k"', '#EXTINF:2,', 'a'), 'stream-key-unsupported'],
    [
      lines('#EXT-X-KEY:METHOD=AES-128,URI="k",KEYFORMAT="com.example.keys"', '#EXTINF:2,', 'a'),
      'stream-key-unsupported'
    ],
    [lines(...Array.from({ length: 50_001 }, () => '#EXTINF:2,\na')), 'manifest-too-large']
  ])('that cannot be used is refused (%#)', (text, code) => {
    expect(tryReadPlaylist(text, SRC)).toMatchObject({ ok: false, fault: { code } })
  })

  it('says of what it passes over where that stands', () => {
    const read = tryReadPlaylist(
      lines(
        '#EXTINF:soon,',
        'a',
        'b',
        '#EXTINF:2,',
        'ftp://quay.test/c',
        '#EXT-X-MAP:nothing',
        '#EXTINF:2,',
        '#EXT-X-BYTERANGE:x',
        'd'
      ),
      SRC
    )
    expect(read.ok && read.value.faults.map(({ code, line, column }) => [code, line, column])).toEqual([
      ['manifest-tag-unreadable', 2, 9],
      ['manifest-tag-missing', 3, 1],
      ['manifest-tag-missing', 4, 1],
      ['manifest-address-refused', 6, 1],
      ['manifest-tag-unreadable', 7, 12],
      ['manifest-tag-unreadable', 10, 1]
    ])
    // Their numbers stay: those behind them are still found by theirs.
    expect(read.ok && read.value.timeline.segments.map(({ number, isGap }) => [number, isGap])).toEqual([
      [0, undefined],
      [1, undefined],
      [2, true],
      [3, true]
    ])
  })
})

describe('a playlist of playlists', () => {
  const read = (...rows: readonly string[]) => {
    const result = tryReadManifest(lines(...rows), { src: SRC })
    if (!result.ok) throw new Error(result.fault.message)
    return result.value.manifest.renditions.map(({ timeline, ...rest }) => ({
      ...rest,
      from: isTimeline(timeline)
        ? ''
        : timeline.from === 'playlist'
          ? timeline.src.replace('https://quay.test/live/', '')
          : ''
    }))
  }

  it('names qualities, sounds and texts; who has its sound beside it has but its picture', () => {
    expect(
      read(
        '#EXT-X-STREAM-INF:BANDWIDTH=900000,AVERAGE-BANDWIDTH=700000,CODECS="avc1.4d401f,mp4a.40.2",RESOLUTION=1280x720,FRAME-RATE=25,AUDIO="a",SUBTITLES="s"',
        'high.m3u8',
        '#EXT-X-MEDIA:TYPE=AUDIO,GROUP-ID="a",NAME="The sea",LANGUAGE="en",DEFAULT=YES,URI="sea.m3u8"',
        '#EXT-X-MEDIA:TYPE=SUBTITLES,GROUP-ID="s",NAME="Forced",LANGUAGE="ja",FORCED=YES,URI="ja.m3u8"',
        '#EXT-X-MEDIA:TYPE=CLOSED-CAPTIONS,GROUP-ID="c",NAME="x",INSTREAM-ID="CC1"'
      )
    ).toEqual([
      {
        id: '720p',
        kind: 'video',
        type: 'video/mp4; codecs="avc1.4d401f"',
        bandwidth: 900_000,
        averageBandwidth: 700_000,
        width: 1280,
        height: 720,
        frameRate: 25,
        audioGroup: 'a',
        textGroup: 's',
        from: 'high.m3u8'
      },
      {
        id: 'The sea',
        kind: 'audio',
        type: 'audio/mp4; codecs="mp4a.40.2"',
        bandwidth: 0,
        language: 'en',
        label: 'The sea',
        isDefault: true,
        group: 'a',
        from: 'sea.m3u8'
      },
      {
        id: 'Forced',
        kind: 'text',
        type: 'text/vtt',
        bandwidth: 0,
        language: 'ja',
        label: 'Forced',
        isForced: true,
        role: 'subtitles',
        group: 's',
        from: 'ja.m3u8'
      }
    ])
  })

  it.each([
    [
      'the same stream is named once',
      ['#EXT-X-STREAM-INF:BANDWIDTH=1', 'a', '#EXT-X-STREAM-INF:BANDWIDTH=2', 'a'],
      ['video']
    ],
    [
      'two of one size have names of their own',
      ['#EXT-X-STREAM-INF:BANDWIDTH=1,RESOLUTION=8x6', 'a', '#EXT-X-STREAM-INF:BANDWIDTH=2,RESOLUTION=8x6', 'b'],
      ['6p', '6p 2']
    ],
    ['sound alone is sound', ['#EXT-X-STREAM-INF:BANDWIDTH=1,CODECS="mp4a.40.2"', 'a'], ['audio']],
    [
      'pictures for fast winding are passed over',
      ['#EXT-X-I-FRAME-STREAM-INF:BANDWIDTH=1,URI="i"', '#EXT-X-STREAM-INF:BANDWIDTH=1', 'a'],
      ['video']
    ]
  ])('%s', (_, rows, ids) => {
    expect(read(...rows).map(({ id }) => id)).toEqual(ids)
  })

  it('reads profiles that are written in decimal', () => {
    expect(read('#EXT-X-STREAM-INF:BANDWIDTH=1,CODECS="avc1.66.30"', 'a')[0]?.type).toBe(
      'video/mp4; codecs="avc1.42001e"'
    )
  })
})
