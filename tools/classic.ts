/**
 * The classic script: what most pages need in one file, which works from a double-clicked page too. What is seldom needed
 * stands beside it, a classic file each, and is loaded by a `<script>` of its own.
 */
import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { minify } from 'terser'
import { build, type Plugin } from 'vite'
import { ownNames } from './own-names.ts'
import { slimCss } from './slim-css.ts'

const home = fileURLToPath(new URL('../', import.meta.url))
const source = (path: string): string => resolve(home, 'src', path)

/** By the name of its file: modules that share no state with the one file. */
export const CLASSIC_PARTS: Readonly<Record<string, string>> = {
  ar: 'core/words/ar.ts',
  around: 'player/around/index.ts',
  'around-device': 'player/around/device.ts',
  'around-faults': 'player/around/faults.ts',
  'caption-faults': 'core/captions/check/sentences.ts',
  'caption-looks': 'player/bar/caption-looks.ts',
  compass: 'player/around/compass.ts',
  clip: 'player/clip/player-clip.ts',
  diagnosis: 'media/html/diagnose.ts',
  dialect: 'core/documents/dialect.ts',
  dock: 'player/dock/index.ts',
  docked: 'player/dock/docked.ts',
  'file-drop': 'player/media/file-drop.ts',
  'frame-poster': 'media/html/frame-poster.ts',
  conversion: 'media/html/streams/fetching/convert.ts',
  decipher: 'media/html/streams/fetching/decipher.ts',
  house: 'core/presets/house.ts',
  inspect: 'wiring/yoke/inspect.ts',
  ja: 'core/words/ja.ts',
  'json-places': 'core/documents/locate.ts',
  'last-resort': 'player/media/last-resort.ts',
  looks: 'presets/look/looks.ts',
  marks: 'wiring/moments/marks.ts',
  moments: 'wiring/moments/index.ts',
  'moment-rows': 'wiring/moments/couple.ts',
  habits: 'wiring/memory/habits.ts',
  'media-keys': 'player/media/media-keys.ts',
  memory: 'wiring/memory/index.ts',
  reports: 'wiring/reports/index.ts',
  'resume-offer': 'player/bar/resume-offer.ts',
  'on-track': 'player/bar/on-track.ts',
  'list-controls': 'player/bar/list-controls.ts',
  'choice-controls': 'player/bar/choice-controls.ts',
  'named-references': 'core/captions/text/named-references.ts',
  mistakes: 'wiring/checks/mistakes.ts',
  outline: 'player/look/outline.ts',
  'page-checks': 'wiring/checks/page-checks.ts',
  placed: 'player/bar/placed.ts',
  poster: 'player/poster/poster.ts',
  playlist: 'wiring/playlist/index.ts',
  'playlist-playing': 'wiring/playlist/playing.ts',
  'playlist-faults': 'core/playlist/playlist-faults.ts',
  'playlist-rows': 'wiring/playlist/couple.ts',
  preview: 'wiring/preview/preview.ts',
  probe: 'core/sources/probe/probe.ts',
  presentations: 'core/streams/dash/index.ts',
  'preset-documents': 'presets/documents.ts',
  'preset-editing': 'presets/editing.ts',
  'preset-reading': 'core/presets/read-text.ts',
  settings: 'core/settings/read-deep.ts',
  'shortcut-list': 'player/bar/shortcut-list.ts',
  sound: 'player/bar/sound.ts',
  spelling: 'player/look/spelling.ts',
  starter: 'wiring/behaviour/starter.ts',
  'stream-texts': 'media/html/streams/texts.ts',
  streams: 'media/html/streams/index.ts',
  place: 'wiring/clip/place.ts',
  'track-styles': 'wiring/captions/track-styles.ts',
  transmux: 'core/streams/ts/transmux.ts',
  'transmux-worker': 'media/html/streams/fetching/convert-worker.ts',
  transcript: 'wiring/captions/transcript.ts',
  window: 'player/window/index.ts'
}

/** An import of a part, which is loaded when it is wanted. */
const LATER = /(?<!typeof )import\('(\.[^']+)'\)/g

const nameOf = new Map(Object.entries(CLASSIC_PARTS).map(([name, path]) => [source(path), name]))
const BESIDE = source('loading/beside.ts')

/** An import of such a module asks for the file beside, and a worker is one. */
const partsBeside: Plugin = {
  name: 'parts-beside',
  enforce: 'pre',
  transform(code, id) {
    const changed = code
      .replace(LATER, (whole, path: string) => {
        const name = nameOf.get(resolve(dirname(id), path))
        return name ? `loadBeside('${name}')` : whole
      })
      .replace(/new URL\((?:\/\*.*?\*\/ )?'\.\/([\w-]+)\.js', import\.meta\.url\)/g, "addressBeside('$1')")
    return changed === code
      ? null
      : { code: `import { addressBeside, loadBeside } from '${BESIDE}'\n${changed}`, map: null }
  }
}

