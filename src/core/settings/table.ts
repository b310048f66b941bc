import { CORNERS } from '../layout/corners.ts'
import { FITS } from '../picture/fits.ts'
import { START_SOUNDS, START_WHENS } from '../playback/start-choices.ts'
import { REPEATS } from '../playlist/repeats.ts'
import { RESUME_POSITIONS } from '../watched/resume-positions.ts'
import type { ValueSchema } from './value-schema.ts'

/** One setting: what values it takes, how its attribute is called, and where it means something. */
export interface SettingRow {
  readonly schema: ValueSchema
  /** Its attribute on `<yoke-player>`; `undefined`: the key with dashes; `''`: it has none. */
  readonly attribute?: string
  /** What holds where nobody says anything. */
  readonly default?: unknown
  /** Only a media with a picture honours it. */
  readonly picture?: true
  /** Only a media element honours it, and no hosted service does; or only a media that can be silenced, or whose volume, or rate, can be set. */
  readonly needs?: 'element' | 'muted' | 'volume' | 'playbackRate'
  /** It holds from the next load on; others take effect at once. */
  readonly atLoad?: true
  /** Only script can say it: it is no data. */
  readonly scriptOnly?: true
  /** Its value has to be read with care, by the part of this name (see `read-deep.ts`), before it takes effect. */
  readonly deep?:
    | 'clip-fields'
    | 'shortcuts'
    | 'layouts'
    | 'control-names'
    | 'time-address'
    | 'frame-address'
    | 'moments'
    | 'direction'
}

const FLAG: ValueSchema = { type: 'boolean' }
const TEXT: ValueSchema = { type: 'string' }
const ABOVE_0: ValueSchema = { type: 'number', exclusiveMinimum: 0 }
const AT_LEAST_0: ValueSchema = { type: 'number', minimum: 0 }
const SHARE: ValueSchema = { type: 'number', minimum: 0, maximum: 1 }
const RECORD: ValueSchema = { type: 'object' }
const SOURCE: ValueSchema = {
  type: 'object',
  properties: { src: TEXT, type: TEXT, media: TEXT, width: { type: 'number' }, name: TEXT },
  required: ['src'],
  orFile: true
}
const TRACK: ValueSchema = {
  type: 'object',
  properties: {
    src: TEXT,
    text: TEXT,
    kind: TEXT,
    label: TEXT,
    srclang: TEXT,
    id: TEXT,
    default: FLAG,
    forced: FLAG
  }
}
const RECORDS: ValueSchema = { type: 'array', items: RECORD }
const TIME: ValueSchema = { anyOf: [TEXT, AT_LEAST_0] }
const COLOR: ValueSchema = { type: 'string', pattern: '^#[0-9a-fA-F]{6}$' }
const PERCENT = '(100(\\.0+)?|\\d{1,2}(\\.\\d+)?)%'

const words = (...of: readonly string[]): ValueSchema => ({ type: 'string', enum: of })

/**
 * Every setting, by its key: the name that script and JSON use. Attributes, JSON, clip documents and script say the same
 * settings; `SettingLayers` says which of them holds.
 */
