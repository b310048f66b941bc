import schema from 'yokewright/preset.schema.json'

/** What a field takes, as far as an editor has to know. */
type FieldKind =
  | { readonly kind: 'flag' }
  | { readonly kind: 'choice'; readonly words: readonly string[] }
  | {
      readonly kind: 'number'
      readonly least: number
      readonly most: number
      readonly step: number
      readonly unit: string
    }
  | { readonly kind: 'colour' }
  | { readonly kind: 'rates' }
  | { readonly kind: 'keys' }
  | { readonly kind: 'text' }

/** One key of a preset, as it is shown. */
export interface Field {
  /** As `settled` of a resolved preset has it: `hideAfter`, `look.accent`. */
  readonly key: string
  readonly label: string
  readonly takes: FieldKind
  /** What holds where no preset says anything; `undefined`: the media, or the viewer, decides. */
  readonly usual: unknown
}

export interface FieldGroup {
  readonly title: string
  readonly fields: readonly Field[]
}

interface Plain {
  readonly type?: string
  readonly enum?: readonly string[]
  readonly anyOf?: readonly Plain[]
  readonly properties?: Readonly<Record<string, Plain>>
}

const PROPERTIES = (schema as unknown as Plain).properties ?? {}

/** The schema of a key without its `null`, which is how a preset takes something back. */
const schemaOf = (key: string): Plain => {
  const [group = '', part] = key.split('.')
  const found = part === undefined ? PROPERTIES[group] : PROPERTIES[group]?.properties?.[part]
  return found?.anyOf?.find(({ type }) => type !== 'null') ?? found ?? {}
}

const number = (least: number, most: number, step: number, unit: string): FieldKind => ({
  kind: 'number',
  least,
  most,
  step,
  unit
})
const PIXELS = (most: number): FieldKind => number(0, most, 1, 'px')
const COLOUR: FieldKind = { kind: 'colour' }

/** What the schema cannot say: how far a slider goes, and what is a colour. */
const SPECIAL: Readonly<Record<string, FieldKind>> = {
  hideAfter: number(0.5, 20, 0.5, 's'),
  playbackRates: { kind: 'rates' },
  shortcuts: { kind: 'keys' },
  sourceTimeout: number(1, 60, 1, 's'),
  'start.volume': number(0, 1, 0.05, ''),
  'resume.afterStart': number(0, 120, 5, 's'),
  'resume.beforeEnd': number(0, 120, 5, 's'),
  'resume.days': number(1, 365, 1, 'days'),
  'report.every': number(1, 60, 1, 's'),
  'captionLook.background': COLOUR,
  'captionLook.color': COLOUR,
  'captionLook.backgroundOpacity': number(0, 1, 0.05, ''),
  'captionLook.opacity': number(0, 1, 0.05, ''),
  'captionLook.size': number(0.5, 3, 0.1, '×'),
  'look.accent': COLOUR,
  'look.surface': COLOUR,
  'look.text': COLOUR,
  'look.controlSize': number(24, 96, 2, 'px'),
  'look.corner': PIXELS(48),
  'look.handleSize': PIXELS(40),
  'look.iconWeight': number(1, 4, 0.25, ''),
  'look.inset': PIXELS(32),
  'look.logoSize': PIXELS(120),
  'look.radius': PIXELS(32),
  'look.trackSize': PIXELS(24)
}

const kindOf = (key: string): FieldKind => {
  const special = SPECIAL[key]
  if (special) return special
  const { type, enum: words } = schemaOf(key)
  if (words) return { kind: 'choice', words: words.filter(word => word !== '') }
  return type === 'boolean' ? { kind: 'flag' } : { kind: 'text' }
}

const field = (key: string, label: string, usual?: unknown): Field => ({ key, label, takes: kindOf(key), usual })

/** The look, in the order in which one thinks of it. */
export const LOOK_FIELDS: readonly FieldGroup[] = [
  {
    title: 'Bar and buttons',
    fields: [
      field('look.backing', 'Under the controls', 'solid'),
      field('look.inset', 'From the edge', 0),
      field('look.radius', 'Corners', 10),
      field('look.controlSize', 'Buttons', 40)
    ]
  },
  {
    title: 'Sliders',
    fields: [
      field('look.track', 'Track', 'plain'),
      field('look.trackSize', 'Its height', 6),
      field('look.handle', 'Handle', 'bar'),
      field('look.handleSize', 'Its height', 18)
    ]
  },
  {
    title: 'Icons',
    fields: [field('look.icons', 'Set of icons'), field('look.iconWeight', 'Lines', 2)]
  },
  {
    title: 'Around the picture',
    fields: [
      field('look.corner', 'Corners', 0),
      field('look.frame', 'Frame', 'none'),
      field('look.motion', 'Motion', 'full')
    ]
  },
  {
    title: 'Logo',
    fields: [
      field('look.logo', 'Image'),
      field('look.logoCorner', 'Corner', 'top-end'),
      field('look.logoSize', 'Height', 32),
      field('look.logoLabel', 'Its name'),
      field('look.logoLink', 'Leads to')
    ]
  }
]

