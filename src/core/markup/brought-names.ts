/** Names that come with something a player has: one without it does not know them. */
interface BroughtNames {
  readonly commands: readonly string[]
  readonly values: readonly string[]
  readonly states: readonly string[]
}

/** By what brings them. */
export const BROUGHT = {
  playlist: {
    commands: ['next', 'previous', 'play-item', 'set-repeat', 'cycle-repeat', 'toggle-shuffle'],
    values: ['playlist-item', 'item-number', 'item-count', 'repeat', 'shuffle'],
    states: ['has-playlist', 'has-next', 'has-previous', 'repeating', 'repeating-one', 'shuffled']
  },
  resume: {
    commands: ['resume', 'start-over', 'forget'],
    values: ['resume-time', 'resume-look'],
    states: ['resume-offered']
  },
  dock: {
    commands: ['undock', 'close-docked'],
    values: [],
    states: ['docked']
  },
  around: {
    commands: ['turn', 'look-at', 'reset-view', 'change-field-of-view', 'turn-with-device'],
    values: ['heading', 'pitch', 'field-of-view', 'look-at'],
    states: ['around', 'turning-with-device']
  },
  moments: {
    commands: ['next-moment', 'previous-moment'],
    values: ['pointer-moment'],
    states: ['has-moments']
  }
} as const satisfies Record<string, BroughtNames>

/** What may bring names. */
export type Bringer = keyof typeof BROUGHT

/** Every name of a kind that something brings. */
export const broughtNames = (kind: keyof BroughtNames): readonly string[] =>
  Object.values(BROUGHT).flatMap(names => names[kind])

/** What brings a name; `undefined` for a name that nothing does. */
export const bringerOf = (kind: keyof BroughtNames, name: string): Bringer | undefined =>
  (Object.keys(BROUGHT) as Bringer[]).find(bringer => (BROUGHT[bringer][kind] as readonly string[]).includes(name))
