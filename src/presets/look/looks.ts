import { type Fault, fault } from '../../core/fault.ts'
import type { Look } from '../../core/presets/look.ts'
import { cssOfLook } from '../../core/theme/look-css.ts'
import type { Srgb } from '../../core/theme/oklch.ts'
import { type Colours, derivePalette, type Ground, measurePairs } from '../../core/theme/palette.ts'
import { definePart, type PartHost, use } from '../../loading/part.ts'

const LOGO = definePart(() => import('./logo.ts'))
const ICONS = definePart(() => import('./icons.ts'))
/** The accent of the library, which a look without one keeps. */
const LAMP: Srgb = [0xf0 / 255, 0xb9 / 255, 0x44 / 255]

const GROUNDS: Readonly<Record<NonNullable<Look['ground']>, readonly Ground[]>> = {
  dark: ['dark'],
  light: ['light'],
  auto: ['dark', 'light']
}

const colours = new Map<string, Srgb | undefined>()

/** Any CSS colour in sRGB, by the engine itself; `undefined` where it knows no such colour. */
const srgbOf = (colour: string, root: ShadowRoot): Srgb | undefined => {
  if (colours.has(colour)) return colours.get(colour)
  const probe = document.createElement('i')
  probe.style.color = `color-mix(in srgb, ${colour}, ${colour})`
  let found: Srgb | undefined
  if (probe.style.color !== '') {
    root.append(probe)
    // color(srgb 0.04 0.43 0.31): as CSS Color 4 has it serialised.
    const parts = getComputedStyle(probe).color.match(/-?[\d.]+(?:e-?\d+)?/g)
    probe.remove()
    const [red = 0, green = 0, blue = 0] = (parts ?? []).map(Number)
    found = [red, green, blue].map(part => Math.min(1, Math.max(0, part))) as unknown as Srgb
  }
  colours.set(colour, found)
  return found
}

type Painted = Colours & { readonly ground: Ground }

/** The colours of a look on one ground: from its accent, and what it says itself. */
const paint = (look: Look, ground: Ground, read: (colour: string | undefined) => Srgb | undefined): Painted => {
  const derived = derivePalette(read(look.accent) ?? LAMP, ground)
  const said = { surface: read(look.surface), text: read(look.text) }
  return {
    ground,
    accent: said.surface || said.text ? (read(look.accent) ?? derived.accent) : derived.accent,
    surface: said.surface ?? derived.surface,
    text: said.text ?? derived.text
  }
}

const colourUnknown = (preset: string, colour: string): Fault =>
  fault(
    'setting-unreadable',
    `The look of the preset ${preset} has the colour “${colour}”, which this browser does not know.`,
    'write a CSS colour, such as #0b6e4f'
  )

const contrastLow = (preset: string, pair: string, contrast: number, needed: number): Fault =>
  fault(
    'contrast-low',
    `The look of the preset ${preset} has too little contrast: ${pair} is ${contrast.toFixed(1)} to 1, and needs ${needed}.`,
    'leave surface and text out: they are then made from the accent, such that all can be read'
  )

/** Whether a look says any colour. */
const isPainted = ({ accent, ground, surface, text }: Look): boolean =>
  [accent, ground, surface, text].some(value => value !== undefined)

/** The style sheet of a look, and what is wrong with it. */
const sheetOfLook = (
  preset: string,
  look: Look,
  root: ShadowRoot
): { readonly css: string; readonly faults: readonly Fault[] } => {
  if (!isPainted(look)) return { css: cssOfLook(look, []), faults: [] }
  const faults: Fault[] = []
  const read = (colour: string | undefined): Srgb | undefined => {
    const found = colour === undefined ? undefined : srgbOf(colour, root)
    if (colour !== undefined && !found) faults.push(colourUnknown(preset, colour))
    return found
  }
  const palettes = GROUNDS[look.ground ?? 'dark'].map(ground => paint(look, ground, read))
  for (const palette of palettes)
    for (const { name, contrast, needed } of measurePairs(palette))
      if (contrast < needed) faults.push(contrastLow(preset, name, contrast, needed))
  return { css: cssOfLook(look, palettes), faults }
}

interface Worn {
  readonly sheet: CSSStyleSheet
  /** The look that it says, as text. */
  said: string
}

/** One sheet for all that wear a look: one change restyles them all. */
const sheets = new WeakMap<Document, Map<string, Worn>>()
/** What a root wears. */
const wornBy = new WeakMap<ShadowRoot, CSSStyleSheet>()

const sheetOf = (root: ShadowRoot, preset: string): Worn | undefined => {
  const { ownerDocument } = root
  const ofDocument = sheets.get(ownerDocument) ?? new Map<string, Worn>()
  sheets.set(ownerDocument, ofDocument)
  const known = ofDocument.get(preset)
  const Sheet = ownerDocument.defaultView?.CSSStyleSheet
  if (known || !Sheet) return known
  const worn = { sheet: new Sheet(), said: '' }
  ofDocument.set(preset, worn)
  return worn
}

/** Adds a set of icons to what is worn, when it has come and is still wanted. */
const drawIcons = (worn: Worn, css: string, icons: string, page: Document, host: PartHost): void => {
  const { said } = worn
  use(ICONS, host, async ({ cssOfIcons }) => {
    const drawn = await cssOfIcons(icons, page)
    if (worn.said !== said) return
    if (drawn.ok) worn.sheet.replaceSync(`${css}\n${drawn.value}`)
    else host.raise(drawn.fault)
  })
}

/** Dresses the inside of a player in the look of a preset; in none where it says nothing. */
export const wearLook = (root: ShadowRoot, preset: string, look: Look, host: PartHost): void => {
  // Colours are read where they stand; one that comes back is dressed then.
  if (!root.isConnected) return
  const worn = preset === '' ? undefined : sheetOf(root, preset)
  const said = JSON.stringify(look)
  if (worn && worn.said !== said) {
    const { css, faults } = sheetOfLook(preset, look, root)
    worn.said = said
    worn.sheet.replaceSync(css)
    for (const reason of faults) host.raise(reason)
    const { icons } = look
    if (icons) drawIcons(worn, css, icons, root.ownerDocument, host)
  }
  if (look.logo || LOGO.here) use(LOGO, host, ({ showLogo }) => showLogo(root, look))
  const before = wornBy.get(root)
  if (before === worn?.sheet) return
  const others = root.adoptedStyleSheets.filter(sheet => sheet !== before)
  // Behind what the controls look like without any.
  root.adoptedStyleSheets = worn ? [...others, worn.sheet] : others
  if (worn) wornBy.set(root, worn.sheet)
  else wornBy.delete(root)
}
