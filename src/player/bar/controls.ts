import { offeredTracks } from '../../core/captions/choose-track.ts'
import type { ControlEntry, ControlName } from '../../core/layout/layouts.ts'
import { own } from '../../core/own.ts'
import { offeredRates } from '../../core/playback/rates.ts'
import { SHORTCUTS } from '../../core/playback/shortcuts.ts'
import { OFF } from '../../core/playback/values.ts'
import { fillWords } from '../../core/words/basic.ts'
import type { Words } from '../../core/words/en.ts'
import { create } from '../look/create.ts'
import { buttonSpec, createButton, createItem, ITEM } from './buttons.ts'
import { createIcon } from './create-icon.ts'
import { createGroup, createMenu } from './menu.ts'
import { CHOICES, LISTS } from './parts.ts'
import type { ControlContext, ControlPieces, Made } from './pieces.ts'
import { createSeekBar, createVolumeBar } from './sliders.ts'

/** A value as text. */
const readout = (value: string): HTMLElement => create('span', { part: value, 'data-yoke-value': value })

/** What shows which of several items is chosen. */
const mark = (): HTMLElement => create('i', { class: 'mark', part: 'menu-mark' })

/** An item for one of several: a rate, a track, a quality, an item of a playlist. */
const choiceItem = (command: string, label: string, value: string, isChosen: boolean, lang?: string): Node =>
  create(
    'button',
    {
      ...ITEM,
      type: 'button',
      role: 'menuitemradio',
      'aria-checked': String(isChosen),
      command: `--${command}`,
      value,
      lang
    },
    mark(),
    create('span', { dir: 'auto', part: 'menu-label' }, label)
  )

const rateItems = ({ words, yoke: { snapshot } }: ControlContext): readonly Node[] =>
  offeredRates(snapshot).map(rate =>
    choiceItem(
      'set-playback-rate',
      fillWords(words.rate, { rate: new Intl.NumberFormat(words.lang).format(rate) }),
      String(rate),
      rate === snapshot.playbackRate
    )
  )

const trackItem = choiceItem.bind(undefined, 'set-captions')

/** A menu as a control. */
const menuControl = (made: { readonly button: HTMLElement; readonly menu: HTMLElement }): Made => ({
  control: made.button,
  menu: made.menu
})

const captionItems = ({ words, yoke: { snapshot } }: ControlContext): readonly Node[] => {
  const tracks = offeredTracks(snapshot.captionTracks)
  if (tracks.length === 0)
    return [create('button', { ...ITEM, type: 'button', 'aria-disabled': 'true' }, words.noCaptions)]
  return [
    trackItem(words.captionsOff, OFF, snapshot.captions === ''),
    ...tracks.map(({ id, label, language }) => trackItem(label, id, snapshot.captions === id, language || undefined)),
    createItem({
      name: 'caption-looks',
      command: 'show-caption-looks',
      faces: [{ icon: 'looks', label: words.captionLooks }]
    })
  ]
}

const shortcutsItem = ({ words }: ControlContext): Node =>
  createItem({ name: 'shortcuts', command: 'show-shortcuts', faces: [{ icon: 'shortcuts', label: words.shortcuts }] })

/** How a control looks in the menu that takes what has no room. */
const menuForm = (entry: ControlEntry, context: ControlContext): readonly Node[] => {
  const { words } = context
  if (entry.control === 'playback-rate') return [createGroup(words.speed, rateItems(context))]
  if (entry.control === 'captions') {
    const { captionTracks } = context.yoke.snapshot
    return captionTracks.length > 0 ? [createGroup(words.captions, captionItems(context))] : []
  }
  const choices = CHOICES.here?.choiceGroup(entry.control, { ...context, pieces: PIECES })
  if (choices) return [choices]
  const spec = buttonSpec(entry.control === 'volume' ? { control: 'muted' } : entry, words)
  return spec ? [createItem(spec)] : []
}

/** What the menu offers beside what had no room, unless the bar shows it. */
const EXTRAS: readonly ControlName[] = [
  'captions',
  'quality',
  'audio-track',
  'loop',
  'picture-in-picture',
  'playback-rate'
]

const settingsItems = (context: ControlContext): readonly Node[] => {
  const left = context.left()
  const extras = EXTRAS.filter(name => !context.isElsewhere(name) && !left.some(({ control }) => control === name))
  const entries = [...left, ...extras.map(control => ({ control }))]
  const items = entries.flatMap(entry => menuForm(entry, context))
  return (context.yoke.settings.shortcuts ?? SHORTCUTS).length > 0 ? [...items, shortcutsItem(context)] : items
}

const MORE_THAN_BUTTONS: Partial<Record<ControlName, (context: ControlContext) => Made>> = {
  'seek-bar': ({ words }) => ({ control: createSeekBar(words) }),
  'current-time': () => ({ control: readout('current-time') }),
  duration: () => ({ control: readout('duration') }),
  'remaining-time': () => ({ control: readout('remaining-time') }),
  clock: () => ({
    control: create(
      'span',
      { class: 'clock', part: 'clock', dir: 'ltr' },
      readout('current-time'),
      create('span', { class: 'length', 'data-yoke-when': '!live' }, ' / ', readout('duration'))
    )
  }),
  'seek-live': ({ words }) => ({
    control: create(
      'button',
      {
        type: 'button',
        class: 'button live',
        part: 'button seek-live',
        command: '--seek-live',
        'data-yoke-when': 'live'
      },
      create('span', { class: 'face' }, words.live, create('span', { class: 'label', part: 'tooltip' }, words.goLive))
    )
  }),
  volume: context => ({
    control: create(
      'div',
      { class: 'volume', part: 'volume' },
      makeControl({ control: 'muted' }, context).control,
      createVolumeBar(context.words)
    )
  }),
  'playback-rate': context => {
    const [before = '', after = ''] = context.words.rate.split('{rate}')
    const face = create('span', { class: 'face rate', dir: 'ltr' }, before, readout('playback-rate'), after)
    return menuControl(
      createMenu('playback-rate', context.words.speed, [face], () => rateItems(context), context.signal)
    )
  },
  captions: context =>
    menuControl(
      createMenu(
        'captions',
        context.words.captions,
        [createIcon('captions')],
        () => captionItems(context),
        context.signal,
        'has-captions'
      )
    ),
  title: () => ({ control: create('span', { class: 'title', part: 'title', 'data-yoke-value': 'title' }) }),
  gap: () => ({ control: create('span', { class: 'gap' }) }),
  settings: context =>
    menuControl(
      createMenu(
        'settings',
        context.words.settings,
        [createIcon('settings')],
        () => settingsItems(context),
        context.signal
      )
    )
}

/** What other parts make controls of. */
const PIECES: ControlPieces = { choiceItem, createGroup, createIcon, createMenu }

/** Makes a control of the bar by its name. */
export const makeControl = (entry: ControlEntry, context: ControlContext): Made => {
  const spec = buttonSpec(entry, context.words)
  if (spec) return { control: createButton(spec) }
  const made =
    own(MORE_THAN_BUTTONS, entry.control)?.(context) ??
    CHOICES.here?.makeChoice(entry.control, { ...context, pieces: PIECES }) ??
    LISTS.here?.makeListControl(entry.control, { ...context, pieces: PIECES })
  return made ?? { control: create('span') }
}

/** The name of the slot that an author's own piece takes. */
export const slotOf = (entry: ControlEntry, words: Words): string => buttonSpec(entry, words)?.name ?? entry.control
