import type { ControlEntry, ControlName } from '../../core/layout/layouts.ts'
import { own } from '../../core/own.ts'
import { speakDuration } from '../../core/time/spoken.ts'
import { fillWords } from '../../core/words/basic.ts'
import type { Words } from '../../core/words/en.ts'
import { type Attributes, create } from '../look/create.ts'
import { createIcon } from './create-icon.ts'
import type { IconName } from './icons.ts'
import { LISTS } from './parts.ts'
import type { ButtonSpec, Face } from './pieces.ts'

const one = (name: string, command: string, icon: IconName, label: string): ButtonSpec => ({
  name,
  command,
  faces: [{ icon, label }]
})

const toggle = (name: string, state: string, off: Face, on: Face, when?: string): ButtonSpec => ({
  name,
  command: name === 'muted' ? 'toggle-muted' : `toggle-${name}`,
  ...(when && { when }),
  faces: [
    { ...off, when: `!${state}` },
    { ...on, when: state }
  ]
})

const timeInWords = (seconds: number, { lang }: Words): string => speakDuration(Math.abs(seconds), lang)

const skip = (by: number, words: Words): ButtonSpec => ({
  name: by < 0 ? 'skip-back' : 'skip-forward',
  command: 'skip',
  value: String(by),
  figure: String(Math.abs(by)),
  faces: [
    {
      icon: by < 0 ? 'skip-back' : 'skip-forward',
      label: fillWords(by < 0 ? words.skipBack : words.skipForward, { time: timeInWords(by, words) })
    }
  ]
})

const step = (by: number, words: Words): ButtonSpec => ({
  name: by < 0 ? 'step-back' : 'step-forward',
  command: 'step-frame',
  value: String(by),
  faces: [{ icon: by < 0 ? 'step-back' : 'step-forward', label: by < 0 ? words.stepBack : words.stepForward }]
})

const SPECS: Partial<Record<ControlName, (entry: ControlEntry, words: Words) => ButtonSpec>> = {
  'play-pause': (_, words) => ({
    name: 'play-pause',
    command: 'play-pause',
    faces: [
      { icon: 'play', label: words.play, when: 'paused !ended' },
      { icon: 'pause', label: words.pause, when: '!paused' },
      { icon: 'replay', label: words.replay, when: 'ended' }
    ]
  }),
  stop: (_, words) => one('stop', 'stop', 'stop', words.stop),
  restart: (_, words) => one('restart', 'restart', 'restart', words.restart),
  skip: ({ by = 10 }, words) => skip(by, words),
  'step-frame': ({ by = 1 }, words) => step(by, words),
  muted: (_, words) =>
    toggle('muted', 'silent', { icon: 'volume', label: words.mute }, { icon: 'muted', label: words.unmute }),
  loop: (_, words) => one('loop', 'toggle-loop', 'loop', words.loop),
  fullscreen: (_, words) =>
    toggle(
      'fullscreen',
      'fullscreen',
      { icon: 'fullscreen', label: words.fullscreen },
      { icon: 'exit-fullscreen', label: words.exitFullscreen }
    ),
  'picture-in-picture': (_, words) =>
    toggle(
      'picture-in-picture',
      'picture-in-picture',
      { icon: 'picture-in-picture', label: words.pictureInPicture },
      { icon: 'picture-in-picture', label: words.exitPictureInPicture, slot: 'exit-picture-in-picture' },
      'has-picture-in-picture'
    )
}

/** The button of a control, or `undefined` for a control that is more than a button. */
export const buttonSpec = (entry: ControlEntry, words: Words): ButtonSpec | undefined =>
  own(SPECS, entry.control)?.(entry, words) ?? LISTS.here?.listSpec(entry.control, words)

const createFace = (face: Face, isItem: boolean): HTMLElement => {
  const slot = own({ ...face }, 'slot')
  return create(
    'span',
    { class: 'face', 'data-yoke-when': own({ ...face }, 'when') },
    createIcon(face.icon, isItem ? `${slot ?? face.icon}-in-menu` : slot),
    create('span', { class: 'label', part: isItem ? 'menu-label' : 'tooltip' }, face.label)
  )
}

const isSwitch = ({ command }: ButtonSpec): boolean => /^(?:toggle-(?:loop|shuffle)|cycle)/.test(command)

/** What makes a button an item of a menu. */
export const ITEM: Attributes = { role: 'menuitem', tabindex: '-1', class: 'item', part: 'menu-item' }

/** The same button as an item of a menu: the same command, the same words. */
export const createItem = (spec: ButtonSpec): HTMLButtonElement =>
  createButton(spec, {
    ...ITEM,
    'aria-pressed': undefined,
    ...(isSwitch(spec) && { role: 'menuitemcheckbox', 'aria-checked': 'false' })
  })

/** A button of the bar. */
export const createButton = (spec: ButtonSpec, extra: Attributes = {}): HTMLButtonElement =>
  create(
    'button',
    {
      type: 'button',
      class: 'button',
      part: `button ${spec.name}`,
      command: `--${spec.command}`,
      value: own({ ...spec }, 'value') as string | undefined,
      'data-yoke-when': own({ ...spec }, 'when') as string | undefined,
      'aria-pressed': isSwitch(spec) ? 'false' : undefined,
      ...extra
    },
    ...spec.faces.map(face => createFace(face, extra.class === ITEM.class)),
    spec.figure !== undefined && create('span', { class: 'figure', 'aria-hidden': 'true' }, spec.figure)
  )
