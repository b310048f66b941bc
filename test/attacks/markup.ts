import fc from 'fast-check'
import { DATA_ATTRIBUTES, PLAYER_ATTRIBUTES } from '../../src/core/markup/vocabulary.ts'
import { COMMAND_NAMES } from '../../src/core/playback/commands.ts'
import { STATE_NAMES } from '../../src/core/playback/states.ts'
import { MEASURE_NAMES, VALUES } from '../../src/core/playback/values.ts'
import { dataOf, nameAmong } from './attack.ts'

/** Markup of a page, and what its script then does with it. */
export interface MarkupCase {
  readonly html: string
  readonly commands: readonly (readonly [name: string, value: unknown])[]
  /** Attributes that any of its elements are given later. */
  readonly later: readonly (readonly [name: string, value: string])[]
  readonly settings: unknown
  readonly clip: unknown
}

/** Members of a form that its fields hide by their names, as far as anybody asks a form for them. */
const MEMBERS = [
  'parentNode', 'parentElement', 'nodeType', 'nodeName', 'localName', 'tagName', 'matches', 'closest', 'querySelector',
  'querySelectorAll', 'getElementById', 'getAttribute', 'hasAttribute', 'setAttribute', 'toggleAttribute',
  'removeAttribute', 'attributes', 'getRootNode', 'ownerDocument', 'contains', 'children', 'childNodes', 'firstChild',
  'isConnected', 'shadowRoot', 'addEventListener', 'dispatchEvent', 'hidden', 'id', 'style', 'className', 'classList',
  'dataset', 'textContent', 'append', 'remove', 'focus', 'tabIndex', 'clientWidth', 'getBoundingClientRect', 'dir',
  'lang', 'isContentEditable', 'commandForElement', 'checkVisibility', 'animate', 'getAttributeNames', 'elements'
] as const // biome-ignore format: a list to be read through

const quoted = (text: string): string => `"${text.replaceAll('&', '&amp;').replaceAll('"', '&quot;')}"`
const written = ([name, value]: readonly [string, string]): string => `${name}=${quoted(value)}`

const NUMBERS = [
  '0',
  '-1',
  '1e400',
  '1'.repeat(400),
  'NaN',
  'Infinity',
  '-0',
  '2147483648',
  '3000000',
  '1e-9',
  '50%'
] as const
const ADDRESSES = ['http://[', '//', 'data:,', '#', 'about:blank', 'javascript:0', 'no-such.json', '\u0000'] as const
const ATTRIBUTES = [...PLAYER_ATTRIBUTES, 'lang', 'dir', 'id', 'width', 'height']

const value = fc.oneof(
  nameAmong(['', 'on', 'off', 'auto', 'klingon_tlh', 'de-x-🌊', 'x'.repeat(3000)]),
  fc.constantFrom(...NUMBERS, ...ADDRESSES),
  dataOf(['src', 'rows', 'time']).map(data => JSON.stringify(data) ?? '')
)

const attributesAmong = (known: readonly string[], maxLength: number): fc.Arbitrary<string> =>
  fc.array(fc.tuple(fc.constantFrom(...known), value), { maxLength }).map(all => all.map(written).join(' '))

const command = nameAmong(COMMAND_NAMES)

/** What stands in a player: controls of every kind with names of every kind. */
const control = fc.oneof(
  fc
    .tuple(command, value, attributesAmong(['commandfor', 'data-yoke-for', 'aria-pressed', 'type', 'disabled'], 2))
    .map(([name, given, rest]) => `<button command=${quoted(`--${name}`)} value=${quoted(given)} ${rest}>x</button>`),
  fc
    .tuple(
      fc.constantFrom(
        'output',
        'progress',
        'meter',
        'time',
        'span',
        'svg',
        'select',
        'textarea',
        'ol',
        'template',
        'slot'
      ),
      nameAmong([...Object.keys(VALUES), ...STATE_NAMES, ...MEASURE_NAMES, 'clock', 'percent']),
      fc.constantFrom(...DATA_ATTRIBUTES),
      attributesAmong(DATA_ATTRIBUTES, 2)
    )
    .map(([tag, name, attribute, rest]) => `<${tag} ${written([attribute, name])} ${rest}>x</${tag}>`),
  fc
    .tuple(fc.constantFrom('range', 'checkbox', 'radio', 'number', 'file', 'text', 'x'), nameAmong(Object.keys(VALUES)))
    .map(([type, name]) => `<input type=${type} data-yoke-value=${quoted(name)}>`),
  fc.constantFrom(
    '<track default>',
    '<track src="http://[" kind="x" default>',
    '<source src="http://[">',
    '<slot></slot>'
  )
)

const field = fc
  .tuple(fc.constantFrom('input', 'button', 'img', 'select', 'output'), fc.constantFrom(...MEMBERS))
  .map(([tag, name]) => `<${tag} name=${name} type=button></${tag}>`)

const form = fc
  .tuple(
    fc.array(field, { minLength: 1, maxLength: 8 }),
    attributesAmong(['data-yoke-when', 'id', 'data-yoke-track'], 1)
  )
  .map(([fields, attributes]) => ({ before: `<form ${attributes}>${fields.join('')}`, after: '</form>' }))

const player = (inside: fc.Arbitrary<string>): fc.Arbitrary<string> =>
  fc
    .tuple(attributesAmong(ATTRIBUTES, 4), fc.constantFrom('<video muted></video>', '<audio></audio>', ''), inside)
    .map(([attributes, media, content]) => `<yoke-player ${attributes}>${media}${content}</yoke-player>`)

const { content } = fc.letrec<{ content: string; piece: string }>(tie => ({
  content: fc.array(tie('piece'), { maxLength: 5 }).map(pieces => pieces.join('')),
  piece: fc.oneof(
    { maxDepth: 3, depthSize: 'small' },
    control,
    player(tie('content')),
    fc.tuple(form, tie('content')).map(([{ before, after }, within]) => before + within + after)
  )
}))

/** A form around a player, or in it, and in that a readout that has to know its player whatever stands around it. */
export const markupCase: fc.Arbitrary<MarkupCase> = fc.record({
  html: fc
    .tuple(form, form, attributesAmong(ATTRIBUTES, 3), content)
    .map(
      ([outer, inner, attributes, junk]) =>
        `${outer.before}<yoke-player ${attributes}><video muted></video>${inner.before}${junk}${outer.after}</form>` +
        `<div>${inner.before}<output class="sentinel" data-yoke-value="volume"></output></form></div></yoke-player>`
    ),
  commands: fc.array(fc.tuple(command, dataOf(['0:09'])), { maxLength: 3 }),
  later: fc.array(fc.tuple(fc.constantFrom(...ATTRIBUTES, ...DATA_ATTRIBUTES, 'command', 'commandfor'), value), {
    maxLength: 4
  }),
  settings: dataOf(['start', 'when', 'layouts', 'sources', 'words', 'moments', 'shortcuts']),
  clip: dataOf(['sources', 'src', 'tracks', 'title', 'poster', 'moments'])
})
