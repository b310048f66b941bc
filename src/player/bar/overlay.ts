import type { Words } from '../../core/words/en.ts'
import { create } from '../look/create.ts'
import { createIcon } from './create-icon.ts'
import type { IconName } from './icons.ts'

const bigButton = (name: string, icon: IconName, label: string, when: string): HTMLElement =>
  create(
    'slot',
    { name },
    create(
      'button',
      {
        type: 'button',
        class: 'big',
        part: `big-button ${name}`,
        command: '--play',
        'data-yoke-when': when,
        'data-yoke-keep-clear': '',
        'aria-label': label
      },
      createIcon(icon, name)
    )
  )

/** Shown after a moment, by the style sheet: a short wait is no wait. */
const busy = (words: Words): HTMLElement =>
  create(
    'slot',
    { name: 'busy' },
    create(
      'div',
      { class: 'busy', part: 'busy', role: 'progressbar', 'aria-label': words.waiting, 'data-yoke-when': 'waiting' },
      ...[1, 2, 3].map(() => create('i'))
    )
  )

const failed = (words: Words): HTMLElement =>
  create(
    'div',
    { class: 'fault', part: 'fault', role: 'alert', 'data-yoke-when': 'failed' },
    createIcon('fault'),
    create('p', { part: 'fault-text', 'data-yoke-value': 'fault-text' }),
    create('slot', { name: 'fault-more' }),
    create('button', { type: 'button', class: 'way-on', part: 'way-on', command: '--retry' }, words.retry)
  )

/** A press is all that the browser asks for. */
const soundOffer = (words: Words): HTMLElement =>
  create(
    'slot',
    { name: 'sound-offer' },
    create(
      'button',
      {
        type: 'button',
        class: 'offer',
        part: 'sound-offer',
        command: '--unmute',
        'data-yoke-when': 'sound-blocked !failed',
        'data-yoke-keep-clear': ''
      },
      createIcon('muted'),
      words.soundOn
    )
  )

/** What lies over the picture and under the bar. Clicks go through, but on its buttons. */
export const createOverlay = (words: Words): readonly HTMLElement[] => [
  create('slot', { name: 'over' }),
  bigButton('big-play', 'play', words.play, 'paused !started !failed !ended'),
  bigButton('big-replay', 'replay', words.replay, 'ended !failed'),
  busy(words),
  soundOffer(words),
  create(
    'div',
    { class: 'pause-panel', part: 'pause-panel', 'data-yoke-when': 'started paused !ended !scrubbing !failed' },
    create('slot', { name: 'on-pause' })
  ),
  failed(words)
]
