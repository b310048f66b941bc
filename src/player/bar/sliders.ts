import type { Words } from '../../core/words/en.ts'
import { create } from '../look/create.ts'

/** A track with its filled part and its handle, under a native range input that takes pointer, touch and keys. */
const createSlider = (
  name: string,
  value: string,
  measure: string,
  label: string,
  ...more: readonly Node[]
): HTMLElement =>
  create(
    'div',
    { class: `slider ${name}`, part: name },
    create(
      'div',
      { class: 'track', part: 'track' },
      create('input', { type: 'range', class: 'input', 'data-yoke-value': value, 'aria-label': label }),
      ...more,
      create('i', { class: 'played', part: 'played', 'data-yoke-fill': measure }),
      create('i', { class: 'handle', part: 'handle', 'data-yoke-along': measure })
    )
  )

/** The position slider, with what is loaded and the time under the pointer. */
export const createSeekBar = (words: Words): HTMLElement =>
  createSlider(
    'seek-bar',
    'current-time',
    'position',
    words.position,
    create('i', { class: 'loaded', part: 'loaded', 'data-yoke-fill': 'buffered' }),
    create('span', {
      class: 'preview',
      part: 'preview',
      'aria-hidden': 'true',
      'data-yoke-along': 'pointer',
      'data-yoke-value': 'pointer-time'
    })
  )

/** The volume slider; gone where a script cannot set the volume. */
export const createVolumeBar = (words: Words): HTMLElement =>
  createSlider('volume-bar', 'volume', 'volume', words.volume)
