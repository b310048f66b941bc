import { type CaptionLook, isReadable, lookProperties } from '../../core/captions/layout/look.ts'
import type { Words } from '../../core/words/en.ts'
import { LOOK_WORDS } from '../../core/words/look-words.ts'
import type { CaptionMemory } from '../../wiring/captions/memory.ts'
import { create } from '../look/create.ts'
import { openPanel } from './panel.ts'

type Key = keyof CaptionLook

interface Choice {
  readonly key: Key
  readonly label: string
  /** What each option is called; a colour has none. */
  readonly options?: readonly (readonly [value: string | number, label: string])[]
  /** The colour that is shown while none is chosen. */
  readonly usual?: string
}

type LookWords = Words & Readonly<Record<keyof typeof LOOK_WORDS, string>>

const choicesIn = (words: LookWords): readonly Choice[] => {
  const percent = new Intl.NumberFormat(words.lang, { style: 'percent' })
  const shares = (...values: readonly number[]) => values.map(value => [value, percent.format(value)] as const)
  return [
    { key: 'size', label: words.textSize, options: shares(0.75, 1, 1.25, 1.5, 2) },
    {
      key: 'font',
      label: words.typeface,
      options: (['sans', 'serif', 'mono', 'casual', 'capitals'] as const).map(font => [font, words[font]] as const)
    },
    { key: 'color', label: words.textColor, usual: '#ffffff' },
    { key: 'opacity', label: words.textOpacity, options: shares(1, 0.75, 0.5) },
    {
      key: 'edge',
      label: words.edge,
      options: [
        ['none', words.noEdge],
        ['outline', words.outline],
        ['shadow', words.shadow],
        ['raised', words.raised]
      ]
    },
    {
      key: 'backing',
      label: words.backing,
      options: [
        ['line', words.line],
        ['band', words.band],
        ['none', words.noBacking]
      ]
    },
    { key: 'background', label: words.backingColor, usual: '#000000' },
    { key: 'backgroundOpacity', label: words.backingOpacity, options: shares(1, 0.8, 0.5, 0.25) },
    {
      key: 'place',
      label: words.place,
      options: [
        ['foot', words.foot],
        ['top', words.top]
      ]
    }
  ]
}

const createField = (choice: Choice, words: LookWords): HTMLInputElement | HTMLSelectElement => {
  const { options, key } = choice
  if (!options) return create('input', { type: 'color', name: key, part: 'field' })
  return create(
    'select',
    { name: key, part: 'field' },
    create('option', { value: '' }, words.asUsual),
    ...options.map(([value, label]) => create('option', { value: String(value) }, label))
  )
}

const fieldsIn = (form: HTMLFormElement): readonly (HTMLInputElement | HTMLSelectElement)[] => [
  ...form.querySelectorAll<HTMLInputElement | HTMLSelectElement>('input, select')
]

/** What the form says; a colour that is still the usual one is no choice. */
const readForm = (form: HTMLFormElement, choices: readonly Choice[]): CaptionLook => {
  const entries = choices.flatMap(({ key, usual }) => {
    const value = fieldsIn(form).find(({ name }) => name === key)?.value ?? ''
    if (value === '' || value === usual) return []
    return [[key, Number.isNaN(Number(value)) ? value : Number(value)] as const]
  })
  return Object.fromEntries(entries)
}

const showIn = (form: HTMLFormElement, choices: readonly Choice[], look: CaptionLook): void => {
  for (const field of fieldsIn(form)) {
    const choice = choices.find(({ key }) => key === field.name)
    field.value = String(look[field.name as Key] ?? choice?.usual ?? '')
  }
}

const showSample = (sample: HTMLElement, look: CaptionLook): void => {
  sample.removeAttribute('style')
  for (const [name, value] of Object.entries(lookProperties(look))) sample.style.setProperty(name, value)
}

/** Where a look is kept: given, because the file beside the classic script has no state of its own. */
interface LookMemory {
  recall(): CaptionMemory
  remember(more: CaptionMemory): void
}

/** The viewer's own look of captions: takes effect at once, on every player of the page, and is kept between visits. */
export const openCaptionLooks = (root: ShadowRoot, others: Words, memory: LookMemory): void => {
  const words = { ...LOOK_WORDS, ...others }
  const choices = choicesIn(words)
  const sample = create(
    'div',
    { class: 'sample yoke-captions', 'aria-hidden': 'true' },
    create('div', { class: 'yoke-cue' }, create('span', { class: 'yoke-cue-text' }, words.sample))
  )
  const warning = create('p', { role: 'status', class: 'warning', part: 'warning' })
  const reset = create('button', { type: 'button', class: 'way-on', part: 'reset' }, words.reset)
  const form = create(
    'form',
    {},
    ...choices.map(choice => create('label', {}, create('span', {}, choice.label), createField(choice, words))),
    create('footer', {}, warning, reset)
  )
  const show = (look: CaptionLook): void => {
    showSample(sample, look)
    warning.textContent = isReadable(look) ? '' : words.hardToRead
  }
  const change = (look: CaptionLook): void => {
    memory.remember({ look })
    show(look)
  }
  const look = memory.recall().look ?? {}
  showIn(form, choices, look)
  show(look)
  form.addEventListener('input', () => change(readForm(form, choices)))
  form.addEventListener('submit', event => event.preventDefault())
  reset.addEventListener('click', () => {
    change({})
    showIn(form, choices, {})
  })
  openPanel(root, words, { name: 'caption-looks', title: words.captionLooks, content: [sample, form] })
}
