/** Names that a playlist brings: a player without one does not have them. */
export const LIST_COMMANDS = ['next', 'previous', 'play-item', 'set-repeat', 'cycle-repeat', 'toggle-shuffle'] as const

/** As {@link LIST_COMMANDS}. */
export const LIST_VALUES = ['playlist-item', 'item-number', 'item-count', 'repeat', 'shuffle'] as const

/** As {@link LIST_COMMANDS}. */
export const LIST_STATES = [
  'has-playlist',
  'has-next',
  'has-previous',
  'repeating',
  'repeating-one',
  'shuffled'
] as const
