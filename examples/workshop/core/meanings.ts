import { noteOf } from './fields.ts'

type Say = (value: never) => string

const seconds = (value: number): string => `${value} ${value === 1 ? 'second' : 'seconds'}`

/** One sentence for on, one for off. */
const either =
  (on: string, off: string): Say =>
  (value: boolean) =>
    value ? on : off

/** A sentence for each word. */
const each =
  (sentences: Readonly<Record<string, string>>): Say =>
  (value: string) =>
    sentences[value] ?? ''

const MEANINGS: Readonly<Record<string, Say>> = {
  'start.when': each({
    pressed: 'Nothing plays before somebody presses play.',
    'at-once': 'It plays as soon as it can; where the browser forbids sound, silently, with an offer to turn it on.',
    'in-view': 'It plays while it can be seen, and pauses when it cannot.'
  }),
  'start.sound': each({
    wanted: 'It starts with sound if the browser lets it, else silently.',
    required: 'It starts with sound, or waits for a press.',
    off: 'It starts silently.'
  }),
  'start.volume': (value: number) => `It starts at ${Math.round(value * 100)} % of full volume.`,
  muted: either('It begins silently; the viewer turns the sound on.', 'It begins with sound.'),
  autoplay: either('It plays by itself, if the browser lets it.', 'It waits.'),
  preload: each({
    none: 'Nothing is loaded before play: the length is unknown until then.',
    metadata: 'Length and size are loaded before play.',
    auto: 'The browser may load all of it before play.'
  }),
  loading: each({
    eager: 'It is loaded with the page.',
    lazy: 'It is loaded when it comes near the view.'
  }),
  preconnect: either(
    'A connection to a video service opens when a pointer or focus comes near: the service learns of it.',
    'A video service hears nothing before a press.'
  ),
  controls: either('The library draws the controls.', 'You bring controls of your own.'),
  hideAfter: (value: number | 'never') =>
    value === 'never'
      ? 'Controls stay.'
      : `Controls go ${seconds(value)} after the viewer last did something, while it plays.`,
  gestures: either('A click plays or pauses, two fill the screen.', 'Clicks on the picture mean nothing.'),
  shortcuts: (value: unknown) => (value === 'off' ? 'No keys.' : 'Space, arrows, M, F and others work.'),
  playbackRates: (value: readonly number[]) => `${value.length} speeds are on offer.`,
  solo: either('When it sounds, others that are alone pause.', 'It goes on beside others.'),
  dropFiles: either('A film that is dropped on it plays.', 'Dropped files are not for it.'),
  loop: either('At its end it begins again.', 'At its end it stops.'),
  repeat: each({
    off: 'After the last one it stops.',
    one: 'The same one plays again.',
    all: 'After the last one comes the first.'
  }),
  shuffle: either('The order of a list is made by chance.', 'A list plays in its order.'),
  fit: each({
    contain: 'All of the picture is seen; bars fill the rest.',
    cover: 'The box is full; what stands over is cut.',
    fill: 'The picture is stretched.',
    none: 'The picture keeps its size.',
    'scale-down': 'The picture is never larger than it is.'
  }),
  backdrop: either('A silent picture behind what stands in the player.', 'A player like any other.'),
  playsInline: either('Phones play it in its place.', 'Phones may fill the screen with it.'),
  pictureInPicture: each({
    media: 'The floating window shows the picture alone.',
    player: 'The floating window has the whole player, where the browser can.'
  }),
  saveData: either('Of several sizes the smallest is taken.', 'The size fits the player.'),
  'captionLook.size': (value: number) => `${value} times the usual size.`,
  'captionLook.backing': each({
    line: 'Each line has its ground.',
    band: 'One band lies under all lines.',
    none: 'No ground: take an edge.'
  }),
  'captionLook.place': each({ foot: 'At the foot of the picture.', top: 'At the top of the picture.' }),
  'dock.when': each({
    never: 'It stays in its place.',
    'scrolled-away': 'While it plays and is scrolled away, it follows in a corner.'
  }),
  'resume.position': each({
    off: 'It begins at the start each time.',
    'at-once': 'It goes on where the viewer left.',
    offered: 'It offers to go on where the viewer left.'
  }),
  'resume.settings': either('Volume and speed are kept for all players of the site.', 'Nothing is kept.'),
  sourceTimeout: (value: number) => `After ${seconds(value)} without data the next source is tried.`,
  measures: either('Its position, what is loaded and the volume are CSS properties.', 'CSS has none of its measures.'),
  debug: either('Outlines show player and controls.', 'No outlines.')
}

/** What holds where nobody says anything and no value is usual. */
const UNSAID: Readonly<Record<string, string>> = {
  preload: 'The browser decides.',
  controls: 'You bring controls of your own.',
  gestures: 'With ready-made controls a click plays or pauses, two fill the screen.',
  focusPoint: 'The middle stays in view. Or another point: 50% 20%.'
}

/** What a value means, as a sentence; what the schema says of its key where there is none. */
export const meaningOf = (key: string, value: unknown): string =>
  (value === undefined ? UNSAID[key] : (MEANINGS[key] as ((value: unknown) => string) | undefined)?.(value)) ||
  noteOf(key)

/** What controls are called, and what they are. */
export const CONTROL_WORDS: Readonly<Record<string, readonly [name: string, what: string]>> = {
  'play-pause': ['Play', 'Play, pause, and play again at the end.'],
  stop: ['Stop', 'Pause, and back to the start.'],
  restart: ['Restart', 'From the start.'],
  skip: ['Skip', 'On or back by some seconds.'],
  'step-frame': ['Frame', 'On or back by some frames.'],
  'seek-bar': ['Seek bar', 'The slider for the position. It takes the space that is left.'],
  'current-time': ['Time', 'Where it is.'],
  duration: ['Length', 'How long it is.'],
  'remaining-time': ['Time left', 'How much is left.'],
  clock: ['Clock', 'Where it is, and how long it is.'],
  'seek-live': ['Live', 'To the newest. Only while something is live.'],
  muted: ['Mute', 'Sound off, sound on.'],
  volume: ['Volume', 'Mute, with a slider.'],
  'playback-rate': ['Speed', 'A menu of speeds. Only where the media has some.'],
  quality: ['Quality', 'A menu of qualities. Only where the media offers some.'],
  'audio-track': ['Audio track', 'A menu of languages and commentaries. Only where there are several.'],
  captions: ['Captions', 'A menu of captions and of their look. Only where there are any.'],
  loop: ['Repeat', 'Again from the start, on or off.'],
  'picture-in-picture': ['Window', 'A floating window. Only where the browser has one.'],
  fullscreen: ['Full screen', 'Full screen, and back.'],
  title: ['Title', 'What plays. Away while nobody says it.'],
  gap: ['Gap', 'The space that is left.'],
  settings: ['Menu', 'What had no room in its row, captions, quality, audio track, speed, the list of keys.'],
  previous: ['Previous', 'To the item before. Only with a list.'],
  next: ['Next', 'To the next item. Only with a list.'],
  playlist: ['List', 'The items as a menu. Only with a list.'],
  repeat: ['Repeat list', 'Off, the list, this one. Only with a list.'],
  shuffle: ['Shuffle', 'An order by chance. Only with a list.'],
  artist: ['Artist', 'Who made it. Only with a list.']
}
