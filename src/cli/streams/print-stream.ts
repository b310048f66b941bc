import { codecFacts } from '../../core/sources/codecs.ts'
import { endOf } from '../../core/streams/manifest.ts'
import { formatClock } from '../../core/time/clock.ts'
import { counted } from '../files.ts'
import { print } from '../print.ts'
import type { LookedRendition, LookedStream } from './look-into-stream.ts'

const KINDS = { video: 'picture', audio: 'sound', text: 'text', image: 'thumbs' } as const

const FORMS = {
  'application/vnd.apple.mpegurl': 'playlist (RFC 8216)',
  'application/dash+xml': 'presentation (ISO/IEC 23009-1)'
} as const

const rate = (bits: number): string =>
  bits < 1e6 ? `${Math.round(bits / 1000)} kbit/s` : `${(bits / 1e6).toFixed(1)} Mbit/s`

const codecsOf = (type: string): readonly string[] =>
  (/codecs="([^"]*)"/.exec(type)?.[1] ?? '')
    .split(',')
    .map(codec => codec.trim())
    .filter(Boolean)

/** `lacked by Chromium`: engines that may not play it, by what is known of its codecs. */
const lackedBy = (type: string): readonly string[] => {
  const engines = new Set(codecsOf(type).flatMap(codec => codecFacts(codec)?.lackedBy ?? []))
  return engines.size > 0 ? [`not in ${[...engines].join(', ')}`] : []
}

const lineOf = ({ rendition, timeline, measured }: LookedRendition): string => {
  const { id, kind, width, height, frameRate, language, label, bandwidth, type, tiles } = rendition
  const name = label ?? id
  return [
    language && language !== name ? `${name} (${language})` : name,
    ...(tiles ? [`${tiles.columns} × ${tiles.rows} in a picture`] : []),
    ...(width && height && kind === 'video' ? [`${width} × ${height}`] : []),
    ...(frameRate ? [`${Number(frameRate.toFixed(3))} frames a second`] : []),
    ...(bandwidth > 0 && kind !== 'text' && kind !== 'image' ? [`${rate(bandwidth)} declared`] : []),
    ...(measured && kind !== 'text' && kind !== 'image'
      ? [`${rate(measured.average)} measured, ${rate(measured.most)} at most`]
      : []),
    ...(timeline ? [counted(timeline.segments.length, 'segment')] : []),
    ...codecsOf(type),
    ...lackedBy(type)
  ].join(', ')
}

/** What a stream is, a line for each rendition. */
export const printStream = ({ path, manifest, renditions }: LookedStream): void => {
  if (!manifest) return
  const timeline = renditions.find(each => each.timeline)?.timeline
  const length = manifest.duration ?? (timeline?.isEnded ? endOf(timeline) : undefined)
  const state = timeline?.isEnded === false ? 'live' : length === undefined ? 'length not known' : formatClock(length)
  print(`${path}: ${FORMS[manifest.type]}, ${state}`)
  for (const each of renditions) print(`  ${KINDS[each.rendition.kind].padEnd(8)} ${lineOf(each)}`)
}
