/**
 * The classic script: what most pages need in one file, which works from a double-clicked page too. What is seldom needed
 * stands beside it, a classic file each, and is loaded by a `<script>` of its own.
 */
import { dirname, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { build, type Plugin } from 'vite'

const home = fileURLToPath(new URL('../', import.meta.url))
const source = (path: string): string => resolve(home, 'src', path)

/** By the name of its file: modules that share no state with the one file. */
export const CLASSIC_PARTS: Readonly<Record<string, string>> = {
  ar: 'core/words/ar.ts',
  'caption-faults': 'core/captions/check/sentences.ts',
  clip: 'player/clip/player-clip.ts',
  diagnosis: 'media/html/diagnose.ts',
  'file-drop': 'player/media/file-drop.ts',
  'frame-poster': 'media/html/frame-poster.ts',
  ja: 'core/words/ja.ts',
  'named-references': 'core/captions/text/named-references.ts',
  'track-styles': 'wiring/captions/track-styles.ts',
  transcript: 'wiring/captions/transcript.ts'
}

const nameOf = new Map(Object.entries(CLASSIC_PARTS).map(([name, path]) => [source(path), name]))
const BESIDE = source('loading/beside.ts')

/** In the one file an import of such a module asks for the file beside it. */
const partsBeside: Plugin = {
  name: 'parts-beside',
  enforce: 'pre',
  transform(code, id) {
    let isChanged = false
    const changed = code.replace(/import\('(\.[^']+)'\)/g, (whole, path: string) => {
      const name = nameOf.get(resolve(dirname(id), path))
      if (!name) return whole
      isChanged = true
      return `loadBeside('${name}')`
    })
    return isChanged ? { code: `import { loadBeside } from '${BESIDE}'\n${changed}`, map: null } : null
  }
}

const buildScript = (entry: string, name: string, file: string, plugins: Plugin[] = []): Promise<unknown> =>
  build({
    configFile: false,
    logLevel: 'warn',
    root: home,
    publicDir: false,
    plugins,
    build: {
      outDir: resolve(home, 'dist'),
      emptyOutDir: false,
      target: 'es2022',
      sourcemap: true,
      lib: { entry, name, formats: ['iife'], fileName: () => file }
    }
  })

/** The files of the classic script, in `dist`. */
export const CLASSIC_FILES: readonly string[] = [
  'yokewright.js',
  ...Object.keys(CLASSIC_PARTS).map(name => `yokewright.${name}.js`)
]

/** Builds the one file, `yokewright` as a global, and those beside it. */
export const buildClassic = async (): Promise<void> => {
  await buildScript(source('player/index.ts'), 'yokewright', 'yokewright.js', [partsBeside])
  for (const [name, path] of Object.entries(CLASSIC_PARTS))
    await buildScript(
      source(path),
      `yokewrightParts.${name.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase())}`,
      `yokewright.${name}.js`
    )
}
