import { describe, expect, it } from 'vitest'
import { readTextSegment } from './segment.ts'
import { tileCues } from './tile-cues.ts'

const CUE = '00:02.000 --> 00:04.000 line:0\n<00:03.000>rising'

describe('a segment of captions', () => {
  it.each([
    ['at the times of its media', '', { start: 0, offset: 0 }, '00:02.000 --> 00:04.000 line:0\n<00:03.000>rising'],
    ['moved as its media is', '', { start: 10, offset: 10 }, '00:12.000 --> 00:14.000 line:0\n<00:13.000>rising'],
    [
      'by its map',
      'X-TIMESTAMP-MAP=MPEGTS:900000,LOCAL:00:00:00.000',
      { start: 8, offset: -2 },
      '00:10.000 --> 00:12.000 line:0\n<00:11.000>rising'
    ],
    [
      'by its map, whose clock began anew',
      'X-TIMESTAMP-MAP=LOCAL:00:00:00.000,MPEGTS:0',
      { start: 95_443, offset: 0 },
      '26:30:45.718 --> 26:30:47.718 line:0\n<26:30:46.718>rising'
    ]
  ])('stands %s', (_, map, place, expected) => {
    const { cues } = readTextSegment(`\ufeffWEBVTT\r\n${map}\r\n\r\n\r\n${CUE.replace('\n', '\r\n')}\r\n`, place)
    expect(cues).toEqual([expected])
  })

  it('brings what stands before its cues, and nothing of before the beginning', () => {
    const text = `WEBVTT\n\nSTYLE\n::cue { color: red }\n\n${CUE}\n\n00:09.000 --> 00:12.000\nhigh\n`
    expect(readTextSegment(text, { start: 0, offset: -10 })).toEqual({
      setup: ['STYLE\n::cue { color: red }'],
      cues: ['00:00.000 --> 00:02.000\nhigh']
    })
  })

  it.each(['', 'tide', '<!doctype html>', 'WEBVTTX\n\n00:00.000 --> 00:01.000\nx'])('%j is none', text => {
    expect(readTextSegment(text, { start: 0, offset: 0 })).toEqual({ setup: [], cues: [] })
  })
})

it('thumbnails are cues that name a part of their picture, a row at a time', () => {
  const text = tileCues([{ src: 'http://quay.example/tiles.jpg', number: 0, start: 4, duration: 8, part: 0 }], {
    columns: 2,
    rows: 2
  })
  expect(text.split('\n').filter(line => /-->|xywh/.test(line))).toEqual([
    '00:04.000 --> 00:06.000',
    'http://quay.example/tiles.jpg#xywh=percent:0,0,50,50',
    '00:06.000 --> 00:08.000',
    'http://quay.example/tiles.jpg#xywh=percent:50,0,50,50',
    '00:08.000 --> 00:10.000',
    'http://quay.example/tiles.jpg#xywh=percent:0,50,50,50',
    '00:10.000 --> 00:12.000',
    'http://quay.example/tiles.jpg#xywh=percent:50,50,50,50'
  ])
})
