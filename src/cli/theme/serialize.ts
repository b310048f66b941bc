import { formatHex } from 'culori'
import type { Srgb } from '../../core/theme/oklch.ts'
import type { Palette } from '../../core/theme/palette.ts'

export const toHex = ([r, g, b]: Srgb): string => formatHex({ mode: 'rgb', r, g, b })

/** What has become of the accent, in a sentence. */
export const accentSentence = (accent: Srgb, { accent: found, shift }: Palette): string =>
  shift === 0
    ? `${toHex(accent)} serves as it is.`
    : `${toHex(accent)} is ${toHex(found)} here: ${shift > 0 ? 'lighter' : 'darker'} by ${Math.abs(shift).toFixed(2)} of 1, so that it can be read.`

/** The custom properties of a palette, a line each. */
export const declarationsOf = ({ accent, surface, text }: Palette): readonly string[] =>
  Object.entries({ accent, surface, text }).map(([name, colour]) => `--yoke-${name}: ${toHex(colour)};`)

const comment = (accent: Srgb, palette: Palette): string => {
  const rows = palette.pairs.map(
    ({ name, needed, contrast }) => `  ${contrast.toFixed(2).padStart(8)}  ${String(needed).padStart(5)}  ${name}`
  )
  const head = `On ${palette.ground} ground, ${accentSentence(accent, palette)}`
  return ['/*', `  ${head}`, '', '  contrast  needs', ...rows, '*/'].join('\n')
}

const MEDIA = 'prefers-color-scheme: light'

/** Palettes as a style sheet: the first one, and a second one where the viewer's system is light. */
export const serializePalettes = (accent: Srgb, palettes: readonly Palette[]): string =>
  palettes
    .map((palette, index) => {
      const pad = index > 0 ? '  ' : ''
      const rule = ['yoke-player {', ...declarationsOf(palette).map(line => `  ${line}`), '}'].map(line => pad + line)
      const lines = index > 0 ? [`@media (${MEDIA}) {`, ...rule, '}'] : rule
      return `${comment(accent, palette)}\n${lines.join('\n')}`
    })
    .join('\n\n')
