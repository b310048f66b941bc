import type { Clip } from '../../core/documents/index.ts'
import { isSoundType, typeOfAddress } from '../../core/sources/file-types.ts'
import type { MediaFileFacts } from '../../core/sources/probe/facts.ts'
import { tryProbe } from '../../core/sources/probe/probe.ts'
import { withMediaFile } from '../media-file.ts'
import type { Asset } from './assets.ts'

/** What the files of a clip say of themselves. */
export interface MediaFacts {
  /** With the type of each source, and the size of the picture, where the clip has not said them. */
  readonly clip: Clip
  readonly isSound: boolean
  /** Seconds. */
  readonly duration: number | undefined
}

const probeAt = async (from: string | undefined): Promise<MediaFileFacts | undefined> => {
  if (from === undefined) return undefined
  const facts = await withMediaFile(from, tryProbe)
  return facts.ok ? facts.value : undefined
}

const plainName = (address: string): string => decodeURIComponent(address.replace(/#.*$/s, ''))

/** Looks into the media files of a clip, and says in it what they say. */
export const readMedia = async (clip: Clip, assets: readonly Asset[]): Promise<MediaFacts> => {
  const byName = new Map(assets.map(({ name, from }) => [name, from]))
  const entries = (clip.sources ?? []).map(source => (typeof source === 'string' ? { src: source } : source))
  const facts = await Promise.all(entries.map(({ src }) => probeAt(byName.get(plainName(src)))))
  const sources = entries.map((entry, index) => {
    const type = entry.type ?? facts[index]?.type
    return type === undefined ? entry : { ...entry, type }
  })
  const types = sources.map(({ src, type }) => type ?? typeOfAddress(src) ?? '')
  const picture = facts.flatMap(each => each?.tracks ?? []).find(track => track.kind === 'video')
  const size = picture?.kind === 'video' && { width: picture.width, height: picture.height }
  return {
    clip: { ...(size || {}), ...clip, sources },
    isSound: types.length > 0 && types.every(isSoundType),
    duration: facts.find(each => each?.duration !== undefined)?.duration
  }
}
