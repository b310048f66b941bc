import { ATTRIBUTE_KEYS } from '../settings/table.ts'

/** Every attribute that means something on `<yoke-player>`. */
export const PLAYER_ATTRIBUTES: readonly string[] = [...ATTRIBUTE_KEYS.keys(), 'settings']

/** Every attribute of the library's for the elements of a page. */
export const DATA_ATTRIBUTES: readonly string[] = [
  'data-yoke-along',
  'data-yoke-at',
  'data-yoke-captions',
  'data-yoke-cue',
  'data-yoke-dress',
  'data-yoke-fill',
  'data-yoke-for',
  'data-yoke-forced',
  'data-yoke-format',
  'data-yoke-field',
  'data-yoke-icons',
  'data-yoke-item',
  'data-yoke-keep-clear',
  'data-yoke-marks',
  'data-yoke-moments',
  'data-yoke-picture',
  'data-yoke-playlist',
  'data-yoke-presets',
  'data-yoke-preview',
  'data-yoke-repeat',
  'data-yoke-search',
  'data-yoke-text',
  'data-yoke-transcript',
  'data-yoke-until',
  'data-yoke-value',
  'data-yoke-wait',
  'data-yoke-when'
]

/** Every attribute that HTML has for `<video>` and `<audio>`. */
export const MEDIA_ATTRIBUTES: readonly string[] = [
  'autoplay',
  'controls',
  'controlslist',
  'crossorigin',
  'disablepictureinpicture',
  'disableremoteplayback',
  'height',
  'loop',
  'muted',
  'playsinline',
  'poster',
  'preload',
  'src',
  'width',
  'accesskey',
  'class',
  'dir',
  'hidden',
  'id',
  'inert',
  'lang',
  'part',
  'slot',
  'style',
  'tabindex',
  'title'
]

/** Set by the library itself: not a mistake of the author's. */
export const SET_BY_US: readonly string[] = [
  'data-yoke-around',
  'data-yoke-corner',
  'data-yoke-debug',
  'data-yoke-lane',
  'data-yoke-held',
  'data-yoke-place',
  'data-yoke-print',
  'data-yoke-still',
  'data-yoke-stutter',
  'data-yoke-failed',
  'data-yoke-fallback',
  'data-yoke-state',
  'data-yoke-track',
  'data-yoke-width'
]

/** HTML's global attributes that come near to one of ours by their letters alone. */
const COMMON = new Set(['class', 'id', 'style', 'slot', 'title', 'lang', 'dir', 'hidden', 'part', 'role', 'tabindex'])

/** Whether an attribute on `<yoke-player>` may be misspelt: not one of ours, and not one of HTML's. */
export const isStrange = (attribute: string): boolean =>
  !PLAYER_ATTRIBUTES.includes(attribute) && !COMMON.has(attribute) && !/^(?:data-|aria-|on)/.test(attribute)
