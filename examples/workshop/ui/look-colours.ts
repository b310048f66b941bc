import type { Look } from 'yokewright/presets'
import { derivePalette, type Ground, measurePairs, type Palette, type Srgb } from 'yokewright/theme'

/** The colours of players whose preset says none. */
const USUAL = { accent: '#f0b944', surface: '#0d2230', text: '#f3f8f6' } as const

/** Any CSS colour as the browser paints it; `undefined` where it is none. */
const srgbOf = (colour: string | undefined): Srgb | undefined => {
  if (colour === undefined || !CSS.supports('color', colour)) return undefined
  const canvas = document.createElement('canvas')
  canvas.width = 1
  canvas.height = 1
  const pen = canvas.getContext('2d')
  if (!pen) return undefined
  pen.fillStyle = colour
  pen.fillRect(0, 0, 1, 1)
  const [red = 0, green = 0, blue = 0] = pen.getImageData(0, 0, 1, 1).data
  return [red / 255, green / 255, blue / 255]
}

const groundsOf = ({ ground }: Look): readonly Ground[] =>
  ground === 'auto' ? ['dark', 'light'] : [ground === 'light' ? 'light' : 'dark']

/** The colours that a look comes to, with all contrasts, for each ground that it has. */
export const palettesOf = (look: Look): readonly Palette[] => {
  const accent = srgbOf(look.accent) ?? srgbOf(USUAL.accent)
  if (!accent) return []
  const said = { surface: srgbOf(look.surface), text: srgbOf(look.text) }
  const saysNothing = [look.accent, look.ground, look.surface, look.text].every(each => each === undefined)
  return groundsOf(look).map(ground => {
    const made = derivePalette(accent, ground)
    const { surface = made.surface, text = made.text } = saysNothing
      ? { surface: srgbOf(USUAL.surface), text: srgbOf(USUAL.text) }
      : said
    // Beside a surface or a text of one's own the accent stays as it is.
    const isMoved = !saysNothing && !said.surface && !said.text
    const colours = { accent: isMoved ? made.accent : accent, surface, text }
    return { ...colours, ground, pairs: measurePairs(colours), shift: isMoved ? made.shift : 0 }
  })
}
