/** How captions look, as a viewer may settle it; what is left out is as the page has it. */
export interface CaptionLook {
  /** Times the usual size, from 0.5 to 3. */
  readonly size?: number
  readonly font?: 'sans' | 'serif' | 'mono' | 'casual' | 'capitals'
  /** `#rrggbb`. */
  readonly color?: string
  /** From 0 to 1. */
  readonly opacity?: number
  readonly edge?: 'none' | 'outline' | 'shadow' | 'raised'
  /** A box behind each line, one band over the whole width, or nothing. */
  readonly backing?: 'line' | 'band' | 'none'
  /** `#rrggbb`. */
  readonly background?: string
  /** From 0 to 1. */
  readonly backgroundOpacity?: number
  /** Where captions stand that name no line of their own. */
  readonly place?: 'foot' | 'top'
}

const FONTS: Readonly<Record<Exclude<NonNullable<CaptionLook['font']>, 'capitals'>, string>> = {
  sans: 'system-ui, sans-serif',
  serif: 'ui-serif, Georgia, serif',
  mono: 'ui-monospace, monospace',
  casual: '"Comic Neue", "Segoe Print", cursive'
}

const HEX = /^#[0-9a-f]{6}$/i

const within = (value: unknown, least: number, most: number): number | undefined =>
  typeof value === 'number' && value >= least && value <= most ? value : undefined

const oneOf = <Word extends string>(value: unknown, words: readonly Word[]): Word | undefined =>
  words.find(word => word === value)

const colorOf = (value: unknown): string | undefined =>
  typeof value === 'string' && HEX.test(value) ? value : undefined

const withoutGaps = <Value>(record: Readonly<Record<string, Value | undefined>>): Readonly<Record<string, Value>> =>
  Object.fromEntries(Object.entries(record).filter((entry): entry is [string, Value] => entry[1] !== undefined))

const mixed = (color: string | undefined, share: number | undefined, usual: string): string | undefined =>
  color === undefined && share === undefined
    ? undefined
    : `color-mix(in srgb, ${color ?? usual} ${Math.round((share ?? 0.8) * 100)}%, transparent)`

/** A look from anywhere: what is not one of the known words, a number in its range or a plain colour, is left out. */
export const readLook = (data: Readonly<Record<string, unknown>>): CaptionLook => {
  const look: { -readonly [Key in keyof CaptionLook]: CaptionLook[Key] | undefined } = {
    size: within(data.size, 0.5, 3),
    font: oneOf(data.font, ['sans', 'serif', 'mono', 'casual', 'capitals']),
    color: colorOf(data.color),
    opacity: within(data.opacity, 0, 1),
    edge: oneOf(data.edge, ['none', 'outline', 'shadow', 'raised']),
    backing: oneOf(data.backing, ['line', 'band', 'none']),
    background: colorOf(data.background),
    backgroundOpacity: within(data.backgroundOpacity, 0, 1),
    place: oneOf(data.place, ['foot', 'top'])
  }
  return withoutGaps(look) as CaptionLook
}

/** The custom properties that a look sets, whatever it was read from. */
export const lookProperties = (look: CaptionLook): Readonly<Record<string, string>> => {
  const { size, font, color, opacity, edge, backing, background, backgroundOpacity, place } = readLook({ ...look })
  return withoutGaps({
    '--yoke-caption-size': size === undefined ? undefined : String(size),
    '--yoke-caption-font': font === 'capitals' ? FONTS.sans : font && FONTS[font],
    '--yoke-caption-capitals': font === 'capitals' ? 'small-caps' : undefined,
    '--yoke-caption-color': color,
    '--yoke-caption-opacity': opacity === undefined ? undefined : String(opacity),
    '--yoke-caption-edge': edge,
    '--yoke-caption-backing': backing,
    '--yoke-caption-background': mixed(background, backgroundOpacity, '#000000'),
    '--yoke-caption-place': place
  })
}

const channel = (hex: string, at: number): number => {
  const value = Number.parseInt(hex.slice(at, at + 2), 16) / 255
  return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4
}

const luminance = (hex: string): number =>
  0.2126 * channel(hex, 1) + 0.7152 * channel(hex, 3) + 0.0722 * channel(hex, 5)

/** How far two colours (`#rrggbb`) stand apart, from 1 to 21 (WCAG 2.2, "contrast ratio"). */
const contrastBetween = (one: string, other: string): number => {
  const [light = 0, dark = 0] = [luminance(one), luminance(other)].sort((a, b) => b - a)
  return (light + 0.05) / (dark + 0.05)
}

/** What can be read at any size (WCAG 2.2, success criterion 1.4.3). */
const READABLE_CONTRAST = 4.5

/** Whether the text stands out from what is behind it: an edge of its own helps where the box does not. */
export const isReadable = ({ color, background, backing, edge }: CaptionLook): boolean => {
  const ground = backing === 'none' ? (edge && edge !== 'none' ? '#000000' : undefined) : (background ?? '#000000')
  return ground !== undefined && contrastBetween(color ?? '#ffffff', ground) >= READABLE_CONTRAST
}
