import type { Clip } from '../../core/documents/index.ts'
import { isSoundType, typeOfAddress } from '../../core/sources/file-types.ts'
import type { MediaFileFacts } from '../../core/sources/probe/facts.ts'
import { tryProbe } from '../../core/sources/probe/probe.ts'
import { endOf, type Rendition } from '../../core/streams/manifest.ts'
import { withMediaFile } from '../media-file.ts'
import type { LookedStream } from '../streams/look-into-stream.ts'
import type { Asset, Streams } from './assets.ts'

/** What the files of a clip say of themselves. */
export interface MediaFacts {
  /** With the type of each source, and the size of the picture, where the clip has not said them. */
  readonly clip: Clip
  readonly isSound: boolean
  /** Seconds. */
  readonly duration: number | undefined
}

/** What a file, or a stream, says. */
interface FileFacts extends Pick<Partial<MediaFileFacts>, 'duration'> {
  readonly type: string
  readonly isSound: boolean
  readonly picture: { readonly width: number; readonly height: number } | undefined
}

const factsOfFile = ({ type, duration, tracks }: MediaFileFacts): FileFacts => {
  const picture = tracks.find(track => track.kind === 'video')
  return { type, isSound: isSoundType(type), picture: picture?.kind === 'video' ? picture : undefined, duration }
}

const sizeOf = ({ width, height }: Rendition): FileFacts['picture'] => (width && height ? { width, height } : undefined)

const factsOfStream = ({ manifest, renditions }: LookedStream): FileFacts | undefined => {
  if (!manifest) return undefined
  const pictures = manifest.renditions.filter(({ kind }) => kind === 'video')
  const largest = [...pictures].sort((one, other) => (other.height ?? 0) - (one.height ?? 0))[0]
  const ended = renditions.flatMap(({ timeline }) => (timeline?.isEnded ? [endOf(timeline)] : []))
  return {
    type: manifest.type,
    isSound: pictures.length === 0,
    picture: largest && sizeOf(largest),
    duration: ended.length > 0 ? Math.max(...ended) : undefined
  }
}

const lookAt = async (from: string | undefined, streams: Streams): Promise<FileFacts | undefined> => {
  if (from === undefined) return undefined
  const stream = streams.get(from)
  if (stream) return factsOfStream(stream)
  const facts = await withMediaFile(from, tryProbe)
  return facts.ok ? factsOfFile(facts.value) : undefined
}

const plainName = (address: string): string => decodeURIComponent(address.replace(/#.*$/s, ''))

/** Looks into the media files of a clip, and says in it what they say. @param streams what its manifests say. */
export const readMedia = async (clip: Clip, assets: readonly Asset[], streams: Streams): Promise<MediaFacts> => {
  const byName = new Map(assets.map(({ name, from }) => [name, from]))
  const entries = (clip.sources ?? []).map(source => (typeof source === 'string' ? { src: source } : source))
  const facts = await Promise.all(entries.map(({ src }) => lookAt(byName.get(plainName(src)), streams)))
  const sources = entries.map((entry, index) => {
    const type = entry.type ?? facts[index]?.type
    return type === undefined ? entry : { ...entry, type }
  })
  const areSound = sources.map(
    ({ src, type = typeOfAddress(src) ?? '' }, index) => facts[index]?.isSound ?? isSoundType(type)
  )
  const picture = facts.find(each => each?.picture)?.picture
  const size = picture && { width: picture.width, height: picture.height }
  return {
    clip: { ...(size || {}), ...clip, sources },
    isSound: areSound.length > 0 && areSound.every(Boolean),
    duration: facts.find(each => each?.duration !== undefined)?.duration
  }
}
