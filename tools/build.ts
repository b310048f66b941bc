/** Builds everything that ships: the modules and their types, the one-file classic script, the example site. */
import { execFileSync } from 'node:child_process'
import { existsSync, readdirSync } from 'node:fs'
import { cp, rm, writeFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import { toJsonSchema } from '@valibot/to-json-schema'
import { build } from 'vite'
import { CLIP_SCHEMA } from '../src/core/documents/clip-schema.ts'
import { DIALECT_SCHEMA } from '../src/core/documents/dialect-schema.ts'
import { PLACE_CSS } from '../src/player/look/place.ts'
import { PLAIN_CONTROLS_CSS } from '../src/player/look/plain-controls.ts'
import { buildClassic, CLASSIC_FILES } from './classic.ts'
import { writeGaugeTemplate } from './gauge-template.ts'
import { playlistSchema } from './playlist-schema.ts'
import { describedPresetSchema } from './preset-schema.ts'
import { buildCommandLine, buildHosted, buildRuntime, buildWorker, dropBundled, vendorValidation } from './runtime.ts'

const at = (path: string): string => fileURLToPath(new URL(`../${path}`, import.meta.url))

const buildModules = async (): Promise<void> => {
  await rm(at('dist'), { recursive: true, force: true })
  execFileSync(process.execPath, [at('node_modules/typescript/bin/tsc'), '-p', at('tsconfig.build.json')], {
    stdio: 'inherit'
  })
}

/** What an editor completes and checks documents by. Checks that JSON Schema cannot say are left to the reading. */
const writeSchemas = async (): Promise<void> => {
  for (const [name, title, schema] of [
    ['clip', 'A clip: one thing to play', CLIP_SCHEMA],
    ['dialect', 'A dialect: how a video service is talked to', DIALECT_SCHEMA]
  ] as const) {
    const written = { title, ...toJsonSchema(schema, { errorMode: 'ignore' }) }
    await writeFile(at(`dist/${name}.schema.json`), `${JSON.stringify(written, null, 2)}\n`)
  }
  await writeFile(at('dist/playlist.schema.json'), `${JSON.stringify(playlistSchema(), null, 2)}\n`)
  await writeFile(at('dist/preset.schema.json'), `${JSON.stringify(describedPresetSchema(), null, 2)}\n`)
}

/** The index, and each folder beside it that has a page. */
const examples = (): string[] => [
  at('examples/index.html'),
  ...readdirSync(at('examples'))
    .map(folder => at(`examples/${folder}/index.html`))
    .filter(page => existsSync(page))
]

const buildSite = async (): Promise<void> => {
  await build({
    configFile: false,
    logLevel: 'error',
    root: at('examples'),
    base: './',
    build: {
      outDir: at('dist/site'),
      emptyOutDir: true,
      target: 'es2022',
      rolldownOptions: { input: examples() }
    }
  })
  for (const file of [...CLASSIC_FILES, 'yokewright.css', 'yokewright.controls.css'])
    await cp(at(`dist/${file}`), at(`dist/site/${file}`))
}

/** The services that stand in for hosted ones: their server in one file, and what they serve as it is. */
const buildStandIns = async (): Promise<void> => {
  await build({
    configFile: false,
    logLevel: 'error',
    root: at('.'),
    publicDir: false,
    ssr: { noExternal: true },
    build: {
      ssr: true,
      outDir: at('dist/stand-ins'),
      target: 'node20',
      minify: false,
      rolldownOptions: { input: at('stand-ins/index.ts'), output: { entryFileNames: 'index.js' } }
    }
  })
  for (const folder of ['frame', 'skerry', 'lantern', 'cairn', 'origin/media'])
    await cp(at(`stand-ins/${folder}`), at(`dist/stand-ins/${folder}`), { recursive: true })
}

await buildModules()
await dropBundled()
await buildRuntime()
await buildHosted()
await buildWorker()
await vendorValidation()
await buildCommandLine()
await writeSchemas()
await writeFile(at('dist/yokewright.css'), PLACE_CSS)
await writeFile(at('dist/yokewright.controls.css'), PLAIN_CONTROLS_CSS)
await buildClassic()
await buildSite()
await cp(at('templates'), at('dist/templates'), { recursive: true })
await writeGaugeTemplate(at('examples'), at('dist/templates/brass-gauge'))
await buildStandIns()
