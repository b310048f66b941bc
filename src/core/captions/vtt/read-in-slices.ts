import { VttReader } from './vtt-reader.ts'

/** As much as is read in one go, in characters: little at first, because code that has not run yet is slow. */
const FIRST_SLICE = 1024
/** And at most: a millisecond or so. */
const SLICE = 8_192

/** Reads a file as it comes, in slices; yields the reader whenever it has found more cues, and returns it at the end. */
export async function* readInSlices(
  chunks: Iterable<string> | AsyncIterable<string>,
  yieldToPage?: () => Promise<unknown>
): AsyncGenerator<VttReader, VttReader> {
  const reader = new VttReader()
  let told = 0
  let slice = FIRST_SLICE
  for await (const chunk of chunks) {
    for (let at = 0; at < chunk.length; ) {
      reader.push(chunk.slice(at, at + slice))
      at += slice
      slice = Math.min(SLICE, Math.ceil(slice * 1.25))
      if (reader.rows.length > told) yield reader
      told = reader.rows.length
      await yieldToPage?.()
    }
  }
  reader.end()
  if (reader.rows.length > told) yield reader
  return reader
}
