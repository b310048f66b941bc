import type { CueNode, TagNode } from './cue-text.ts'

/** A stretch of a cue's text that is drawn in one way: for whoever draws captions by other means than elements. */
export interface CueRun {
  /** May hold line breaks. */
  readonly text: string
  /** The tags that it stands in, the outermost first: `v`, `i`. */
  readonly tags: readonly TagNode['type'][]
  /** The classes of all of them. */
  readonly classes: readonly string[]
  /** Who says it; empty where the cue does not say so. */
  readonly voice: string
  /** BCP 47; empty where the cue does not say so. */
  readonly lang: string
  /** In seconds of the timeline, what its timestamps say: -Infinity for what is said from the start of its cue. */
  readonly from: number
  /** In seconds of the timeline: Infinity for what is said until the end of its cue. */
  readonly until: number
}

/** What the tags around a run say. */
type Around = Pick<CueRun, 'tags' | 'classes' | 'voice' | 'lang'>

const within = (around: Around, { type, classes, annotation }: TagNode): Around => ({
  tags: [...around.tags, type],
  classes: [...around.classes, ...classes],
  voice: type === 'v' ? annotation : around.voice,
  lang: type === 'lang' ? annotation : around.lang
})

/**
 * The runs of a cue's text in the order in which they are read, with the readings of ruby (tag `rt`) among them. A timestamp
 * that is earlier than one before it ends what is said by then, as in WebVTT ("in the past").
 */
export const cueRuns = (nodes: readonly CueNode[]): readonly CueRun[] => {
  const runs: (Around & { readonly text: string; readonly from: number })[] = []
  /** Timestamps, each with how many runs stand before it. */
  const times: { readonly time: number; readonly before: number }[] = []
  const read = (inside: readonly CueNode[], around: Around): void => {
    for (const node of inside) {
      if (node.type === 'timestamp') times.push({ time: node.time, before: runs.length })
      else if (node.type !== 'text') read(node.children, within(around, node))
      else if (node.text !== '')
        runs.push({ text: node.text, ...around, from: times.at(-1)?.time ?? Number.NEGATIVE_INFINITY })
    }
  }
  read(nodes, { tags: [], classes: [], voice: '', lang: '' })
  return runs.map((run, index) => ({
    ...run,
    until: Math.min(...times.filter(({ before }) => before > index).map(({ time }) => time))
  }))
}

/** Whether a run is said already or is still to come, at a second of the timeline (WebVTT, "in the past", "in the future"); `now` otherwise. */
export const timeOfRun = (
  { from, until }: Pick<CueRun, 'from' | 'until'>,
  seconds: number
): 'past' | 'now' | 'future' => {
  if (from > seconds) return 'future'
  return until <= seconds ? 'past' : 'now'
}
