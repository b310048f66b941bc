import type { ControlName, Layout } from '../../core/layout/layouts.ts'
import { PICTURE_LIST_LAYOUTS, SOUND_LIST_LAYOUTS } from '../../core/layout/list-layouts.ts'
import type { Words } from '../../core/words/en.ts'
import { LIST_WORDS } from '../../core/words/part-words.ts'
import { sharedSheet } from '../../wiring/scope/sheets.ts'
import type { Yoke } from '../../wiring/yoke/yoke.ts'
import { create } from '../look/create.ts'

import type { ButtonSpec, Made, PieceContext } from './pieces.ts'

export { LIST_ICONS } from './list-icons.ts'

const SHEET = sharedSheet(/* css */ `
span.artist { padding-inline: 6px; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; opacity: .78 }
span.artist:empty, .row:has(> .cell.artist:only-child > slot > span.artist:empty) { display: none }
:host(:state(sound)) .row > .cell.artist { padding: 0 4px 2px }
.button :is(.icon-next, .icon-previous) { fill: currentColor; stroke-width: 1.5 }
:host(:state(sound)) .bar:has(.cell.artist) .line { margin-block: 4px 0; margin-inline: 4px 10px }
:host(:state(sound)) .bar:has(.cell.artist) .cover { inline-size: 112px }
.list {
  display: block; margin: 6px 0 0; padding: 5px; max-block-size: 16em; overflow: auto; list-style: none; border-radius: var(--radius); background: var(--surface); color: var(--text);
  font: var(--yoke-font, 500 14px/1.3 system-ui, sans-serif); text-align: start;
}
.list:empty, .list:not(:has(> li)) { display: none }
.list button { display: flex; align-items: center; gap: 12px; inline-size: 100%; min-block-size: 46px; padding: 4px 10px; border: 0; border-radius: calc(var(--radius) - 4px); background: none; color: inherit; font: inherit; text-align: start; cursor: pointer }
.list img { flex: none; inline-size: 36px; block-size: 36px; object-fit: cover; border-radius: 5px }
.list .said { display: grid; min-inline-size: 0; flex: 1 }
.list .said > * { overflow: hidden; text-overflow: ellipsis; white-space: nowrap }
.list b { font-weight: 600 }
.list small { font-size: 13px; opacity: .78 }
.list small:empty { display: none }
.list .here { flex: none; inline-size: 4px; align-self: stretch; margin-block: 6px; border-radius: 2px; background: var(--accent); visibility: hidden }
.list [aria-current] .here { visibility: visible }
.list [aria-current] b { color: var(--accent) }
.list [data-yoke-failed] { opacity: .55; text-decoration: line-through }
.list button:focus-visible { outline: 2px solid var(--text); outline-offset: -2px }
:host(:state(shuffled)) .button[part~=shuffle], :host(:is(:state(repeating), :state(repeating-one))) .button[part~=repeat] { color: var(--accent) }
@media (hover: hover) { .list button:hover { background: color-mix(in srgb, var(--text) 14%, transparent) } }
@media (forced-colors: active) {
  .list { background: Canvas; color: CanvasText; border: 1px solid CanvasText }
  .list .here { background: Highlight; forced-color-adjust: none }
}
`)

type ListWords = Readonly<Record<keyof typeof LIST_WORDS, string>>

/** Words of lists in the language of the others, as far as it has them. */
const wordsFor = (words: Words): Words & ListWords => ({ ...LIST_WORDS, ...words })

const SPECS: Partial<Record<ControlName, (words: ListWords) => ButtonSpec>> = {
  next: ({ next }) => ({ name: 'next', command: 'next', faces: [{ icon: 'next', label: next }] }),
  previous: words => ({
    name: 'previous',
    command: 'previous',
    faces: [{ icon: 'previous', label: words.previous }]
  }),
  shuffle: words => ({
    name: 'shuffle',
    command: 'toggle-shuffle',
    when: 'has-playlist',
    faces: [{ icon: 'shuffle', label: words.shuffle }]
  }),
  repeat: words => ({
    name: 'repeat',
    command: 'cycle-repeat',
    when: 'has-playlist',
    faces: [
      { icon: 'loop', slot: 'repeat', label: words.repeat, when: '!repeating-one' },
      { icon: 'repeat-one', label: words.repeatOne, when: 'repeating-one' }
    ]
  })
}

/** The button of a control of lists; `undefined` for one that is more, or another. */
export const listSpec = (name: ControlName, words: Words): ButtonSpec | undefined => SPECS[name]?.(wordsFor(words))

const playlistItems = ({ yoke: { playlist }, pieces }: PieceContext): readonly Node[] =>
  (playlist?.items ?? []).map((item, index) => {
    const { title } = item.record
    const name = item.id || String(index + 1)
    return pieces.choiceItem('play-item', typeof title === 'string' ? title : name, name, item === playlist?.current)
  })

/** Makes a control of lists that is more than a button. */
export const makeListControl = (name: ControlName, context: PieceContext): Made | undefined => {
  if (name === 'artist')
    return { control: create('span', { class: 'artist', part: 'artist', dir: 'auto', 'data-yoke-item': 'artist' }) }
  if (name !== 'playlist') return undefined
  const label = context.yoke.playlist?.label || wordsFor(context.words).playlist
  const { createIcon, createMenu } = context.pieces
  const items = (): readonly Node[] => playlistItems(context)
  const { button, menu } = createMenu(
    'playlist',
    label,
    [createIcon('playlist')],
    items,
    context.signal,
    'has-playlist'
  )
  return { control: button, menu }
}

/** The layouts of a player with a playlist, where its author names none. */
export const layoutsFor = (isSound: boolean): readonly Layout[] => (isSound ? SOUND_LIST_LAYOUTS : PICTURE_LIST_LAYOUTS)

const createRow = (): HTMLTemplateElement => {
  const row = create('template')
  row.content.append(
    create(
      'li',
      { part: 'list-item' },
      create(
        'button',
        { type: 'button', part: 'list-button' },
        create('i', { class: 'here' }),
        create('img', { 'data-yoke-field': 'cover', width: '36', height: '36', alt: '' }),
        create(
          'span',
          { class: 'said' },
          create('b', { 'data-yoke-field': 'title' }),
          create('small', { 'data-yoke-field': 'artist' })
        )
      )
    )
  )
  return row
}

/** The list of a player for sound stands open beneath its controls. @returns its end. */
export const dressList = (yoke: Yoke, shadow: ShadowRoot, bar: HTMLElement): (() => void) => {
  SHEET.adopt(shadow, 'behind')
  const isShown = yoke.media?.kind === 'sound' && !yoke.settings.without.includes('playlist')
  const label = wordsFor(yoke.settings.words as Words).playlist
  const list = create(
    'ol',
    { class: 'list', part: 'list', 'data-yoke-playlist': true, 'aria-label': label },
    createRow()
  )
  const place = create('slot', { name: 'playlist' }, list)
  if (isShown) bar.after(place)
  return () => place.remove()
}
