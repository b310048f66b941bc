import type { Cue } from './cue.ts'
import { VttReader } from './vtt-reader.ts'

/** As much as is read in one go, in characters: little at first, because code that has not run yet is slow. */
const FIRST_SLICE = 1024
/** And at most: a millisecond or so. */
const SLICE = 8_192

/** Reads a file as it comes, in slices; yields the cues of each, and returns the reader with all that it found. */
export async function* readInSlices(
  chunks: Iterable<string> | AsyncIterable<string>,
  breathe?: () => Promise<unknown>
): AsyncGenerator<readonly Cue[], VttReader> {
  const reader = new VttReader()
  let told = 0
  let slice = FIRST_SLICE
  for await (const chunk of chunks) {
    for (let at = 0; at < chunk.length; ) {
      reader.push(chunk.slice(at, at + slice))
      at += slice
      slice = Math.min(SLICE, Math.ceil(slice * 1.25))
      if (reader.cues.length > told) yield reader.cues.slice(told)
      told = reader.cues.length
      await breathe?.()
    }
  }
  reader.end()
  if (reader.cues.length > told) yield reader.cues.slice(told)
  return reader
}
