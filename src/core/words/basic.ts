import type { FailureWords } from './viewer.ts'

/** The few words that wiring needs by itself, in English. The ready-made player brings the rest, and other languages. */
export const BASIC_WORDS = {
  /** The language of the other words: a BCP 47 tag. */
  lang: 'en',
  /** What stands for a time without an end. */
  live: 'Live',
  /** What a position slider says. */
  positionOf: '{position} of {duration}',
  /** What stands for a rate: `1.5×`. */
  rate: '{rate}×'
} as const

/** What screen readers call a player without a title, and one for sound alone. */
export const PLAYER_NAMES = { player: 'Video player', audioPlayer: 'Audio player' } as const

/** See {@link BASIC_WORDS}. With words for failures, viewers read these in place of a fault's own sentence. */
export type BasicWords = Readonly<Record<keyof typeof BASIC_WORDS, string>> & {
  readonly [Name in FailureWords]?: string
} & {
  readonly captionsOff?: string
  readonly automatic?: string
}

/** Puts values in the place of `{names}`. What has no value stays as it is written. */
export const fillWords = (template: string, values: Readonly<Record<string, string | number>>): string =>
  template.replace(/\{(\w+)\}/g, (whole, name: string) => String(values[name] ?? whole))