/** The colours of a look, in the order in which one thinks of them. */
export const COLOUR_FIELDS = {
  accent: field('look.accent', 'Accent', '#f0b944'),
  ground: field('look.ground', 'Ground', 'dark'),
  surface: field('look.surface', 'Surface'),
  text: field('look.text', 'Text')
} as const

/** What players do, by when it matters. */
export const CONDUCT_FIELDS: readonly FieldGroup[] = [
  {
    title: 'When it starts',
    fields: [
      field('start.when', 'Starts', 'pressed'),
      field('start.sound', 'Sound', 'wanted'),
      field('start.volume', 'Volume', 1),
      field('muted', 'Begins muted', false),
      field('autoplay', 'Plays by itself', false),
      field('preload', 'Loads before'),
      field('loading', 'Loads when', 'eager'),
      field('preconnect', 'Connects early', false)
    ]
  },
  {
    title: 'While it plays',
    fields: [
      field('controls', 'Ready-made controls'),
      field('hideAfter', 'Controls hide after', 2.5),
      field('gestures', 'Clicks on the picture'),
      field('shortcuts', 'Keys', 'on'),
      field('playbackRates', 'Speeds', [0.5, 0.75, 1, 1.25, 1.5, 2]),
      field('solo', 'Alone on the page', false),
      field('dropFiles', 'Takes dropped files', false)
    ]
  },
  {
    title: 'At the end',
    fields: [
      field('loop', 'Again from the start', false),
      field('repeat', 'In a list', 'off'),
      field('shuffle', 'List by chance', false)
    ]
  },
  {
    title: 'Picture',
    fields: [
      field('fit', 'Fills its box', 'contain'),
      field('focusPoint', 'Stays in view'),
      field('view', 'Goes all round', 'flat'),
      field('lookAt', 'Looked at first'),
      field('backdrop', 'Backdrop', false),
      field('playsInline', 'In its place on phones', false),
      field('pictureInPicture', 'Window of its own', 'media'),
      field('saveData', 'Smallest size', false)
    ]
  },
  {
    title: 'Captions',
    fields: [
      field('captionLook.size', 'Size', 1),
      field('captionLook.backing', 'Ground', 'line'),
      field('captionLook.background', 'Its colour'),
      field('captionLook.backgroundOpacity', 'Its strength'),
      field('captionLook.color', 'Text'),
      field('captionLook.opacity', 'Its strength', 1),
      field('captionLook.edge', 'Edge'),
      field('captionLook.font', 'Font', 'sans'),
      field('captionLook.place', 'Where', 'foot')
    ]
  },
  {
    title: 'Out of view',
    fields: [
      field('dock.when', 'Follows in a corner', 'never'),
      field('dock.corner', 'Which corner', 'bottom-end'),
      field('dock.narrow', 'On narrow pages too', false)
    ]
  },
  {
    title: 'Remembers',
    fields: [
      field('resume.position', 'Where it was left', 'off'),
      field('resume.afterStart', 'Not before', 10),
      field('resume.beforeEnd', 'Not in the last', 15),
      field('resume.days', 'For', 90),
      field('resume.settings', 'Volume and speed', false),
      field('report.every', 'Reports every')
    ]
  },
  {
    title: 'When something fails',
    fields: [field('sourceTimeout', 'Leaves a source after', 10), field('debug', 'Outlines', false)]
  },
  {
    title: 'Words',
    fields: [
      field('words.live', 'For what is live', 'Live'),
      field('words.positionOf', 'Of a position', '{position} of {duration}'),
      field('words.rate', 'Of a speed', '{rate}×'),
      field('words.captionsOff', 'Without captions')
    ]
  },
  {
    title: 'For your own CSS and script',
    fields: [field('measures', 'Measures', false)]
  }
]

/** What the schema says of a key, where the words of a field are not enough. */
export const noteOf = (key: string): string => {
  const [group = '', part] = key.split('.')
  const found = part === undefined ? PROPERTIES[group] : PROPERTIES[group]?.properties?.[part]
  return (found as { description?: string } | undefined)?.description ?? ''
}
