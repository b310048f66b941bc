/**
 * Bundles what a browser loads: the entries that do something, and their parts as one file each. Everything is inside, so
 * that a page without a bundler and without an import map can load it, and a part is one request.
 */
import { readdirSync, readFileSync } from 'node:fs'
import { mkdir, rm, writeFile } from 'node:fs/promises'
import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build, type Plugin } from 'vite'
import { ownNames } from './own-names.ts'
import { slimCss } from './slim-css.ts'

const home = fileURLToPath(new URL('../', import.meta.url))
const source = (path: string): string => resolve(home, 'src', path)

/** What a module imports when it is loaded; types are nothing. */
const importsOf = (path: string): readonly string[] => {
  const text = readFileSync(path, 'utf8')
  const statements = text.matchAll(/^(?:import|export)\s+(?!type\b)[^'"]*?from\s+'(\.[^']+)'/gm)
  return [...statements].map(([, to = '']) => resolve(dirname(path), to))
}

/** A module and all that comes with it. */
const closureOf = (paths: readonly string[]): ReadonlySet<string> => {
  const seen = new Set<string>()
  const visit = (path: string): void => {
    if (seen.has(path)) return
    seen.add(path)
    for (const next of importsOf(path)) visit(next)
  }
  for (const path of paths) visit(source(path))
  return seen
}

export const ENTRIES = {
  'wiring/index': 'wiring/index.ts',
  'player/index': 'player/index.ts',
  'player/ready-made': 'player/ready-made.ts',
  'presets/index': 'presets/index.ts',
  'presets/stores/index': 'presets/stores/index.ts',
  'react/index': 'react/index.ts'
} as const

/** The files of parts, each with the modules that it is loaded for; what two of them need is in the first. */
const PARTS: Readonly<Record<string, readonly string[]>> = {
  base: ['wiring/index.ts'],
  player: ['player/index.ts'],
  controls: ['wiring/scope/controls.ts'],
  captions: ['wiring/captions/captions.ts', 'wiring/captions/caption-area.ts', 'player/captions/shown-captions.ts'],
  bar: ['player/bar/index.ts', 'player/bar/backdrop.ts'],
  sound: ['player/bar/sound.ts'],
  'list-controls': ['player/bar/list-controls.ts'],
  'choice-controls': ['player/bar/choice-controls.ts'],
  failover: ['media/html/failover-driver.ts'],
  settings: ['core/settings/read-deep.ts', 'core/documents/document-fault.ts', 'player/look/spelling.ts'],
  poster: ['player/poster/poster.ts', 'media/html/frame-poster.ts'],
  diagnosis: ['media/html/diagnose.ts'],
  streams: ['media/html/streams/index.ts'],
  transmux: ['core/streams/ts/transmux.ts'],
  conversion: ['media/html/streams/fetching/convert.ts'],
  presentations: ['core/streams/dash/index.ts'],
  decipher: ['media/html/streams/fetching/decipher.ts'],
  'stream-texts': ['media/html/streams/texts.ts'],
  'answer-text': ['loading/text-of-answer.ts'],
  clip: ['player/clip/player-clip.ts'],
  place: ['wiring/clip/place.ts'],
  playlist: ['wiring/playlist/index.ts'],
  'playlist-playing': ['wiring/playlist/playing.ts'],
  rows: ['wiring/rows/rows.ts', 'wiring/rows/field.ts'],
  'playlist-rows': ['wiring/playlist/couple.ts'],
  moments: ['wiring/moments/index.ts', 'wiring/moments/marks.ts'],
  'moment-rows': ['wiring/moments/couple.ts'],
  visits: ['wiring/memory/clip-key.ts', 'wiring/memory/when-leaving.ts', 'wiring/memory/stored.ts'],
  memory: ['wiring/memory/index.ts'],
  habits: ['wiring/memory/habits.ts'],
  dock: ['player/dock/index.ts'],
  docked: ['player/dock/docked.ts'],
  window: ['player/window/index.ts'],
  frames: ['media/frames.ts'],
  around: ['player/around/index.ts'],
  compass: ['player/around/compass.ts'],
  'around-faults': ['player/around/faults.ts'],
  'around-device': ['player/around/device.ts'],
  reports: ['wiring/reports/index.ts'],
  'resume-offer': ['player/bar/resume-offer.ts'],
  preview: ['wiring/preview/preview.ts'],
  'on-track': ['player/bar/on-track.ts'],
  'caption-faults': ['core/captions/check/sentences.ts'],
  'json-places': ['core/documents/locate.ts'],
  presets: ['presets/presets.ts'],
  'preset-reading': ['core/presets/read-text.ts'],
  'preset-editing': ['presets/editing.ts'],
  'preset-documents': ['presets/documents.ts'],
  looks: ['presets/look/looks.ts'],
  icons: ['presets/look/icons.ts'],
  logo: ['presets/look/logo.ts'],
  house: ['core/presets/house.ts']
}

const fileOf = new Map<string, string>()
// What both a player and its controls need comes with the begin: neither is to bring the other.
const ofControls = closureOf(PARTS.controls ?? [])
for (const module of closureOf(PARTS.player ?? [])) if (ofControls.has(module)) fileOf.set(module, 'base')
for (const [name, modules] of Object.entries(PARTS))
  for (const module of closureOf(modules)) if (!fileOf.has(module)) fileOf.set(module, name)
for (const entry of Object.values(ENTRIES)) fileOf.delete(source(entry))

/** What an entry imports for nothing but to have it there stays in. */
const BROUGHT_ALONG = new Set(['player/bar/index.ts', 'wiring/scope/controls.ts'].map(source))

/** Written in the source so that no bundler takes it for a file of the source; in what is shipped it is to be found. */
const workerAddress: Plugin = {
  name: 'worker-address',
  renderChunk: code => {
    // As long as before, so that the source map holds.
    const changed = code.replace(/\/\* @vite-ignore \*\//g, found => ' '.repeat(found.length))
    return changed === code ? null : { code: changed, map: null }
  }
}

const keepBrought: Plugin = {
  name: 'keep-brought',
  transform: (_, id) => (BROUGHT_ALONG.has(id) ? { moduleSideEffects: true } : null)
}

/** Builds the entries and their parts into `dist`. */
export const buildRuntime = async (): Promise<void> => {
  await build({
    configFile: false,
    logLevel: 'warn',
    root: home,
    publicDir: false,
    plugins: [slimCss, ownNames, keepBrought, workerAddress],
    build: {
      outDir: resolve(home, 'dist'),
      emptyOutDir: false,
      target: 'es2022',
      minify: false,
      sourcemap: true,
      modulePreload: false,
      lib: {
        entry: Object.fromEntries(Object.entries(ENTRIES).map(([name, path]) => [name, source(path)])),
        formats: ['es']
      },
      rolldownOptions: {
        external: ['react'],
        output: {
          // For frameworks that render on a server and tell apart what runs there.
          banner: ({ name }) => (name === 'react/index' ? "'use client'\n" : ''),
          entryFileNames: '[name].js',
          chunkFileNames: 'parts/[name].js',
          // What an earlier file has, a later one takes from there.
          codeSplitting: {
            groups: Object.keys(PARTS).map((name, index) => ({
              name,
              test: (id: string) => fileOf.get(id) === name,
              priority: 100 - index
            }))
          }
        }
      }
    }
  })
}

const dist = resolve(home, 'dist')

/** Takes out the modules that are inside the bundle now; their types stay. */
export const dropBundled = async (): Promise<void> => {
  for (const room of ['loading', 'wiring', 'player', 'presets', 'react', 'media/html'])
    for (const name of readdirSync(resolve(dist, room), { recursive: true, encoding: 'utf8' })) {
      const path = resolve(dist, room, name)
      const isEntry = Object.keys(ENTRIES).some(entry => path.startsWith(`${resolve(dist, entry)}.js`))
      if (/\.js(?:\.map)?$/.test(name) && !isEntry) await rm(path)
    }
}

/**
 * Hosted video in one file, with what it needs of the core: whoever brings it to a page loads that and nothing else. It meets
 * players by what stands on the page, so that it may share no module with them.
 */
export const buildHosted = async (): Promise<void> => {
  const room = resolve(dist, 'media/hosted')
  for (const name of readdirSync(room)) if (/\.js(?:\.map)?$/.test(name)) await rm(resolve(room, name))
  await build({
    configFile: false,
    logLevel: 'warn',
    root: home,
    publicDir: false,
    build: {
      outDir: room,
      emptyOutDir: false,
      target: 'es2022',
      minify: false,
      sourcemap: true,
      lib: { entry: source('media/hosted/index.ts'), formats: ['es'], fileName: () => 'index.js' },
      rolldownOptions: { output: { chunkFileNames: '[name].js' } }
    }
  })
}

/** The worker has all that it needs inside: it loads nothing of a page, and nothing of a page runs in it. */
export const buildWorker = async (): Promise<void> => {
  await build({
    configFile: false,
    logLevel: 'warn',
    root: home,
    publicDir: false,
    build: {
      outDir: resolve(dist, 'parts'),
      emptyOutDir: false,
      target: 'es2022',
      minify: false,
      sourcemap: true,
      lib: {
        entry: source('media/html/streams/fetching/convert-worker.ts'),
        formats: ['es'],
        fileName: () => 'transmux-worker.js'
      }
    }
  })
}

const VENDORED = 'valibot'

/** The rooms that stay modules need nothing from elsewhere either: what reads documents lies beside them. */
export const vendorValidation = async (): Promise<void> => {
  const folder = resolve(dist, 'core/documents')
  const files = readdirSync(folder).filter(name => name.endsWith('.js'))
  const names = new Set<string>()
  for (const name of files) {
    const path = resolve(folder, name)
    const text = readFileSync(path, 'utf8')
    for (const [, list = ''] of text.matchAll(/import \{([^}]*)\} from ['"]valibot['"]/g))
      for (const each of list.split(',')) names.add(each.trim())
    await writeFile(path, text.replace(/from ['"]valibot['"]/g, "from '../../vendor/valibot.js'"))
  }
  const vendor = resolve(dist, 'vendor')
  const entry = resolve(vendor, 'entry.js')
  await mkdir(vendor, { recursive: true })
  await writeFile(entry, `export { ${[...names].filter(Boolean).join(', ')} } from '${VENDORED}'`)
  await build({
    configFile: false,
    logLevel: 'warn',
    root: home,
    publicDir: false,
    build: {
      outDir: vendor,
      emptyOutDir: false,
      target: 'es2022',
      lib: { entry, formats: ['es'], fileName: () => `${VENDORED}.js` }
    }
  })
  await rm(entry)
}

/** The command line in one file, with the libraries that it alone needs: who installs the package installs nothing else. */
export const buildCommandLine = async (): Promise<void> => {
  const folder = resolve(dist, 'cli')
  await rm(folder, { recursive: true })
  await build({
    configFile: false,
    logLevel: 'warn',
    root: home,
    publicDir: false,
    ssr: { noExternal: true },
    build: {
      ssr: true,
      outDir: folder,
      target: 'node20',
      minify: false,
      rolldownOptions: {
        input: source('cli/main.ts'),
        output: { entryFileNames: 'main.js', chunkFileNames: '[name].js' }
      }
    }
  })
}
