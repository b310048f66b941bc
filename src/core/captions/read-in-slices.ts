import type { Cue } from './cue.ts'
import { VttReader } from './vtt-reader.ts'

/** As much as is read in one go: a millisecond or so. */
const SLICE = 65_536

/** Reads a file as it comes, in slices; yields the cues of each, and returns the reader with all that it found. */
export async function* readInSlices(
  chunks: Iterable<string> | AsyncIterable<string>,
  breathe?: () => Promise<unknown>
): AsyncGenerator<readonly Cue[], VttReader> {
  const reader = new VttReader()
  let told = 0
  for await (const chunk of chunks) {
    for (let at = 0; at < chunk.length; at += SLICE) {
      reader.push(chunk.slice(at, at + SLICE))
      if (reader.cues.length > told) yield reader.cues.slice(told)
      told = reader.cues.length
      await breathe?.()
    }
  }
  reader.end()
  if (reader.cues.length > told) yield reader.cues.slice(told)
  return reader
}
