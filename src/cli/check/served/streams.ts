import {
  isTimeline,
  type Manifest,
  type Rendition,
  type Resource,
  type Timeline
} from '../../../core/streams/manifest.ts'
import { tryReadPlaylist } from '../../../core/streams/playlist/media-playlist.ts'
import { tryReadManifest } from '../../../core/streams/read-manifest.ts'
import { placeIn } from '../../../core/streams/reading.ts'
import { isManifest } from '../../streams/look-into-stream.ts'
import { fetchText, isHere } from './ask.ts'
import { fileAt, type NamedFile } from './named.ts'

/** A text on this machine; `undefined` where it is not there, which is told when it is asked for. */
const textAt = async (address: URL): Promise<string | undefined> => {
  const fetched = isHere(address) ? await fetchText(address).catch(() => undefined) : undefined
  return fetched?.answer.status === 200 ? fetched.text : undefined
}

/** One manifest of a page, and the files of it that stand for the rest. */
class ServedStream {
  readonly #found = new Map<string, NamedFile>()

  /** @param address of the text that names it, in which its place is. */
  #name({ src, range }: Resource, address: URL, text: string): void {
    const file = fileAt(new URL(src))
    const { pathname } = file.address
    const steps = pathname.split('/')
    const at = steps.map((_, index) => text.indexOf(steps.slice(index).join('/'))).find(each => each >= 0)
    const place = { path: address.href, ...placeIn(text, at ?? 0) }
    const known = this.#found.get(src)
    this.#found.set(src, { ...file, place, isRead: true, isParted: range !== undefined || known?.isParted === true })
  }

  /** The first of each kind: a server answers alike for the others. */
  #nameFirst({ segments }: Timeline, address: URL, text: string): void {
    const [first] = segments
    for (const each of [first?.init, first, first?.key]) if (each) this.#name(each, address, text)
  }

  async #nameRendition({ timeline }: Rendition, address: URL, text: string): Promise<void> {
    if (isTimeline(timeline)) return this.#nameFirst(timeline, address, text)
    if (timeline.from === 'index') {
      for (const { src, index } of timeline.files) this.#name({ src, range: index }, address, text)
      return
    }
    this.#name(timeline, address, text)
    const playlist = new URL(timeline.src)
    const written = await textAt(playlist)
    const read = written === undefined ? undefined : tryReadPlaylist(written, timeline.src)
    if (read?.ok && written !== undefined) this.#nameFirst(read.value.timeline, playlist, written)
  }

  async read({ renditions }: Manifest, address: URL, text: string): Promise<readonly NamedFile[]> {
    for (const rendition of renditions) await this.#nameRendition(rendition, address, text)
    return [...this.#found.values()]
  }
}

/** What the manifests among these files name, as far as it stands for how the rest is served. */
export const filesOfStreams = async (files: readonly NamedFile[]): Promise<readonly NamedFile[]> => {
  const found: NamedFile[] = []
  for (const { address } of files.filter(({ address }) => isManifest(address.pathname))) {
    const text = await textAt(address)
    const read = text === undefined ? undefined : tryReadManifest(text, { src: address.href })
    if (read?.ok && text !== undefined)
      found.push(...(await new ServedStream().read(read.value.manifest, address, text)))
  }
  return found
}
