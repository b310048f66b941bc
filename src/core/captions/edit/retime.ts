import type { Comment, Cue, Region, VttFile } from '../cue.ts'
import { printTimestamp } from '../vtt/format-timestamp.ts'
import { readTimestamp } from '../vtt/scan.ts'

/** What came of a change, and what it could not keep. */
export interface Changed {
  readonly file: VttFile
  /** One plain sentence for each thing that was lost or cut. */
  readonly losses: readonly string[]
}

const TIMESTAMP = /<(\d+:[\d:.]+)>/g

/** To the millisecond, as a file can say it. */
const rounded = (seconds: number): number => Math.round(seconds * 1000) / 1000

/** The timestamps inside a cue's text go along with it. */
const retimeText = (text: string, retime: (seconds: number) => number): string =>
  text.replace(TIMESTAMP, (whole, written: string) => {
    const seconds = readTimestamp({ text: written, at: 0 })
    return Number.isNaN(seconds) ? whole : `<${printTimestamp(Math.max(0, retime(seconds)))}>`
  })

const retimeCue = (cue: Cue, retime: (seconds: number) => number): Cue => ({
  ...cue,
  startTime: rounded(retime(cue.startTime)),
  endTime: rounded(retime(cue.endTime)),
  text: retimeText(cue.text, retime)
})

/** The file with some of its cues; comments stay with the cue that they stand before. */
const keepCues = (file: VttFile, keep: (cue: Cue, index: number) => Cue | undefined): VttFile => {
  const cues: Cue[] = []
  const before = [0]
  file.cues.forEach((cue, index) => {
    const kept = keep(cue, index)
    if (kept) cues.push(kept)
    before.push(cues.length)
  })
  const comments = file.comments.map(comment => ({ ...comment, cuesBefore: before[comment.cuesBefore] ?? cues.length }))
  return { ...file, cues, comments }
}

const named = (cue: Cue): string => `the cue of ${printTimestamp(cue.startTime)}`

const retimeFile = (file: VttFile, retime: (seconds: number) => number): Changed => {
  const losses: string[] = []
  const kept = keepCues(file, cue => {
    const moved = retimeCue(cue, retime)
    if (moved.endTime <= 0) {
      losses.push(`${named(cue)} would end before the start, and is left out`)
      return undefined
    }
    if (moved.startTime >= 0) return moved
    losses.push(`${named(cue)} would begin before the start, and begins at 0`)
    return { ...moved, startTime: 0 }
  })
  return { file: kept, losses }
}

/** Moves every cue by seconds, back with a minus. What would be before 0 is cut, and told. */
export const shiftVtt = (file: VttFile, by: number): Changed => retimeFile(file, seconds => seconds + by)

/**
 * Stretches every time: `25 / 23.976` for a film that was sped up the other way.
 * @param factor above 0.
 */
export const scaleVtt = (file: VttFile, factor: number): Changed => retimeFile(file, seconds => seconds * factor)

/** Cuts a file at a second; the second part starts at 0 again. A cue across the cut stands in both. */
export const splitVtt = (file: VttFile, at: number): readonly [first: VttFile, second: VttFile] => {
  // A comment goes with the cue that it stands before.
  const isLate = ({ cuesBefore }: Comment): boolean => (file.cues[cuesBefore]?.startTime ?? at) >= at
  const early = { ...file, comments: file.comments.filter(comment => !isLate(comment)) }
  const late = { ...file, comments: file.comments.filter(isLate) }
  return [
    keepCues(early, cue => (cue.startTime >= at ? undefined : { ...cue, endTime: Math.min(cue.endTime, at) })),
    keepCues(late, cue =>
      cue.endTime <= at ? undefined : retimeCue({ ...cue, startTime: Math.max(cue.startTime, at) }, time => time - at)
    )
  ]
}

/** Regions of one name that differ would change places: the later one gets another name. */
const withOwnRegions = (file: VttFile, known: Map<string, Region>, losses: string[]): VttFile => {
  const numbers = new Map<string, number>()
  const renamed = new Map(
    file.regions.flatMap(region => {
      const same = known.get(region.id)
      if (!same || JSON.stringify(same) === JSON.stringify(region)) return []
      let number = numbers.get(region.id) ?? 2
      while (known.has(`${region.id}-${number}`)) number += 1
      const id = `${region.id}-${number}`
      const own = { ...region, id }
      known.set(id, own)
      numbers.set(region.id, number + 1)
      losses.push(`the region ${region.id} of a later file is called ${id}`)
      return [[region, own] as const]
    })
  )
  return {
    ...file,
    regions: file.regions.map(region => renamed.get(region) ?? region),
    cues: file.cues.map(cue =>
      cue.region && renamed.has(cue.region) ? { ...cue, region: renamed.get(cue.region) ?? null } : cue
    )
  }
}

/**
 * Puts files one behind the other.
 * @param parts each with the second at which it begins.
 */
export const joinVtt = (parts: readonly { readonly file: VttFile; readonly at: number }[]): Changed => {
  const losses: string[] = []
  const header = parts[0]?.file.header ?? ''
  const cues: Cue[] = []
  const comments: Comment[] = []
  const styles = new Set<string>()
  const regions: Region[] = []
  const known = new Map<string, Region>()
  for (const [index, { file, at }] of parts.entries()) {
    const shifted = shiftVtt(file, at)
    for (const loss of shifted.losses) losses.push(loss)
    const before = new Set(known.keys())
    const part = withOwnRegions(shifted.file, known, losses)
    if (index > 0 && part.header !== '' && part.header !== header)
      losses.push(`the header “${part.header.trim()}” is left out`)
    for (const comment of part.comments) comments.push({ ...comment, cuesBefore: comment.cuesBefore + cues.length })
    for (const region of part.regions) {
      if (before.has(region.id)) continue
      regions.push(region)
      known.set(region.id, region)
    }
    for (const css of part.styles) styles.add(css)
    for (const cue of part.cues) cues.push(cue)
  }
  return { file: { header, cues, regions, styles: [...styles], comments }, losses }
}
