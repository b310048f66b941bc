import type { Cue } from '../core/captions/cue.ts'
import { baseDirection } from '../core/captions/text/direction.ts'
import { parseCueText, plainCueText } from '../core/captions/text/parse-cue-text.ts'
import { type CueRun, cueRuns, timeOfRun } from '../core/captions/text/runs.ts'
import type { Yoked } from '../effects/capture.ts'

/** A cue that is to be seen now, for whoever draws captions by other means than elements. */
export interface ShownCue {
  readonly cue: Cue
  /** Its text, without tags. */
  readonly text: string
  /** Its text in stretches that look alike, each with its tags, classes and voice, and whether it is said already. */
  readonly runs: readonly (CueRun & { readonly time: 'past' | 'now' | 'future' })[]
  /** A BCP 47 tag, or `''`. */
  readonly language: string
  /** Which way its text runs at first. */
  readonly direction: 'ltr' | 'rtl'
  /** How many of the tracks that are shown stand before its own: each has a line of its own, from the foot up. */
  readonly tracksBefore: number
}

const read = new WeakMap<Cue, Pick<ShownCue, 'text' | 'direction'> & { readonly runs: readonly CueRun[] }>()

/** Read once, however often it is drawn. */
const readCue = (cue: Cue) => {
  const known = read.get(cue)
  if (known) return known
  const nodes = parseCueText(cue.text)
  const text = plainCueText(nodes)
  const made = { text, direction: baseDirection(text), runs: cueRuns(nodes) }
  read.set(cue, made)
  return made
}

/** The captions of a player at this moment, in the order of their tracks and times; none while none are wanted. */
export const shownCues = ({ yoke }: Yoked): readonly ShownCue[] => {
  const { captions } = yoke
  if (!captions) return []
  return captions.showing.flatMap(({ activeCues, language }, tracksBefore) =>
    (activeCues ?? []).map(cue => {
      const { text, direction, runs } = readCue(cue)
      const timed = runs.map(run => ({ ...run, time: timeOfRun(run, captions.now) }))
      return { cue, text, direction, runs: timed, language, tracksBefore }
    })
  )
}