const SETTINGS = {
  autoplay: { schema: FLAG, default: false, atLoad: true },
  backdrop: { schema: FLAG, default: false, picture: true },
  'captionLook.background': { schema: COLOR, attribute: '' },
  'captionLook.backgroundOpacity': { schema: SHARE, attribute: '' },
  'captionLook.backing': { schema: words('line', 'band', 'none'), attribute: '' },
  'captionLook.color': { schema: COLOR, attribute: '' },
  'captionLook.edge': { schema: words('none', 'outline', 'shadow', 'raised'), attribute: '' },
  'captionLook.font': { schema: words('sans', 'serif', 'mono', 'casual', 'capitals'), attribute: '' },
  'captionLook.opacity': { schema: SHARE, attribute: '' },
  'captionLook.place': { schema: words('foot', 'top'), attribute: '' },
  'captionLook.size': { schema: { type: 'number', minimum: 0.5, maximum: 3 }, attribute: '' },
  clipFields: { schema: RECORD, deep: 'clip-fields', atLoad: true },
  container: { schema: RECORD, attribute: '', scriptOnly: true },
  controls: { schema: FLAG, default: false },
  crossOrigin: {
    schema: words('anonymous', 'use-credentials', ''),
    attribute: 'crossorigin',
    atLoad: true,
    needs: 'element'
  },
  debug: { schema: FLAG, default: false },
  'dock.corner': { schema: words(...CORNERS) },
  'dock.narrow': { schema: FLAG },
  'dock.when': { schema: words('never', 'scrolled-away') },
  dropFiles: { schema: FLAG, default: false },
  fit: { schema: words(...FITS), picture: true, needs: 'element' },
  focusPoint: {
    schema: { type: 'string', pattern: `^\\s*${PERCENT}\\s+${PERCENT}\\s*$` },
    picture: true,
    needs: 'element'
  },
  frameRate: { schema: ABOVE_0, picture: true },
  from: { schema: TIME, deep: 'time-address' },
  gestures: { schema: FLAG, default: false, picture: true },
  height: { schema: ABOVE_0, picture: true },
  hideAfter: { schema: { type: 'number', exclusiveMinimum: 0, orNever: true }, default: 2.5 },
  layouts: { schema: RECORDS, deep: 'layouts' },
  loading: { schema: words('eager', 'lazy'), default: 'eager', atLoad: true },
  lookAt: { schema: TEXT, deep: 'direction', picture: true, needs: 'element' },
  loop: { schema: FLAG, default: false },
  measures: { schema: FLAG, default: false },
  moments: { schema: RECORDS, attribute: '', deep: 'moments', default: [] },
  muted: { schema: FLAG, default: false, needs: 'muted' },
  picture: { schema: RECORD, attribute: '', scriptOnly: true },
  pictureInPicture: { schema: words('media', 'player'), default: 'media' },
  playbackRates: {
    schema: { type: 'array', items: ABOVE_0 },
    default: [0.5, 0.75, 1, 1.25, 1.5, 2],
    needs: 'playbackRate'
  },
  playlist: { schema: { anyOf: [TEXT, { type: 'array' }, RECORD] }, atLoad: true },
  playsInline: {
    schema: FLAG,
    attribute: 'playsinline',
    default: false,
    picture: true,
    atLoad: true,
    needs: 'element'
  },
  poster: { schema: TEXT },
  posterAt: { schema: TIME, picture: true, deep: 'frame-address', needs: 'element' },
  posterSrcset: { schema: TEXT, picture: true },
  preconnect: { schema: FLAG, default: false },
  preload: { schema: words('none', 'metadata', 'auto', ''), atLoad: true },
  preset: { schema: TEXT },
  repeat: { schema: words(...REPEATS), default: 'off' },
  'report.every': { schema: ABOVE_0 },
  'report.to': { schema: { anyOf: [TEXT, { type: 'object', required: ['put'], orFunction: true }] } },
  'resume.afterStart': { schema: AT_LEAST_0 },
  'resume.beforeEnd': { schema: AT_LEAST_0 },
  'resume.days': { schema: ABOVE_0 },
  'resume.key': { schema: TEXT },
  'resume.position': { schema: words(...RESUME_POSITIONS) },
  'resume.settings': { schema: FLAG },
  saveData: { schema: FLAG, atLoad: true, needs: 'element' },
  shortcuts: {
    schema: { anyOf: [words('off'), { type: 'array', items: { anyOf: [TEXT, RECORD] } }] },
    deep: 'shortcuts'
  },
  shuffle: { schema: FLAG, default: false },
  solo: { schema: FLAG, default: false },
  sourceTimeout: { schema: ABOVE_0, default: 10 },
  sources: { schema: { type: 'array', items: { anyOf: [TEXT, SOURCE] } }, attribute: '', atLoad: true },
  src: { schema: TEXT, atLoad: true },
  'start.at': { schema: TIME, deep: 'time-address', atLoad: true },
  'start.sound': { schema: words(...START_SOUNDS), atLoad: true, needs: 'muted' },
  'start.volume': { schema: SHARE, atLoad: true, needs: 'volume' },
  'start.when': { schema: words(...START_WHENS), atLoad: true },
  title: { schema: TEXT, attribute: 'clip-title', default: '' },
  tracks: { schema: { type: 'array', items: TRACK }, attribute: '', default: [] },
  until: { schema: TIME, deep: 'time-address' },
  view: { schema: words('flat', 'around'), picture: true, needs: 'element' },
  width: { schema: ABOVE_0, picture: true },
  without: { schema: { type: 'array', items: TEXT }, deep: 'control-names', default: [] },
  words: { schema: RECORD, attribute: '' }
} as const satisfies Record<string, SettingRow>

