/** Writes src/player/bar/icons.ts and list-icons.ts: the icons of the ready-made player, each as one path, from a general open icon set. */
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

/** Those of lists, which come with them. */
const LIST_ICONS = {
  next: 'skip-forward',
  previous: 'skip-back',
  playlist: 'list-music',
  shuffle: 'shuffle',
  'repeat-one': 'repeat-1'
}

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
const rowsOf = (icons: Readonly<Record<string, string>>): readonly string[] =>
  Object.entries(icons).map(([name, source]) => {
    const icon = nodes[source]
    if (!icon) throw new Error(`the icon set has no ${source}`)
    const path = icon.map(pathOf).map(toAbsoluteStart).join('')
    return `  ${/-/.test(name) ? `'${name}'` : name}:\n    '${path}'`
  })
const HEAD = `/**
 * Written by tools/icons.ts from Lucide (ISC licence, see LICENSE): each icon as the \`d\` of one path on a 24 by 24 ground,
 * drawn with strokes.
 */
`
const text = `${HEAD}export const ICONS = {
${rowsOf(ICONS).join(',\n')}
} as const

/** An icon of the ready-made player; also what \`slot="icon-…"\` replaces it by. */
export type IconName = keyof typeof ICONS
`
const write = (name: string, written: string): Promise<void> =>
  writeFile(fileURLToPath(new URL(`../src/player/bar/${name}.ts`, import.meta.url)), written)
await write('icons', text)
await write(
  'list-icons',
  `${HEAD}export const LIST_ICONS = {\n${rowsOf(LIST_ICONS).join(',\n')}\n} as const\n\n/** An icon of lists, as those of the player. */\nexport type ListIconName = keyof typeof LIST_ICONS\n`
)
