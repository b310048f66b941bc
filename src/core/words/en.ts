import { BASIC_WORDS, PLAYER_NAMES } from './basic.ts'
import { FAILURE_WORDS } from './failures.ts'

/** All that the ready-made player says, in English: the one table of labels, tooltips and announcements. */
export const EN = {
  ...BASIC_WORDS,
  ...PLAYER_NAMES,
  controls: 'Player controls',
  play: 'Play',
  pause: 'Pause',
  replay: 'Play again',
  stop: 'Stop',
  restart: 'From the start',
  /** `{time}` is a duration in words. */
  skipBack: 'Back {time}',
  skipForward: 'Forward {time}',
  stepBack: 'One frame back',
  stepForward: 'One frame on',
  position: 'Position',
  volume: 'Volume',
  mute: 'Mute',
  unmute: 'Sound on',
  louder: 'Louder',
  softer: 'Softer',
  speed: 'Speed',
  faster: 'Faster',
  slower: 'Slower',
  captions: 'Captions',
  noCaptions: 'There are none',
  captionsOff: 'Off',
  captionLooks: 'Look of captions',
  loop: 'Repeat',
  goLive: 'Go to live',
  fullscreen: 'Full screen',
  exitFullscreen: 'Leave full screen',
  pictureInPicture: 'Floating window',
  exitPictureInPicture: 'Close floating window',
  settings: 'More',
  shortcuts: 'Keyboard shortcuts',
  goToStart: 'To the start',
  goToEnd: 'To the end',
  inFullscreen: 'in full screen',
  close: 'Close',
  waiting: 'Loading',
  retry: 'Try again',
  soundOn: 'Turn on sound',
  /** `{volume}` is a percentage. */
  volumeNow: 'Volume {volume}',
  muted: 'Sound off',
  /** `{rate}` is a rate as `rate` writes it. */
  speedNow: 'Speed {rate}',
  spaceKey: 'Space bar',
  ...FAILURE_WORDS
} as const

/** See {@link EN}; other languages have the same keys. */
export type Words = Readonly<Record<keyof typeof EN, string>>