/** Parts that the one file holds, by the names under which `player/classic.ts` hands them out. */
const PARTS_WITHIN: Readonly<Record<string, string>> = {
  backdrop: 'player/bar/backdrop.ts',
  bar: 'player/bar/index.ts',
  captions: 'wiring/captions/captions.ts',
  captionArea: 'wiring/captions/caption-area.ts',
  captionMemory: 'wiring/captions/memory.ts',
  controls: 'wiring/scope/controls.ts',
  failover: 'media/html/failover-driver.ts',
  shownCaptions: 'player/captions/shown-captions.ts'
}

const heldAs = new Map(Object.entries(PARTS_WITHIN).map(([name, path]) => [source(path), name]))
/** Defines the element, though it is imported for its names alone. */
const PLAYER = source('player/index.ts')
const WITHIN = source('loading/within.ts')

/**
 * The one file imports what it holds, and hands it out to who asks later: a bundler wraps each module that is imported later,
 * and each that such a module needs, into a function of its own.
 */
const partsWithin: Plugin = {
  name: 'parts-within',
  enforce: 'pre',
  transform(code, id) {
    const changed = code.replace(LATER, (whole, path: string) => {
      const name = heldAs.get(resolve(dirname(id), path))
      return name ? `partWithin('${name}')` : whole
    })
    if (id === PLAYER) return { moduleSideEffects: true }
    return changed === code ? null : { code: `import { partWithin } from '${WITHIN}'\n${changed}`, map: null }
  }
}

/** What a second minifier finds in what the first has left: most of a kilobyte, of a file that has a bar of its own. */
const minifiedTwice: Plugin = {
  name: 'minified-twice',
  enforce: 'post',
  async generateBundle(_, bundle) {
    for (const chunk of Object.values(bundle)) {
      if (chunk.type !== 'chunk') continue
      const { code = chunk.code, map } = await minify(chunk.code, {
        compress: { passes: 3 },
        // A page that says no encoding, from a server that says none, reads scripts in an old one.
        format: { ascii_only: true },
        ...(chunk.map && { sourceMap: { content: JSON.stringify(chunk.map), asObject: true } })
      })
      // Who imports the file as a module has no `this` there.
      chunk.code = code.replace(/\bthis\.(?=yokewright)/g, 'globalThis.')
      if (chunk.map && map && typeof map !== 'string')
        Object.assign(chunk.map, { mappings: map.mappings, names: map.names })
    }
  }
}

const buildScript = (entry: string, name: string, file: string, plugins: Plugin[] = []): Promise<unknown> =>
  build({
    configFile: false,
    logLevel: 'warn',
    root: home,
    publicDir: false,
    plugins: [...plugins, slimCss, ownNames, minifiedTwice],
    // There is none in a classic script.
    define: { 'import.meta.url': 'undefined' },
    build: {
      outDir: resolve(home, 'dist'),
      emptyOutDir: false,
      target: 'es2022',
      sourcemap: true,
      lib: { entry, name, formats: ['iife'], fileName: () => file },
      // What a file before it has put there stays.
      // That the second minifier takes its time is known.
      rolldownOptions: { output: { extend: true }, checks: { pluginTimings: false } }
    }
  })

/** Hosted video for pages of classic scripts: brought by a page that wants it, before or behind the one file. */
const HOSTED = 'yokewright.hosted.js'
/** Presets, likewise. */
const PRESETS = 'yokewright.presets.js'
/** Effects, likewise. */
const EFFECTS = 'yokewright.effects.js'
/** Scenes, likewise. */
const SCENES = 'yokewright.scenes.js'

/** The files of the classic script, in `dist`. */
export const CLASSIC_FILES: readonly string[] = [
  'yokewright.js',
  HOSTED,
  PRESETS,
  EFFECTS,
  SCENES,
  ...Object.keys(CLASSIC_PARTS).map(name => `yokewright.${name}.js`)
]

/** Builds the one file, `yokewright` as a global, and those beside it. */
export const buildClassic = async (): Promise<void> => {
  await buildScript(source('player/classic.ts'), 'yokewright', 'yokewright.js', [partsWithin, partsBeside])
  await buildScript(source('media/hosted/index.ts'), 'yokewright.hosted', HOSTED, [partsBeside])
  await buildScript(source('presets/classic.ts'), 'yokewright.presets', PRESETS, [partsBeside])
  await buildScript(source('effects/index.ts'), 'yokewright.effects', EFFECTS)
  await buildScript(source('scenes/index.ts'), 'yokewright.scenes', SCENES)
  for (const [name, path] of Object.entries(CLASSIC_PARTS))
    await buildScript(
      source(path),
      `yokewrightParts.${name.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase())}`,
      `yokewright.${name}.js`,
      [partsBeside]
    )
}
