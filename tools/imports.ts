/**
 * Draws which layer of the sources imports which, with the rooms in it and how many imports there are: docs/screenshots/imports.png.
 * Needs graphviz (`dot`).
 */
import { execFileSync } from 'node:child_process'
import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

const home = fileURLToPath(new URL('../', import.meta.url))

/** From the top down; imports go down only. */
const LAYERS: Readonly<Record<string, string>> = {
  cli: 'the command line',
  player: '<yoke-player> and its controls',
  react: 'components and hooks',
  scenes: 'pictures, controls and sound for what is drawn otherwise',
  effects: 'dragging, prints, stutter',
  presets: 'documents, links, looks, stores',
  wiring: 'yokes, scopes, couplings, captions in a page',
  media: 'what plays: adapters, sources, the conformance kit',
  loading: 'parts on demand',
  core: 'computation, without a page'
}

interface Cruised {
  readonly modules: readonly {
    readonly source: string
    readonly dependencies: readonly { readonly resolved: string }[]
  }[]
}

const cruise = (): Cruised =>
  JSON.parse(
    execFileSync(
      process.execPath,
      [
        join(home, 'node_modules/dependency-cruiser/bin/dependency-cruise.mjs'),
        'src',
        '--config',
        '.dependency-cruiser.cjs',
        '--output-type',
        'json',
        '--exclude',
        '\\.test\\.ts$'
      ],
      { cwd: home, encoding: 'utf8', maxBuffer: 1 << 28 }
    )
  )

const layerOf = (path: string): string => /^src\/(\w+)\//.exec(path)?.[1] ?? ''

const escaped = (text: string): string => text.replace(/</g, '&lt;').replace(/>/g, '&gt;')

const roomsOf = (layer: string): readonly string[] =>
  readdirSync(join(home, 'src', layer), { withFileTypes: true })
    .filter(entry => entry.isDirectory())
    .map(({ name }) => name)

const node = ([layer, says]: readonly [string, string]): string => {
  const rooms = roomsOf(layer).join(' · ')
  const small = rooms ? `<br/><font point-size="11" color="#4a5b6c">${rooms}</font>` : ''
  return `${layer} [label=<<b>${layer}</b>  <font point-size="12">${escaped(says)}</font>${small}>]`
}

const edges = new Map<string, number>()
for (const { source, dependencies } of cruise().modules)
  for (const { resolved } of dependencies) {
    const [from, to] = [layerOf(source), layerOf(resolved)]
    if (from in LAYERS && to in LAYERS && from !== to)
      edges.set(`${from} -> ${to}`, (edges.get(`${from} -> ${to}`) ?? 0) + 1)
  }

const graph = `digraph {
  graph [rankdir=TB nodesep=0.7 ranksep=0.62 pad=0.4 bgcolor="#ffffff" fontname="Helvetica" dpi=110]
  node [shape=box style="rounded,filled" fillcolor="#eef4f8" color="#8aa2b4" fontname="Helvetica" fontsize=15 margin="0.22,0.12"]
  edge [color="#5b7488" fontname="Helvetica" fontsize=12 fontcolor="#33475a" arrowsize=0.8]
  ${Object.entries(LAYERS).map(node).join('\n  ')}
  ${[...edges].map(([edge, count]) => `${edge} [label="  ${count}"]`).join('\n  ')}
  { rank=same; cli; player }
}`

execFileSync('dot', ['-Tpng', '-o', join(home, 'docs/screenshots/imports.png')], { input: graph })
console.log([...edges].map(([edge, count]) => `${edge}: ${count}`).join('\n'))
