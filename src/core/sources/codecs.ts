/** The three families of engines, by the names of those that were measured. */
export type EngineFamily = 'Chromium' | 'Firefox' | 'WebKit'

/** What is known of a codec, or of a kind of file. */
export interface CodecFacts {
  /** As people call it. */
  readonly name: string
  /** An example of its string. */
  readonly example: string
  /** Engines that answer no when they are asked about it. Devices differ within a family: a start, not a promise. */
  readonly lackedBy: readonly EngineFamily[]
}

interface Row extends CodecFacts {
  readonly pattern: RegExp
}

/** Pictures, then sound; what needs the fewest bytes first. The three engines are asked about every row by a test. */
const CODECS: readonly Row[] = [
  { name: 'AV1', pattern: /^av01/, example: 'video/mp4; codecs="av01.0.04M.08"', lackedBy: [] },
  { name: 'HEVC', pattern: /^h(?:ev|vc)1/, example: 'video/mp4; codecs="hvc1.1.6.L93.90"', lackedBy: ['Chromium'] },
  { name: 'VP9', pattern: /^vp(?:09|9)/, example: 'video/webm; codecs="vp09.00.31.08"', lackedBy: [] },
  {
    name: 'H.264, 10 bits',
    pattern: /^avc[13]\.6E/i,
    example: 'video/mp4; codecs="avc1.6E001F"',
    lackedBy: ['Firefox']
  },
  { name: 'H.264', pattern: /^avc[13]/, example: 'video/mp4; codecs="avc1.42E01E"', lackedBy: [] },
  { name: 'VP8', pattern: /^vp(?:08|8)/, example: 'video/webm; codecs="vp8"', lackedBy: [] },
  {
    name: 'MPEG-4 Visual',
    pattern: /^mp4v/,
    example: 'video/mp4; codecs="mp4v.20.9"',
    lackedBy: ['Chromium', 'Firefox']
  },
  { name: 'Theora', pattern: /^theora/, example: 'video/ogg; codecs="theora"', lackedBy: ['Chromium', 'Firefox'] },
  { name: 'Opus', pattern: /^opus/i, example: 'audio/webm; codecs="opus"', lackedBy: [] },
  { name: 'AAC', pattern: /^mp4a\.(?:40|6[678])/, example: 'audio/mp4; codecs="mp4a.40.2"', lackedBy: [] },
  { name: 'Vorbis', pattern: /^vorbis/, example: 'audio/ogg; codecs="vorbis"', lackedBy: [] },
  { name: 'MP3', pattern: /^(?:mp3|mp4a\.6[9B])/i, example: 'audio/mpeg', lackedBy: [] },
  { name: 'AC-3', pattern: /^ac-3/, example: 'audio/mp4; codecs="ac-3"', lackedBy: ['Chromium', 'Firefox'] },
  { name: 'E-AC-3', pattern: /^ec-3/, example: 'audio/mp4; codecs="ec-3"', lackedBy: ['Chromium', 'Firefox'] },
  { name: 'FLAC', pattern: /^flac/i, example: 'audio/ogg; codecs="flac"', lackedBy: [] },
  { name: 'PCM', pattern: /^1$/, example: 'audio/wav; codecs="1"', lackedBy: [] },
  { name: 'PCM of floating point', pattern: /^3$/, example: 'audio/wav; codecs="3"', lackedBy: ['Chromium', 'WebKit'] },
  { name: 'Speex', pattern: /^speex/, example: 'audio/ogg; codecs="speex"', lackedBy: ['Chromium', 'Firefox'] }
]

/** Every codec that is known here, those that need the fewest bytes first. */
export const KNOWN_CODECS: readonly CodecFacts[] = CODECS.map(({ pattern: _, ...facts }) => facts)

const rowOf = (codec: string): number => CODECS.findIndex(({ pattern }) => pattern.test(codec))

/** What is known of a codec by its string; `undefined` for one that is not known here. */
export const codecFacts = (codec: string): CodecFacts | undefined => KNOWN_CODECS[rowOf(codec)]

/** How few bytes a codec needs beside others: the smaller the better, from 0; the last of all for one that is not known. */
export const codecRank = (codec: string): number => {
  const row = rowOf(codec)
  return row < 0 ? CODECS.length : row
}
