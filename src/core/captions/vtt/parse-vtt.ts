import { type CaptionFault, faultOfFinding } from '../check/sentences.ts'
import type { Cue, VttFile } from '../cue.ts'
import type { CueRows } from '../index/cue-rows.ts'
import { readInSlices } from './read-in-slices.ts'
import { VttReader } from './vtt-reader.ts'

/** What {@link parseVtt} returns: the file, and every fault in it. */
export interface ParsedVtt extends VttFile {
  /** The line, from 1, on which the times of each cue stand. */
  readonly cueLines: readonly number[]
  /** The line, from 1, on which the CSS of each `STYLE` block begins. */
  readonly styleLines: readonly number[]
  /** In the order of the lines on which they were found. */
  readonly faults: readonly CaptionFault[]
}

const cuesFrom = (rows: CueRows, from: number): readonly Cue[] =>
  Array.from({ length: rows.length - from }, (_, index) => rows.cueAt(from + index))

const parsed = (reader: VttReader, cues: readonly Cue[]): ParsedVtt => {
  const { header, regions, styles, comments, cueLines, styleLines, findings } = reader
  const faults = findings.map(faultOfFinding).sort((a, b) => a.line - b.line || a.column - b.column)
  return { header, cues, regions, styles, comments, cueLines, styleLines, faults }
}

/**
 * Reads WebVTT by the standard's parsing rules (WebVTT, "WebVTT file parsing"). Never throws: without a valid
 * signature there are no cues and one fault.
 */
export const parseVtt = (text: string): ParsedVtt => {
  const reader = new VttReader()
  reader.push(text)
  reader.end()
  return parsed(reader, cuesFrom(reader.rows, 0))
}

/**
 * Reads WebVTT as it comes. Yields the cues of each slice as soon as they are complete, and returns what
 * {@link parseVtt} returns.
 *
 * @param chunks decoded text, cut anywhere.
 * @param yieldToPage awaited between slices, so that a long file does not hold up the page; by default, nothing is.
 */
export async function* streamVtt(
  chunks: Iterable<string> | AsyncIterable<string>,
  yieldToPage?: () => Promise<unknown>
): AsyncGenerator<readonly Cue[], ParsedVtt> {
  const cues: Cue[] = []
  const slices = readInSlices(chunks, yieldToPage)
  for (;;) {
    const { done, value } = await slices.next()
    if (done) return parsed(value, cues)
    const found = cuesFrom(value.rows, cues.length)
    cues.push(...found)
    yield found
  }
}
