/** Events that couplings of an element hear of: one listener each for the whole tree, not for each control. */
export const COUPLED_EVENTS = [
  'input',
  'change',
  'keydown',
  'pointerdown',
  'pointermove',
  'pointerout',
  'focusin',
  'focusout'
] as const

/** Attributes of controls that change what they are coupled to. */
export const WATCHED_ATTRIBUTES: readonly string[] = [
  'command',
  'commandfor',
  'data-yoke-along',
  'data-yoke-captions',
  'data-yoke-transcript',
  'data-yoke-playlist',
  'data-yoke-item',
  'data-yoke-fill',
  'data-yoke-for',
  'data-yoke-format',
  'data-yoke-value',
  'data-yoke-when',
  'dir',
  'id'
]

/** What a `<track>` may be given later. */
export const TRACK_ATTRIBUTES: readonly string[] = ['kind', 'label', 'src', 'srclang', 'data-yoke-text']
