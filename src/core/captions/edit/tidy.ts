import { columnsOf, type Guidelines, linesOf, readingSpeed, USUAL_GUIDELINES } from '../check/guidelines.ts'
import type { Cue, VttFile } from '../cue.ts'
import { printTimestamp } from '../vtt/format-timestamp.ts'

/** A change that was made, or one that only a person can make. */
export interface TidyNote {
  readonly done: boolean
  /** One plain sentence. */
  readonly what: string
}

/** What came of tidying. */
export interface Tidied {
  readonly file: VttFile
  readonly notes: readonly TidyNote[]
}

/** Overlaps up to this many seconds are mistakes; longer ones are taken for two people speaking. */
const SLIP = 0.5

type Note = (done: boolean, what: string) => void

const at = (cue: Cue): string => printTimestamp(cue.startTime)

const inOrder = (cues: readonly Cue[], note: Note): readonly Cue[] => {
  const ordered = [...cues].sort((a, b) => a.startTime - b.startTime)
  const moved = ordered.filter((cue, index) => cue !== cues[index]).length
  if (moved > 0) note(true, `${moved} cues were put in the order of their start`)
  return ordered
}

const withoutReversed = (cues: readonly Cue[], note: Note): readonly Cue[] =>
  cues.map(cue => {
    if (cue.endTime > cue.startTime) return cue
    note(false, `the cue of ${at(cue)} ends before it has begun and is never shown`)
    return cue
  })

const parted = (cues: readonly Cue[], note: Note): readonly Cue[] =>
  cues.map((cue, index) => {
    const next = cues[index + 1]
    const overlap = next ? cue.endTime - next.startTime : 0
    if (!next || overlap <= 0 || next.startTime <= cue.startTime) return cue
    if (overlap > SLIP) {
      note(
        false,
        `the cues of ${at(cue)} and ${at(next)} overlap for ${overlap.toFixed(3)} s, and both are kept as they are`
      )
      return cue
    }
    note(true, `the cue of ${at(cue)} ends where the next one begins (${overlap.toFixed(3)} s earlier)`)
    return { ...cue, endTime: next.startTime }
  })

/** Whoever reads slowly gets the silence that follows. */
const slowed = (cues: readonly Cue[], { speed, shortest, longest }: Guidelines, note: Note): readonly Cue[] =>
  cues.map((cue, index) => {
    const shown = cue.endTime - cue.startTime
    const needed = Math.min(longest, Math.max(shortest, (readingSpeed(cue) * shown) / speed))
    if (shown <= 0 || shown >= needed) return cue
    const room = (cues[index + 1]?.startTime ?? Number.POSITIVE_INFINITY) - cue.startTime
    const given = Math.round(Math.min(needed, room) * 1000) / 1000
    if (given < needed - 0.0005)
      note(false, `the cue of ${at(cue)} is too fast to read, and the next one follows too soon`)
    if (given <= shown) return cue
    note(true, `the cue of ${at(cue)} stays ${(given - shown).toFixed(3)} s longer`)
    return { ...cue, endTime: Math.round((cue.startTime + given) * 1000) / 1000 }
  })

/** The break that makes two lines most alike in length. */
const inTwo = (words: readonly string[]): readonly string[] => {
  const texts = words.map((_, index) => [words.slice(0, index).join(' '), words.slice(index).join(' ')] as const)
  const difference = ([first, second]: readonly [string, string]): number =>
    Math.abs(columnsOf(first) - columnsOf(second))
  const best = texts
    .slice(1)
    .reduce<readonly [string, string] | undefined>(
      (nearest, pair) => (nearest && difference(nearest) <= difference(pair) ? nearest : pair),
      undefined
    )
  return best ?? [words.join(' ')]
}

const rewrapped = (cues: readonly Cue[], { lineLength, lines }: Guidelines, note: Note): readonly Cue[] =>
  cues.map(cue => {
    const isTooLong = linesOf(cue).some(line => columnsOf(line) > lineLength)
    if (!isTooLong) return cue
    const isHopeless = columnsOf(cue.text) > 2 * lineLength + 1
    const text = isHopeless ? cue.text : inTwo(cue.text.split(/\s+/)).join('\n')
    // Tags may hold spaces of their own: then a person has to break the line.
    const fits = !cue.text.includes('<') && linesOf({ ...cue, text }).every(line => columnsOf(line) <= lineLength)
    note(fits, `a line of the cue of ${at(cue)} ${fits ? 'is broken in two' : 'is too long'}`)
    return fits && lines >= 2 ? { ...cue, text } : cue
  })

/**
 * Puts cues in order, ends short overlaps, lets fast cues stay longer and breaks long lines, as far as a rule can; what
 * only a person can settle is noted. Times come in one form when the file is written.
 */
export const tidyVtt = (file: VttFile, guidelines: Guidelines = USUAL_GUIDELINES): Tidied => {
  const notes: TidyNote[] = []
  const note: Note = (done, what) => notes.push({ done, what })
  const ordered = withoutReversed(inOrder(file.cues, note), note)
  const cues = rewrapped(slowed(parted(ordered, note), guidelines, note), guidelines, note)
  // A comment stays before the cue that it stood before.
  const places = new Map(ordered.map((cue, place) => [cue, place]))
  const comments = file.comments.map(comment => {
    const cue = file.cues[comment.cuesBefore]
    return { ...comment, cuesBefore: (cue && places.get(cue)) ?? ordered.length }
  })
  comments.sort((a, b) => a.cuesBefore - b.cuesBefore)
  return { file: { ...file, cues, comments }, notes }
}
