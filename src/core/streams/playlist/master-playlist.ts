import type { Manifest, Rendition } from '../manifest.ts'
import { type ManifestFault, Reading } from '../reading.ts'
import { linesOf, type PlaylistLine, readAmount, readAttributes } from './lines.ts'

type Attributes = Readonly<Record<string, string>>

/** Codecs of pictures, by how their names begin (RFC 6381). */
const PICTURE = /^(?:avc|hvc|hev|dvh|vp0?[89]|av01|mp4v|vvc)/i
const isPicture = (codec: string): boolean => PICTURE.test(codec)

const KINDS: Readonly<Record<string, 'audio' | 'text' | undefined>> = { AUDIO: 'audio', SUBTITLES: 'text' }

const CAPTIONS = /transcribes-spoken-dialog|describes-music-and-sound/

/** Profile and level in decimal, as they were once written: `avc1.66.30` is `avc1.42001e`. */
const modern = (codec: string): string =>
  codec.replace(/^(avc[13])\.(\d+)\.(\d+)$/, (_, name: string, profile: string, level: string) => {
    const [high = '', low = ''] = [profile, level].map(each => Number(each).toString(16).padStart(2, '0'))
    return `${name}.${high}00${low}`
  })

const codecsOf = ({ CODECS = '' }: Attributes): readonly string[] =>
  CODECS.split(',')
    .map(codec => modern(codec.trim()))
    .filter(Boolean)

/** Segments of playlists are MP4, or become it. */
const typeOf = (kind: string, codecs: readonly string[]): string =>
  codecs.length === 0 ? '' : `${kind}/mp4; codecs="${codecs.join(', ')}"`

/** What several renditions of one playlist cannot share. */
const uniqueIn = (taken: ReadonlySet<string>, wanted: string): string => {
  let id = wanted
  for (let count = 2; taken.has(id); count += 1) id = `${wanted} ${count}`
  return id
}

/** Reads a playlist of playlists from its first line to its last. */
class MasterPlaylistReader {
  readonly reading: Reading
  readonly #found: Rendition[] = []
  /** The codecs of pictures and of the sound that goes with them, by the identifiers of streams. */
  readonly #codecs = new Map<string, readonly string[]>()
  readonly #ids = new Set<string>()
  /** Streams by their addresses: the same one may be named once for each group of sound. */
  readonly #seen = new Set<string>()
  #variant: { readonly attributes: Attributes; readonly at: number } | undefined

  constructor(text: string, src: string) {
    this.reading = new Reading(text, src)
    for (const line of linesOf(text)) {
      if (line.tag) this.#tag(line)
      else this.#address(line)
    }
  }

  /** What was found; who has its sound in files of its own names their codecs, and not those files. */
  get renditions(): readonly Rendition[] {
    const sounds = this.#found.filter(({ kind, group }) => kind === 'audio' && group)
    return this.#found.map(rendition => {
      const { id, kind, group, audioGroup } = rendition
      const codecs = this.#codecs.get(id) ?? []
      if (kind === 'video' && sounds.some(sound => sound.group === audioGroup))
        return { ...rendition, type: typeOf(kind, codecs.filter(isPicture)) }
      if (kind !== 'audio' || !group) return rendition
      const user = this.#found.find(each => each.audioGroup === group)
      const ofUser = this.#codecs.get(user?.id ?? '') ?? []
      return {
        ...rendition,
        type: typeOf(
          kind,
          ofUser.filter(codec => !isPicture(codec))
        )
      }
    })
  }

  #tag({ tag, value, at, valueAt }: PlaylistLine): void {
    if (tag !== 'EXT-X-STREAM-INF' && tag !== 'EXT-X-MEDIA') return
    const attributes = readAttributes(value)
    if (!attributes) {
      this.reading.note(
        valueAt,
        'manifest-tag-unreadable',
        `#${tag} wants NAME=value, with commas between, and says “${value}”.`,
        'write it so'
      )
      return
    }
    if (tag === 'EXT-X-MEDIA') this.#media(attributes, valueAt)
    else {
      this.#variant = { attributes, at: valueAt }
      if (readAmount(attributes.BANDWIDTH) === undefined)
        this.reading.note(
          at,
          'manifest-tag-missing',
          'A stream does not say its BANDWIDTH.',
          'write BANDWIDTH=bits a second'
        )
    }
  }

  /** Sound and text that stand beside the streams. */
  #media(attributes: Attributes, at: number): void {
    const { TYPE = '', URI, NAME, LANGUAGE, DEFAULT, FORCED } = attributes
    const { 'GROUP-ID': group, CHARACTERISTICS = '' } = attributes
    const kind = KINDS[TYPE]
    // Without an address it is in the streams themselves.
    if (!kind || URI === undefined) return
    const src = this.reading.address(URI, at)
    if (!src) return
    this.#add({
      id: NAME || LANGUAGE || kind,
      kind,
      type: kind === 'text' ? 'text/vtt' : '',
      bandwidth: 0,
      ...(LANGUAGE && { language: LANGUAGE }),
      ...(NAME && { label: NAME }),
      ...(DEFAULT === 'YES' && { isDefault: true }),
      ...(FORCED === 'YES' && { isForced: true }),
      ...(kind === 'text' && { role: CAPTIONS.test(CHARACTERISTICS) ? 'captions' : 'subtitles' }),
      ...(group && { group }),
      timeline: { from: 'playlist', src }
    })
  }

  #address({ value, at }: PlaylistLine): void {
    const { attributes } = this.#variant ?? {}
    this.#variant = undefined
    const src = attributes && this.reading.address(value, at)
    if (!src || this.#seen.has(src)) return
    this.#seen.add(src)
    const { BANDWIDTH, RESOLUTION = '', AUDIO, SUBTITLES } = attributes
    const { 'AVERAGE-BANDWIDTH': average, 'FRAME-RATE': rate } = attributes
    const [width = 0, height = 0] = RESOLUTION.split('x').map(Number)
    const codecs = codecsOf(attributes)
    const kind = codecs.length > 0 && !height && !codecs.some(isPicture) ? 'audio' : 'video'
    const averageBandwidth = readAmount(average)
    const frameRate = readAmount(rate)
    const id = this.#add({
      id: height ? `${height}p` : kind,
      kind,
      type: typeOf(kind, codecs),
      bandwidth: readAmount(BANDWIDTH) ?? 0,
      ...(averageBandwidth !== undefined && { averageBandwidth }),
      ...(width > 0 && height > 0 && { width, height }),
      ...(frameRate !== undefined && { frameRate }),
      ...(AUDIO && { audioGroup: AUDIO }),
      ...(SUBTITLES && { textGroup: SUBTITLES }),
      timeline: { from: 'playlist', src }
    })
    this.#codecs.set(id, codecs)
  }

  /** @returns its identifier, which no other has. */
  #add(rendition: Rendition): string {
    const id = uniqueIn(this.#ids, rendition.id)
    this.#ids.add(id)
    this.#found.push({ ...rendition, id })
    return id
  }
}

/** Reads a playlist that names others (RFC 8216, section 4.3.4). */
export const readMasterPlaylist = (
  text: string,
  src: string
): { readonly manifest: Manifest; readonly faults: readonly ManifestFault[] } => {
  const { renditions, reading } = new MasterPlaylistReader(text, src)
  return { manifest: { type: 'application/vnd.apple.mpegurl', src, renditions }, faults: reading.faults }
}
