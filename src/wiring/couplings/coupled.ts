/** Every attribute that couples an element. */
export const COUPLED_ATTRIBUTES = [
  'command',
  'data-yoke-value',
  'data-yoke-when',
  'data-yoke-fill',
  'data-yoke-along',
  'data-yoke-captions',
  'data-yoke-transcript',
  'data-yoke-playlist',
  'data-yoke-item',
  'data-yoke-moments',
  'data-yoke-marks',
  'data-yoke-preview'
] as const

/** What may be coupled: commands of others have no dashes. */
export const COUPLED_SELECTOR = COUPLED_ATTRIBUTES.map(name =>
  name === 'command' ? '[command^="--"]' : `[${name}]`
).join(', ')
