import { type ArgsDef, type CommandDef, defineCommand } from 'citty'
import { converter, parse } from 'culori'
import type { Srgb } from '../../core/theme/oklch.ts'
import { derivePalette, type Ground, type Palette } from '../../core/theme/palette.ts'
import { type Args, checkOptions, isOn, textOf } from '../arguments.ts'
import { serializePalettes, toHex } from './serialize.ts'
import { swatchPage } from './swatch.ts'

const args: ArgsDef = {
  accent: { type: 'positional', required: false, description: 'Any CSS colour, such as #0b6e4f or teal.' },
  ground: { type: 'string', description: 'dark, light, or auto: as the viewer’s system has it. Default: dark.' },
  html: { type: 'boolean', description: 'Print a page on which the colours can be looked at.' },
  json: { type: 'boolean', description: 'Print all that was found, for machines.' }
}

const GROUNDS: Readonly<Record<string, readonly Ground[]>> = {
  dark: ['dark'],
  light: ['light'],
  auto: ['dark', 'light']
}

const toSrgb = converter('rgb')
const EXAMPLE = 'write any CSS colour, such as #0b6e4f or teal'

/** The one accent. @throws a sentence where there is none, more than one, or no colour. */
const accentOf = ({ _: [written, ...more] }: Args): Srgb => {
  if (written === undefined) throw new Error(`no accent was named; ${EXAMPLE}, in quotes`)
  if (more.length > 0) throw new Error('one accent was expected, and more came; put it in quotes')
  const found = parse(written)
  if (!found) throw new Error(`“${written}” is no colour; ${EXAMPLE}`)
  if ((found.alpha ?? 1) < 1) throw new Error(`“${written}” lets what lies under it through; name one that does not`)
  const { r, g, b } = toSrgb(found)
  return [r, g, b].map(part => Math.min(1, Math.max(0, part))) as unknown as Srgb
}

const groundsOf = (options: Args): readonly Ground[] => {
  const name = textOf(options, 'ground') ?? 'dark'
  const grounds = Object.hasOwn(GROUNDS, name) ? GROUNDS[name] : undefined
  if (!grounds) throw new Error(`--ground is “${name}”; write one of ${Object.keys(GROUNDS).join(', ')}`)
  return grounds
}

const forMachines = (accent: Srgb, palettes: readonly Palette[]): string =>
  JSON.stringify(
    {
      given: toHex(accent),
      palettes: palettes.map(({ ground, accent: found, surface, text, shift, pairs }) => ({
        ground,
        accent: toHex(found),
        surface: toHex(surface),
        text: toHex(text),
        shift: Number(shift.toFixed(3)),
        pairs: pairs.map(pair => ({ ...pair, contrast: Number(pair.contrast.toFixed(2)) }))
      }))
    },
    null,
    2
  )

/** `yokewright theme`: one colour in, the colours of a look out, each pair legible. */
export const theme: CommandDef = defineCommand({
  meta: { name: 'theme', description: 'Make the colours of a look from one accent, such that all can be read.' },
  args,
  run({ args: given }) {
    const options = given as unknown as Args
    checkOptions(options, args)
    const accent = accentOf(options)
    const palettes = groundsOf(options).map(ground => derivePalette(accent, ground))
    if (isOn(options, 'json')) console.log(forMachines(accent, palettes))
    else console.log(isOn(options, 'html') ? swatchPage(accent, palettes) : serializePalettes(accent, palettes))
    return 0
  }
})
