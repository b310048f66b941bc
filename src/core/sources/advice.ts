import { type Fault, fault } from '../fault.ts'
import { formatClock } from '../time/clock.ts'
import { codecFacts, codecRank, type EngineFamily } from './codecs.ts'
import { suffixOf, typeOfAddress } from './file-types.ts'
import type { MediaFileFacts, VideoTrackFacts } from './probe/facts.ts'
import { isSameContainer, plainType, usualSuffix } from './type-names.ts'

/** A file that was looked into, and what it is called. */
export interface ProbedFile {
  /** Its address or path, as it is to stand in `src`. */
  readonly src: string
  readonly facts: MediaFileFacts
}

const pictureOf = ({ tracks }: MediaFileFacts): VideoTrackFacts | undefined =>
  tracks.find(track => track.kind === 'video')

const ENGINES: readonly EngineFamily[] = ['Chromium', 'Firefox', 'WebKit']

const lackingEngines = ({ facts }: ProbedFile): readonly EngineFamily[] => {
  const codecs = facts.tracks.filter(({ kind }) => kind !== 'other').map(({ codec }) => codecFacts(codec))
  return ENGINES.filter(engine => codecs.some(codec => !codec || codec.lackedBy.includes(engine)))
}

/** Codecs of a file that one of these engines lacks. */
const lackingCodecs = ({ src, facts }: ProbedFile, engines: readonly EngineFamily[]): readonly Fault[] =>
  facts.tracks.flatMap(({ kind, codec }) => {
    if (kind === 'other') return []
    const known = codecFacts(codec)
    if (!known && engines.length > 0)
      return [
        fault(
          'codec-lacking',
          `${src} is coded as ${codec}, which no engine is known to play.`,
          'code it anew as H.264 and AAC in MP4, or as VP9 and Opus in WebM'
        )
      ]
    const lacking = known?.lackedBy.filter(engine => engines.includes(engine)) ?? []
    if (!known || lacking.length === 0) return []
    return [
      fault(
        'codec-lacking',
        `${known.name} in ${src} is not played by ${lacking.join(' and ')}.`,
        'put a file beside it that every engine plays: H.264 and AAC in MP4'
      )
    ]
  })

const misleadingSuffix = ({ src, facts }: ProbedFile): readonly Fault[] => {
  const expected = typeOfAddress(src)
  if (expected && isSameContainer(expected, facts.type)) return []
  const suffix = suffixOf(src)
  const named = suffix ? `is called .${suffix}` : 'has no suffix'
  return [
    fault(
      'suffix-misleading',
      `${src} ${named}, and is ${plainType(facts.type)}.`,
      `servers go by the suffix: call it .${usualSuffix(facts.type)}`
    )
  ]
}

const ownFaults = ({ src, facts }: ProbedFile): readonly Fault[] => [
  ...(facts.missing > 0
    ? [
        fault(
          'media-cut-short',
          `${src} ends ${facts.missing} bytes before its end.`,
          'it was not copied whole: copy it again'
        )
      ]
    : []),
  ...(facts.fastStart
    ? []
    : [
        fault(
          'media-index-late',
          `The index of ${src} stands at its end, so that nothing plays until the end was fetched.`,
          `put it first: ffmpeg -i in.mp4 -c copy -movflags +faststart out.mp4`
        )
      ]),
  ...(facts.duration === undefined
    ? [
        fault(
          'duration-unwritten',
          `${src} does not say how long it is, so that its bar and its clock stay empty.`,
          'write it anew: ffmpeg -i in.webm -c copy out.webm'
        )
      ]
    : [])
]

/** What in one file will bite a viewer, wherever it is played. */
export const adviseOnFile = (file: ProbedFile): readonly Fault[] => [...ownFaults(file), ...misleadingSuffix(file)]

/** Two files may end half a second, or a hundredth, apart: containers round, and sound goes on a little. */
const isSameLength = (a: number, b: number): boolean => Math.abs(a - b) <= Math.max(0.5, 0.01 * Math.max(a, b))
const isSameShape = (a: VideoTrackFacts, b: VideoTrackFacts): boolean =>
  Math.abs(a.width / a.height - b.width / b.height) < 0.02

/**
 * What will bite of files that are to stand for one another: an engine that can play none of them, and what in them differs.
 */
export const adviseOnSet = (files: readonly ProbedFile[]): readonly Fault[] => {
  const unserved = ENGINES.filter(engine => files.every(file => lackingEngines(file).includes(engine)))
  return [...files.flatMap(file => lackingCodecs(file, unserved)), ...differences(files)]
}

const differences = ([first, ...others]: readonly ProbedFile[]): readonly Fault[] => {
  if (!first) return []
  const [length, picture] = [first.facts.duration, pictureOf(first.facts)]
  return others.flatMap(({ src, facts }) => {
    const shown = pictureOf(facts)
    return [
      ...(length !== undefined && facts.duration !== undefined && !isSameLength(length, facts.duration)
        ? [
            fault(
              'lengths-differ',
              `${first.src} is ${formatClock(length)} long, and ${src} is ${formatClock(facts.duration)}.`,
              'sources of one media are the same work: captions and moments fit only one of these'
            )
          ]
        : []),
      ...(picture && shown && !isSameShape(picture, shown)
        ? [
            fault(
              'shapes-differ',
              `${first.src} is ${picture.width} × ${picture.height}, and ${src} is ${shown.width} × ${shown.height}.`,
              'give all the same shape, or the page jumps when another one is chosen'
            )
          ]
        : [])
    ]
  })
}

/** Files in the order in which they should stand as `<source>`: the engine takes the first that it can play. */
export const orderFiles = <File extends ProbedFile>(files: readonly File[]): readonly File[] => {
  const rank = ({ facts }: ProbedFile): number => codecRank(pictureOf(facts)?.codec ?? facts.tracks[0]?.codec ?? '')
  const width = ({ facts }: ProbedFile): number => pictureOf(facts)?.width ?? 0
  return [...files].sort((a, b) => rank(a) - rank(b) || width(b) - width(a))
}

const ESCAPES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '"': '&quot;',
  "'": '&#39;',
  '<': '&lt;',
  '>': '&gt;'
}

const attribute = (text: string): string => text.replace(/[&"'<>]/g, character => ESCAPES[character] ?? '')

/** The `<source>` elements for files that stand for one another, in the right order; with widths where these differ. */
export const sourceElements = (files: readonly ProbedFile[]): readonly string[] => {
  const widths = new Set(files.map(({ facts }) => pictureOf(facts)?.width))
  return orderFiles(files).map(({ src, facts }) => {
    const width = widths.size > 1 && pictureOf(facts)?.width
    return `<source src="${attribute(src)}" type='${facts.type.replace(/[&'<>]/g, character => ESCAPES[character] ?? '')}'${width ? ` data-yoke-width="${width}"` : ''}>`
  })
}
