/** Writes src/player/bar/icons.ts: the icons of the ready-made player, each as one path, from a general open icon set. */
import { readFile, writeFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { fileURLToPath } from 'node:url'

type IconNode = readonly [tag: string, attributes: Readonly<Record<string, string>>]

/** Our name for each icon, and the set's. */
const ICONS = {
  play: 'play',
  pause: 'pause',
  replay: 'rotate-ccw',
  stop: 'square',
  restart: 'skip-back',
  'skip-back': 'undo-2',
  'skip-forward': 'redo-2',
  'step-back': 'step-back',
  'step-forward': 'step-forward',
  volume: 'volume-2',
  muted: 'volume-x',
  captions: 'captions',
  looks: 'a-large-small',
  loop: 'repeat',
  settings: 'settings',
  shortcuts: 'keyboard',
  'picture-in-picture': 'picture-in-picture-2',
  fullscreen: 'maximize',
  'exit-fullscreen': 'minimize',
  fault: 'triangle-alert',
  close: 'x',
  check: 'check'
} as const

const pathOf = ([tag, a]: IconNode): string => {
  const n = (name: string): number => Number(a[name] ?? 0)
  if (tag === 'path') return a.d ?? ''
  if (tag === 'circle') {
    const r = n('r')
    return `M${n('cx') - r} ${n('cy')}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`
  }
  if (tag !== 'rect') throw new Error(`an icon has a <${tag}>, which is not foreseen`)
  const [x, y, w, h, r] = [n('x'), n('y'), n('width'), n('height'), n('rx')]
  const corner = (dx: number, dy: number): string => `a${r} ${r} 0 0 1 ${dx} ${dy}`
  return `M${x + r} ${y}h${w - 2 * r}${corner(r, r)}v${h - 2 * r}${corner(-r, r)}h${2 * r - w}${corner(-r, -r)}v${2 * r - h}${corner(r, -r)}z`
}

/** A path may begin with a small m, which is only absolute where nothing stands before it; what follows it is relative still. */
const toAbsoluteStart = (d: string): string =>
  d.replace(
    /^m(-?[\d.]+)[ ,]?(-?[\d.]+)\s*(?=([-\d.])?)/,
    (_, x: string, y: string, more?: string) => `M${x} ${y}${more ? 'l' : ''}`
  )

const require = createRequire(import.meta.url)
const nodes = JSON.parse(await readFile(require.resolve('lucide-static/icon-nodes.json'), 'utf8')) as Record<
  string,
  readonly IconNode[]
>
const rows = Object.entries(ICONS).map(([name, source]) => {
  const icon = nodes[source]
  if (!icon) throw new Error(`the icon set has no ${source}`)
  const path = icon.map(pathOf).map(toAbsoluteStart).join('')
  return `  ${/-/.test(name) ? `'${name}'` : name}:\n    '${path}'`
})
const text = `/**
 * Written by tools/icons.ts from Lucide (ISC licence, see LICENSE): each icon as the \`d\` of one path on a 24 by 24 ground,
 * drawn with strokes.
 */
export const ICONS = {
${rows.join(',\n')}
} as const

/** An icon of the ready-made player; also what \`slot="icon-…"\` replaces it by. */
export type IconName = keyof typeof ICONS
`
await writeFile(fileURLToPath(new URL('../src/player/bar/icons.ts', import.meta.url)), text)
