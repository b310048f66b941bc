import { relative } from 'node:path'
import type { Clip } from '../../core/documents/index.ts'
import { STREAM_TYPE, typeOfAddress } from '../../core/sources/file-types.ts'
import { lookIntoStream } from '../streams/look-into-stream.ts'
import { fileNamed, isElsewhere, type Streams } from './assets.ts'

type Source = NonNullable<Clip['sources']>[number]

/** Whether a source is a stream, by its type, else by its suffix. */
export const isStreamSource = (source: Source): boolean => {
  const { src, type = typeOfAddress(src) ?? '' } = typeof source === 'string' ? { src: source } : source
  return STREAM_TYPE.test(type)
}

/** Looks into the streams among the sources of a clip that lie on this machine. @param folder where the clip lies. */
export const readStreams = async ({ sources = [] }: Clip, folder: string): Promise<Streams> => {
  const named = sources.filter(isStreamSource).map(source => (typeof source === 'string' ? source : source.src))
  const files = new Set(named.filter(src => !isElsewhere(src)).map(src => fileNamed(folder, src)))
  return new Map(
    await Promise.all(
      [...files].map(async file => [file, await lookIntoStream(relative(process.cwd(), file))] as const)
    )
  )
}
