import type { StreamFiles } from './files.ts'

/** The qualities of the picture, by the names of their files. */
export const PICTURES = [
  { name: 'quay-180.mp4', width: 320, height: 180, codec: 'avc1.4d4015' },
  { name: 'quay-360.mp4', width: 640, height: 360, codec: 'avc1.4d401f' },
  { name: 'quay-540.mp4', width: 960, height: 540, codec: 'avc1.4d4028' },
  { name: 'quay-720.mp4', width: 1280, height: 720, codec: 'avc1.4d4032' }
] as const

/** The sounds, as if each were a language. */
export const SOUNDS = [
  { name: 'sea.mp4', label: 'The sea', language: 'en' },
  { name: 'bells.mp4', label: 'The bells', language: 'ja' }
] as const

/** The captions that go with the clip. */
export const TEXTS = [
  { name: 'en', label: 'English' },
  { name: 'ar', label: 'العربية' },
  { name: 'ja', label: '日本語' }
] as const

export const SOUND_CODEC = 'mp4a.40.2'
/** Segments of a live channel that are kept. */
export const KEPT = 30

/** What is told at this moment. */
export interface Telling {
  readonly files: StreamFiles
  /** Segments of the live channel that there are, counted from its beginning; `undefined` on demand. */
  readonly live: number | undefined
  /** On demand: after how many segments it ends; `undefined` with the last of its files. */
  readonly length: number | undefined
  /** When the live channel began, in milliseconds since 1970. */
  readonly since: number
  readonly hasEnded: boolean
  readonly misdeclared: boolean
}

/** Whether it comes with its captions and thumbnails: they are made for the whole. */
export const hasExtras = ({ length }: Telling): boolean => length === undefined

/** Segments of a file from the first to the newest, or to the end. */
export const endOf = (name: string, { files, live, length = Number.POSITIVE_INFINITY }: Telling): number =>
  live ?? Math.min(files.indexOf(name).segments.length, length)

/** The first one that is kept. */
export const firstOf = (name: string, telling: Telling): number =>
  telling.live === undefined ? 0 : Math.max(0, endOf(name, telling) - KEPT)

const declared = (rate: number, { misdeclared }: Telling): number => (misdeclared ? Math.ceil(rate / 10) : rate)

const soundLine = ({ name, label, language }: (typeof SOUNDS)[number], isFirst: boolean): string =>
  `#EXT-X-MEDIA:TYPE=AUDIO,GROUP-ID="sound",NAME="${label}",LANGUAGE="${language}",DEFAULT=${isFirst ? 'YES' : 'NO'},AUTOSELECT=YES,URI="${name}.m3u8"`

const textLine = ({ name, label }: (typeof TEXTS)[number]): string =>
  `#EXT-X-MEDIA:TYPE=SUBTITLES,GROUP-ID="text",NAME="${label}",LANGUAGE="${name}",DEFAULT=NO,AUTOSELECT=YES,URI="${name}.vtt.m3u8"`

/** The playlist that names the others (RFC 8216, section 4.3.4). */
export const masterPlaylist = (telling: Telling): string => {
  const codecs = telling.misdeclared ? 'avc1.none' : undefined
  const streams = PICTURES.flatMap(({ name, width, height, codec }) => {
    const { most, average } = telling.files.rates(name)
    const rates = `BANDWIDTH=${declared(most, telling)},AVERAGE-BANDWIDTH=${declared(average, telling)}`
    const picture = `CODECS="${codecs ?? `${codec},${SOUND_CODEC}`}",RESOLUTION=${width}x${height},FRAME-RATE=25.000`
    return [
      `#EXT-X-STREAM-INF:${rates},${picture},AUDIO="sound"${hasExtras(telling) ? ',SUBTITLES="text"' : ''}`,
      `${name}.m3u8`
    ]
  })
  const sounds = SOUNDS.map((sound, index) => soundLine(sound, index === 0))
  const texts = hasExtras(telling) ? TEXTS.map(textLine) : []
  return `${['#EXTM3U', '#EXT-X-VERSION:7', ...sounds, ...texts, ...streams].join('\n')}\n`
}

/** One that names its segments (RFC 8216, section 4.3.3); of a live channel, those that are kept. */
export const mediaPlaylist = (name: string, telling: Telling, addressOf: (number: number) => string): string => {
  const { files, live, since, hasEnded } = telling
  const { segments, init } = files.indexOf(name)
  const [first, end] = [firstOf(name, telling), endOf(name, telling)]
  const lines = ['#EXTM3U', '#EXT-X-VERSION:7', '#EXT-X-TARGETDURATION:3', `#EXT-X-MEDIA-SEQUENCE:${first}`]
  if (live === undefined) lines.push('#EXT-X-PLAYLIST-TYPE:VOD')
  if (init) lines.push(`#EXT-X-MAP:URI="${name}/init"`)
  for (let number = first; number < end; number += 1) {
    const [, , start = 0, duration = 0] = segments[number % segments.length] ?? []
    const at = since + (Math.floor(number / segments.length) * files.seconds(name) + start) * 1000
    if (number === first && live !== undefined) lines.push(`#EXT-X-PROGRAM-DATE-TIME:${new Date(at).toISOString()}`)
    // Transport streams begin anew with their first time.
    if (!init && number > 0 && number % segments.length === 0) lines.push('#EXT-X-DISCONTINUITY')
    lines.push(`#EXTINF:${duration.toFixed(5)},`, addressOf(number))
  }
  if (live === undefined || hasEnded) lines.push('#EXT-X-ENDLIST')
  return `${lines.join('\n')}\n`
}

/** One whose segments hold picture and sound as transport streams. */
export const transportMaster = (telling: Telling): string => {
  const lines = [180, 360].flatMap(height => {
    const name = `quay-${height}.m2t`
    const { most } = telling.files.rates(name)
    const codecs = `avc1.4d40${height === 180 ? '15' : '1f'},${SOUND_CODEC}`
    return [
      `#EXT-X-STREAM-INF:BANDWIDTH=${most},CODECS="${codecs}",RESOLUTION=${(height * 16) / 9}x${height}`,
      `${name}.m3u8`
    ]
  })
  return `${['#EXTM3U', ...lines].join('\n')}\n`
}
