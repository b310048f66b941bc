import type { Look, Preset } from 'yokewright/presets'
import { type Colours, declareColours, type Ground } from 'yokewright/theme'
import { familyOf, labelOf, type Workspace } from './workspace.ts'

/** What the player of the page to paste plays. */
export interface Film {
  readonly src: string
  readonly poster: string
  readonly captions: string
  readonly title: string
  readonly width: number
  readonly height: number
}

const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;')

/** JSON that can stand in a page: nothing in it ends the element around it. */
const inPage = (data: unknown): string => JSON.stringify(data, null, 2).replaceAll('<', '\\u003c')

/** The preset as a document, and those of one's own that it extends. */
export const asJson = (workspace: Workspace, name: string): string => {
  const family = familyOf(workspace, name)
  return `${JSON.stringify(family.length === 1 ? family[0] : family, null, 2)}\n`
}

const indent = (text: string, by: string): string =>
  text
    .split('\n')
    .map(line => line && by + line)
    .join('\n')

/**
 * A whole page with one player: it plays when the library's files lie beside it.
 * @param asksForControls the preset says nothing of them.
 */
export const asPage = (workspace: Workspace, name: string, film: Film, asksForControls: boolean): string => {
  const family = familyOf(workspace, name)
  const preset = workspace.presets.find(each => each.name === name)
  const captions = film.captions
    ? `\n      <track kind="captions" srclang="en" label="English" src="${escaped(film.captions)}">\n    `
    : ''
  const poster = film.poster ? ` poster="${escaped(film.poster)}"` : ''
  const presets =
    family.length > 0
      ? `\n    <script type="application/json" data-yoke-presets>\n${indent(inPage(family.length === 1 ? family[0] : family), '      ')}\n    </script>`
      : ''
  return `<!doctype html>
<html lang="en">
  <head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <title>${escaped(film.title || (preset ? labelOf(preset) : name))}</title>
    <link rel="stylesheet" href="yokewright.css">
    <script src="yokewright.js" defer></script>
    <script src="yokewright.presets.js" defer></script>${presets}
  </head>
  <body>
    <yoke-player preset="${escaped(name)}"${asksForControls ? ' controls' : ''}${film.title ? ` clip-title="${escaped(film.title)}"` : ''} src="${escaped(film.src)}" width="${film.width}" height="${film.height}"${poster}>${captions}</yoke-player>
  </body>
</html>
`
}

const LENGTHS: readonly (readonly [keyof Look, string])[] = [
  ['radius', '--yoke-radius'],
  ['controlSize', '--yoke-control-size'],
  ['trackSize', '--yoke-track-size'],
  ['handleSize', '--yoke-handle-size'],
  ['inset', '--yoke-inset'],
  ['corner', 'border-radius']
]
const FRAMES: Readonly<Record<string, string>> = {
  line: 'outline: 1px solid color-mix(in srgb, var(--yoke-text) 30%, var(--yoke-surface))',
  shadow: 'box-shadow: 0 1px 3px #0004, 0 14px 36px -6px #0006'
}
/** What only the preset can say. */
const BEYOND_CSS: readonly (keyof Look)[] = ['backing', 'track', 'handle', 'iconWeight', 'icons', 'logo', 'motion']

/** The part of a look that CSS can carry, for players and controls without a preset. */
export const asCss = (look: Look, palettes: readonly (Colours & { readonly ground: Ground })[]): string => {
  const lines = LENGTHS.flatMap(([key, property]) =>
    typeof look[key] === 'number' ? [`  ${property}: ${look[key]}px;`] : []
  )
  const colours = palettes.map(palette => [
    `  color-scheme: ${palette.ground};`,
    ...declareColours(palette)
      .split(';')
      .map(each => `  ${each.replace(':', ': ')};`)
  ])
  const frame = FRAMES[look.frame ?? '']
  const left = BEYOND_CSS.filter(key => look[key] !== undefined && look[key] !== null)
  const [first = [], second] = colours
  const rule = ['yoke-player {', ...first, ...lines, ...(frame ? [`  ${frame};`] : []), '}']
  const light = second
    ? ['', '@media (prefers-color-scheme: light) {', '  yoke-player {', ...second.map(line => `  ${line}`), '  }', '}']
    : []
  const note = left.length > 0 ? ['', `/* Only the preset can say: ${left.join(', ')}. */`] : []
  return `${[...rule, ...light, ...note].join('\n')}\n`
}

/** What is wrong with a text that should be presets, or the presets in it: one document, or a list. */
export const readPresets = (text: string): { readonly presets: readonly Preset[] } | { readonly problem: string } => {
  let data: unknown
  try {
    data = JSON.parse(text)
  } catch (error) {
    return { problem: `That is no JSON: ${error instanceof Error ? error.message : String(error)}.` }
  }
  const documents: readonly unknown[] = Array.isArray(data) ? data : [data]
  const nameless = documents.find(each => typeof (each as { name?: unknown } | null)?.name !== 'string')
  if (documents.length === 0 || nameless !== undefined)
    return { problem: 'A preset is an object with a "name": { "name": "ours", "extends": "house:standard@1" }.' }
  const house = documents.find(each => (each as Preset).name.startsWith('house:')) as Preset | undefined
  if (house) return { problem: `Names with “house:” are the library's: give ${house.name} another one.` }
  return { presets: documents as readonly Preset[] }
}
