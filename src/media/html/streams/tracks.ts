import type { Manifest, Rendition } from '../../../core/streams/manifest.ts'

/** Which renditions of a manifest an engine can play, by what they are for. */
export class Tracks {
  /** The picture, with or without its sound, from the smallest to the largest. */
  readonly pictures: readonly Rendition[]
  /** Subtitles that can be read, and thumbnails. */
  readonly texts: readonly Rendition[]
  readonly #shouldSee: boolean
  readonly #audio: readonly Rendition[]
  #label: string | undefined

  constructor({ renditions }: Manifest, takes: (type: string) => boolean) {
    const playable = renditions.filter(({ type, kind }) => kind === 'text' || kind === 'image' || takes(type))
    this.pictures = ofOneFamily(playable.filter(({ kind }) => kind === 'video'))
    this.texts = playable.filter(({ kind, type }) => kind === 'image' || (kind === 'text' && /vtt/.test(type)))
    this.#shouldSee = renditions.some(({ kind }) => kind === 'video')
    this.#audio = playable.filter(({ kind }) => kind === 'audio')
  }

  get hasPicture(): boolean {
    return this.pictures.length > 0
  }

  /** What playback goes by: the picture, or the sound of a stream that has none; nothing where its picture cannot be played. */
  get main(): readonly Rendition[] {
    return this.#shouldSee ? this.pictures : this.sound
  }

  /** The audio track that is wanted: the chosen one, else the default, else the first. None where the sound is in the picture. */
  get sound(): readonly Rendition[] {
    const audio = this.#inGroup
    const wanted =
      audio.find(each => labelOf(each) === this.#label) ?? audio.find(({ isDefault }) => isDefault) ?? audio[0]
    return audio.filter(each => wanted && labelOf(each) === labelOf(wanted)).sort((a, b) => a.bandwidth - b.bandwidth)
  }

  /** The labels of the audio tracks; none where the sound is in the picture. */
  get labels(): readonly string[] {
    return [...new Set(this.#inGroup.map(labelOf))]
  }

  /** The label of the audio track that is played; the first of {@link labels} that is wanted. */
  get label(): string {
    const [first] = this.sound
    return first ? labelOf(first) : ''
  }
  set label(label: string) {
    this.#label = label
  }

  /** The sound that goes with the picture, in all languages. */
  get #inGroup(): readonly Rendition[] {
    if (!this.hasPicture) return this.#audio
    const groups = new Set(this.pictures.map(({ audioGroup }) => audioGroup))
    return this.#audio.filter(({ group }) => group === undefined || groups.has(group))
  }
}

/** What an audio track is called: by its label, else by its language. */
const labelOf = ({ label, language, id }: Rendition): string => label ?? language ?? id

/** The first codec of pictures that a type names: `avc1`. */
const codecOf = ({ type }: Rendition): string => /codecs="(\w+)/.exec(type)?.[1] ?? ''

/** Qualities among which can be changed without a seam: those that are coded as the first is. */
const ofOneFamily = (pictures: readonly Rendition[]): readonly Rendition[] => {
  const [first] = pictures
  return pictures
    .filter(each => first && codecOf(each) === codecOf(first))
    .sort((a, b) => a.bandwidth - b.bandwidth || (a.height ?? 0) - (b.height ?? 0))
}
