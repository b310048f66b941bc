/** What an all-round picture says. */
export const AROUND_WORDS = {
  lookAround: 'Look around',
  /** How, for who comes to it by keys. */
  howToLook: 'Arrow keys turn, plus and minus bring nearer and farther, Home looks ahead.',
  lookUp: 'Look up',
  lookLeft: 'Look left',
  lookRight: 'Look right',
  lookDown: 'Look down',
  lookAhead: 'Look ahead',
  turnWithDevice: 'Turn with the device'
} as const
