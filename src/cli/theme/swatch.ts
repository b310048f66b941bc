import type { Srgb } from '../../core/theme/oklch.ts'
import type { Palette } from '../../core/theme/palette.ts'
import { accentSentence, declarationsOf, toHex } from './serialize.ts'

const STYLE = `
  body { margin: 0; padding: 32px; display: grid; gap: 24px; grid-template-columns: repeat(auto-fit, minmax(min(100%, 460px), 1fr)); font: 15px/1.5 system-ui, sans-serif; background: linear-gradient(90deg, #000, #fff) }
  section { padding: 24px; border-radius: 12px; background: var(--yoke-surface); color: var(--yoke-text) }
  h1 { margin: 0 0 4px; font-size: 20px }
  p { margin: 0 0 20px }
  .track { height: 8px; border-radius: 2px; background: color-mix(in srgb, var(--yoke-text) 24%, transparent) }
  .track i { display: block; width: 62%; height: 100%; border-radius: 2px; background: var(--yoke-accent) }
  .row { display: flex; flex-wrap: wrap; gap: 12px; align-items: center; margin: 20px 0 }
  .row > * { padding: 9px 16px; border-radius: 8px }
  .on { background: var(--yoke-accent); color: var(--yoke-surface); font-weight: 600 }
  .hover { background: color-mix(in srgb, var(--yoke-text) 14%, transparent) }
  .chosen { color: var(--yoke-accent) }
  .focus { outline: 2px solid var(--yoke-text) }
  code { font: 13px/1.6 ui-monospace, monospace }
  table { width: 100%; border-collapse: collapse; font-variant-numeric: tabular-nums }
  th { text-align: start; font-weight: 400 }
  td, th { padding: 4px 0; border-block-start: 1px solid color-mix(in srgb, var(--yoke-text) 18%, transparent) }
  td { text-align: end }
  small { opacity: .78 }
`

const section = (accent: Srgb, palette: Palette): string => {
  const rows = palette.pairs.map(
    ({ name, needed, contrast }) =>
      `<tr><th scope="row">${name}</th><td>${contrast.toFixed(2)} <small>of ${needed}</small></td></tr>`
  )
  return `<section style="${declarationsOf(palette).join(' ')}">
  <h1>On ${palette.ground} ground</h1>
  <p>${accentSentence(accent, palette)}</p>
  <div class="track"><i></i></div>
  <div class="row"><span class="on">On the accent</span><span class="hover">Under the pointer</span><span class="hover chosen">Chosen</span><span class="focus">Focus</span></div>
  <p><code>${declarationsOf(palette).join('<br>')}</code></p>
  <table>${rows.join('\n')}</table>
</section>`
}

/** A page on which palettes can be looked at: each on its ground, with its contrasts. */
export const swatchPage = (accent: Srgb, palettes: readonly Palette[]): string => `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>A look from ${toHex(accent)}</title>
<style>${STYLE}</style>
<body>
${palettes.map(palette => section(accent, palette)).join('\n')}
</body>
</html>`
