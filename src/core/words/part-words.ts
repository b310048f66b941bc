import type { AROUND_WORDS } from './around-words.ts'
import type { CHOICE_WORDS } from './choice-words.ts'
import type { LOOK_WORDS } from './look-words.ts'

/** What the ready-made controls of a playlist say, in English: these words come with it, and are taught as all others. */
export const LIST_WORDS = {
  next: 'Next',
  previous: 'Previous',
  playlist: 'Playlist',
  shuffle: 'Shuffle',
  repeat: 'Repeat',
  repeatOne: 'Repeat this one'
} as const

/** What an offer to go on says. `{time}` is a position as clocks show it. */
export const RESUME_WORDS = {
  goOnAt: 'Go on at {time}',
  fromTheStart: 'From the start',
  /** Said with the offer, for who wonders how the page knows. */
  keptHere: 'Kept on this device alone'
} as const

/** What a docked player says. */
export const DOCK_WORDS = {
  backToPlace: 'Back to its place',
  closeDocked: 'Close the small player'
} as const

/** What stands in the place of a player that is in a window of its own. */
export const WINDOW_WORDS = { inItsWindow: 'Plays in a window of its own' } as const

type Keys =
  | keyof typeof LIST_WORDS
  | keyof typeof CHOICE_WORDS
  | keyof typeof LOOK_WORDS
  | keyof typeof RESUME_WORDS
  | keyof typeof DOCK_WORDS
  | keyof typeof WINDOW_WORDS
  | keyof typeof AROUND_WORDS

/** The words of what comes by itself: lists, choices, looks of captions, resuming, docking, windows, all-round pictures. */
export type PartWords = Readonly<Record<Keys, string>>
