/** A track that a viewer may choose. */
export interface TrackOffer {
  /** What the value `captions` and the command `set-captions` call it: its own id, else its language. */
  readonly id: string
  readonly kind: 'captions' | 'subtitles'
  /** As the menu shows it. */
  readonly label: string
  /** A BCP 47 language tag, or `''`. */
  readonly language: string
  /** The author wants it shown from the start. */
  readonly default: boolean
  /** Shown while no other track is: what is foreign in the picture even to those who need no captions. */
  readonly forced: boolean
}

/** What a viewer chose the last time. */
export interface RememberedChoice {
  readonly showing: boolean
  /** The language chosen last; `''` if none ever was. */
  readonly language: string
}

/** What a choice is made from. */
export interface ChoiceOptions {
  readonly remembered?: RememberedChoice | undefined
  /** The viewer's languages, best first (HTML, `navigator.languages`), then the page's. */
  readonly languages: readonly string[]
}

const family = (language: string): string => language.toLowerCase().split('-')[0] ?? ''

/** The first track in a language: the very one, else one of its family. */
const inLanguage = (tracks: readonly TrackOffer[], language: string): TrackOffer | undefined =>
  tracks.find(track => track.language.toLowerCase() === language.toLowerCase()) ??
  tracks.find(track => family(track.language) === family(language))

const bestOf = (tracks: readonly TrackOffer[], languages: readonly string[]): TrackOffer | undefined => {
  for (const language of languages) {
    const track = inLanguage(tracks, language)
    if (track) return track
  }
  return undefined
}

/** The tracks of the menu: forced ones show by themselves. */
export const offeredTracks = (tracks: readonly TrackOffer[]): readonly TrackOffer[] =>
  tracks.filter(({ forced }) => !forced)

/**
 * The track that `toggle-captions` turns on: in the language chosen last, else the author's default, else in a language
 * of the viewer or the page, else the first.
 */
export const preferredTrack = (
  tracks: readonly TrackOffer[],
  { remembered, languages }: ChoiceOptions
): TrackOffer | undefined => {
  const offered = offeredTracks(tracks)
  const defaults = offered.filter(track => track.default)
  return (
    (remembered?.language ? inLanguage(offered, remembered.language) : undefined) ??
    bestOf(defaults, languages) ??
    defaults[0] ??
    bestOf(offered, languages) ??
    offered[0]
  )
}

/** The track that shows at first: what the viewer chose the last time counts before what the author wants. */
export const initialTrack = (tracks: readonly TrackOffer[], options: ChoiceOptions): TrackOffer | undefined => {
  const { remembered } = options
  const wanted = remembered ? remembered.showing : offeredTracks(tracks).some(track => track.default)
  return wanted ? preferredTrack(tracks, options) : undefined
}

/** The track that an author or a control means: by its id, its label, or its language. */
export const findTrack = (tracks: readonly TrackOffer[], name: string): TrackOffer | undefined => {
  const offered = offeredTracks(tracks)
  return (
    offered.find(({ id }) => id === name) ??
    offered.find(({ label }) => label === name) ??
    (name === '' ? undefined : inLanguage(offered, name))
  )
}