/** The key of a setting; `start.when` lies in `start`. */
export type SettingKey = keyof typeof SETTINGS

export const isSettingKey = (key: string): key is SettingKey => Object.hasOwn(SETTINGS, key)

const ROWS = Object.fromEntries(
  Object.entries(SETTINGS).map(([key, row]) => [key, Object.assign(Object.create(null), row)])
) as Readonly<Record<SettingKey, SettingRow>>

/** The row of a setting. */
export const rowOf = (key: SettingKey): SettingRow => ROWS[key]

/** Every key, in the order of the table. */
export const SETTING_KEYS = Object.keys(SETTINGS) as readonly SettingKey[]

/** `start.when` to `start-when`, `hideAfter` to `hide-after`. */
const withDashes = (key: string): string =>
  key.replace('.', '-').replace(/[A-Z]/g, letter => `-${letter.toLowerCase()}`)

/** Each attribute that is a setting, with its key. */
export const ATTRIBUTE_KEYS: ReadonlyMap<string, SettingKey> = new Map(
  SETTING_KEYS.flatMap(key => {
    const { attribute = withDashes(key), scriptOnly } = rowOf(key)
    return attribute && !scriptOnly ? [[attribute, key] as const] : []
  })
)

/** The heads of settings that lie in one another: `start`, `captionLook`. */
const GROUPS: ReadonlySet<string> = new Set(
  SETTING_KEYS.flatMap(key => (key.includes('.') ? (key.split('.')[0] ?? []) : []))
)

const keysIn = (group: string): readonly SettingKey[] => SETTING_KEYS.filter(key => key.startsWith(`${group}.`))

/**
 * `{ start: { when } }` to `start.when`: one key for one setting. `undefined` for a group takes each of its settings back.
 * What is no setting comes along, for whoever tells of it.
 */
export const flattenSettings = (settings: object): readonly (readonly [key: string, value: unknown])[] =>
  Object.entries(settings).flatMap(([key, value]): (readonly [string, unknown])[] => {
    if (!GROUPS.has(key)) return [[key, value]]
    if (value === undefined) return keysIn(key).map(part => [part, undefined] as const)
    if (typeof value !== 'object' || value === null || Array.isArray(value)) return [[key, value]]
    return Object.entries(value).map(([part, one]) => [`${key}.${part}`, one] as const)
  })

/** Without a prototype: what a page has put on that of all objects is no setting. */
export const bare = (members: object): Record<string, unknown> => Object.assign(Object.create(null), members)

/** {@link flattenSettings}, back. */
export const nestSettings = (entries: Iterable<readonly [string, unknown]>): Readonly<Record<string, unknown>> => {
  const settings = bare({})
  for (const [key, value] of entries) {
    const [head = '', part] = key.split('.')
    if (part === undefined) settings[head] = value
    else settings[head] = bare({ ...(settings[head] as object), [part]: value })
  }
  return settings
}

/** What holds where nobody says anything. */
export const DEFAULT_SETTINGS = nestSettings(SETTING_KEYS.map(key => [key, rowOf(key).default] as const))
