import type { Manifest, Rendition } from '../../../core/streams/manifest.ts'

/** Which renditions of a manifest an engine can play, by what they are for. */
export class Tracks {
  /** Of the picture, with or without its sound, from the smallest to the largest; of the sound where there is no picture. */
  readonly main: readonly Rendition[]
  readonly hasPicture: boolean
  readonly #audio: readonly Rendition[]
  #language: string | undefined

  constructor({ renditions }: Manifest, takes: (type: string) => boolean) {
    const playable = renditions.filter(({ type, kind }) => kind === 'text' || kind === 'image' || takes(type))
    const pictures = ofOneFamily(playable.filter(({ kind }) => kind === 'video'))
    this.hasPicture = pictures.length > 0
    this.#audio = playable.filter(({ kind }) => kind === 'audio')
    this.main = this.hasPicture ? pictures : this.#ofSound(this.#audio)
  }

  get pictures(): readonly Rendition[] {
    return this.hasPicture ? this.main : []
  }

  /** The sound that is played beside the picture; none where it is in it. */
  get sound(): readonly Rendition[] {
    if (!this.hasPicture) return []
    const groups = new Set(this.main.map(({ audioGroup }) => audioGroup))
    return this.#ofSound(this.#audio.filter(({ group }) => group === undefined || groups.has(group)))
  }

  /** The names of the sound tracks. */
  get sounds(): readonly string[] {
    return [...new Set(this.#audio.map(soundName))]
  }

  get chosenSound(): string | undefined {
    return this.#language
  }
  set chosenSound(name: string | undefined) {
    this.#language = name
  }

  /** The renditions of the sound track that is wanted: the chosen one, else the default, else the first. */
  #ofSound(audio: readonly Rendition[]): readonly Rendition[] {
    const wanted =
      audio.find(each => soundName(each) === this.#language) ?? audio.find(({ isDefault }) => isDefault) ?? audio[0]
    return audio
      .filter(each => wanted && soundName(each) === soundName(wanted))
      .sort((a, b) => a.bandwidth - b.bandwidth)
  }
}

/** What a sound track is called: by its label, else by its language. */
const soundName = ({ label, language, id }: Rendition): string => label ?? language ?? id

/** The first codec of pictures that a type names: `avc1`. */
const codecOf = ({ type }: Rendition): string => /codecs="(\w+)/.exec(type)?.[1] ?? ''

/** Qualities among which can be changed without a seam: those that are coded as the first is. */
const ofOneFamily = (pictures: readonly Rendition[]): readonly Rendition[] => {
  const [first] = pictures
  return pictures
    .filter(each => first && codecOf(each) === codecOf(first))
    .sort((a, b) => a.bandwidth - b.bandwidth || (a.height ?? 0) - (b.height ?? 0))
}
