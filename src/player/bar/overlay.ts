import type { Words } from '../../core/words/en.ts'
import { create } from '../look/create.ts'
import { createIcon } from './create-icon.ts'
import type { IconName } from './icons.ts'

/** The service of a hosted clip has something of its own to press there. */
const GIVES_WAY = ' !service-in-front'

/** Something over the picture that stands there only while states hold, an author's own piece in its slot as well. */
const overPicture = (name: string, when: string, ...content: readonly Node[]): HTMLElement =>
  create('div', { class: `over ${name}`, 'data-yoke-when': when + GIVES_WAY }, create('slot', { name }, ...content))

const centreButton = (name: string, icon: IconName, label: string, when: string): HTMLElement =>
  overPicture(
    name,
    when,
    create(
      'button',
      {
        type: 'button',
        class: 'centre',
        part: `centre-button ${name}`,
        command: '--play',
        'data-yoke-keep-clear': '',
        'aria-label': label
      },
      createIcon(icon, name)
    )
  )

/** The style sheet shows it after a moment, so that a short wait shows nothing. */
const busy = (words: Words): HTMLElement =>
  overPicture(
    'busy',
    'waiting',
    create(
      'div',
      { class: 'busy-sign', part: 'busy', role: 'progressbar', 'aria-label': words.waiting },
      ...[1, 2, 3].map(() => create('i', { part: 'busy-bar' }))
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
  overPicture(
    'sound-offer',
    'sound-blocked !failed',
    create(
      'button',
      { type: 'button', class: 'offer', part: 'sound-offer', command: '--unmute', 'data-yoke-keep-clear': '' },
      createIcon('muted', 'sound-offer'),
      words.soundOn
    )
  )

/** What lies over the picture and under the bar. Clicks go through, but on its buttons. */
export const createOverlay = (words: Words): readonly HTMLElement[] => [
  create('slot', { name: 'over' }),
  centreButton('centre-play', 'play', words.play, 'paused !started !failed !ended'),
  centreButton('centre-replay', 'replay', words.replay, 'ended !failed'),
  busy(words),
  soundOffer(words),
  create(
    'div',
    {
      class: 'pause-panel',
      part: 'pause-panel',
      'data-yoke-when': `started paused !ended !scrubbing !failed${GIVES_WAY}`
    },
    create('slot', { name: 'on-pause' })
  ),
  failed(words)
]
