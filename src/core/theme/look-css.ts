import type { Look } from '../presets/look.ts'
import type { Srgb } from './oklch.ts'
import type { Colours, Ground } from './palette.ts'

/** A colour as CSS writes it: `#0b6e4f`. */
export const toHex = (colour: Srgb): string =>
  `#${colour
    .map(part =>
      Math.round(part * 255)
        .toString(16)
        .padStart(2, '0')
    )
    .join('')}`

/** The custom properties of three colours. */
export const declareColours = ({ accent, surface, text }: Colours): string =>
  Object.entries({ accent, surface, text })
    .map(([name, colour]) => `--yoke-${name}:${toHex(colour)}`)
    .join(';')

/** Lengths of a look, in CSS pixels, and the custom properties that take them. */
const LENGTHS: readonly (readonly [keyof Look, string])[] = [
  ['radius', '--yoke-radius'],
  ['controlSize', '--yoke-control-size'],
  ['trackSize', '--yoke-track-size'],
  ['handleSize', '--yoke-handle-size'],
  ['inset', '--yoke-inset']
]

/** Solid enough that text can be read over any picture: what the pairs of a palette were measured on. */
const SOLID = 'color-mix(in srgb,var(--surface) 95%,transparent)'
const BLOCK = '#000 0 9px,#0000 9px 12px'

/** Stronger than what the controls look like without a look, and weaker than all that a page says. */
export const HOST = ':host(yoke-player)'

/** Rules for words that are more than a length, by key and word: selectors inside the player, each with its declarations. */
const RULES: Readonly<Record<string, readonly (readonly [selector: string, declarations: string])[]>> = {
  'backing veil': [
    [
      '.bar',
      `inset-inline:var(--spare-start,0px) var(--spare-end,0px);inset-block-end:var(--spare-below,0px);padding:var(--fade,28px) var(--inset) var(--inset);border-radius:0 0 var(--corner,0px) var(--corner,0px);background:linear-gradient(to top,${SOLID} calc(100% - var(--fade,28px)),transparent)`
    ]
  ],
  'backing none': [
    ['.bar', 'padding:0;background:none'],
    ['.row', 'gap:4px'],
    ['.rows', 'display:grid;gap:4px'],
    ['.cell:not(.gap)', `border-radius:var(--radius);background:${SOLID}`]
  ],
  'frame line': [['', 'outline:1px solid color-mix(in srgb,var(--text) 30%,var(--surface))']],
  'frame shadow': [['', 'box-shadow:0 1px 3px #0004,0 14px 36px -6px #0006']],
  'handle round': [
    ['', '--grip:var(--handle)'],
    ['.handle', 'border-radius:50%']
  ],
  'handle square': [
    ['', '--grip:var(--handle)'],
    ['.handle', 'border-radius:3px']
  ],
  'handle none': [['.input:not(:focus-visible)~.handle', 'opacity:0']],
  'motion none': [
    ['', '--pace:0s'],
    ['*', 'transition:none!important;animation:none!important']
  ],
  'track blocks': [
    [':is(.played,.loaded)', `mask:repeating-linear-gradient(to right,${BLOCK})`],
    [
      '.track',
      'border-radius:0;box-shadow:none!important;background:repeating-linear-gradient(to right,color-mix(in srgb,var(--text) 24%,transparent) 0 9px,#0000 9px 12px)'
    ]
  ],
  'track hairline': [
    ['', '--thick:2px'],
    ['.track', 'border-radius:0']
  ]
}

const rule = (selector: string, ...declarations: readonly string[]): string =>
  declarations.length > 0 ? `${HOST}${selector && ' '}${selector}{${declarations.join(';')}}` : ''

/**
 * A look as the style sheet of a player's shadow root. What a page says of `yoke-player` or `::part()` wins over it (CSS
 * Scoping, "cascading").
 * @param palettes the colours, and a second ones where the viewer's system is light.
 */
export const cssOfLook = (look: Look, palettes: readonly (Colours & { readonly ground: Ground })[]): string => {
  const lengths = LENGTHS.flatMap(([key, property]) => (look[key] === undefined ? [] : `${property}:${look[key]}px`))
  const colours = palettes.map((palette, index) => {
    const painted = rule('', `color-scheme:${palette.ground}`, declareColours(palette))
    return index === 0 ? painted : `@media (prefers-color-scheme:light){${painted}}`
  })
  const { corner, iconWeight } = look
  const shaped =
    corner === undefined
      ? []
      : [rule('', `--corner:${corner}px`, 'border-radius:var(--corner)'), ':host(yoke-player:fullscreen){--corner:0px}']
  const drawn =
    iconWeight === undefined ? '' : rule('.icon:not(.icon-play,.icon-pause,.icon-stop)', `stroke-width:${iconWeight}`)
  const worded = Object.entries(look).flatMap(([key, word]) => RULES[`${key} ${word}`] ?? [])
  return [...colours, rule('', ...lengths), ...shaped, drawn, ...worded.map(([selector, said]) => rule(selector, said))]
    .filter(Boolean)
    .join('\n')
}
