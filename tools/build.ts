/** Builds everything that ships: the modules and their types, the one-file classic script, the example site. */
import { execFileSync } from 'node:child_process'
import { existsSync, readdirSync } from 'node:fs'
import { cp, rm, writeFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import { toJsonSchema } from '@valibot/to-json-schema'
import { build } from 'vite'
import { CLIP_SCHEMA } from '../src/core/documents/clip-schema.ts'
import { buildClassic, CLASSIC_FILES } from './classic.ts'
import { buildCommandLine, buildRuntime, dropBundled, vendorValidation } from './runtime.ts'

const at = (path: string): string => fileURLToPath(new URL(`../${path}`, import.meta.url))

const buildModules = async (): Promise<void> => {
  await rm(at('dist'), { recursive: true, force: true })
  execFileSync(process.execPath, [at('node_modules/typescript/bin/tsc'), '-p', at('tsconfig.build.json')], {
    stdio: 'inherit'
  })
}

/** What an editor completes and checks clip documents by. Checks that JSON Schema cannot say are left to the reading. */
const writeSchema = (): Promise<void> => {
  const schema = { title: 'A clip: one thing to play', ...toJsonSchema(CLIP_SCHEMA, { errorMode: 'ignore' }) }
  return writeFile(at('dist/clip.schema.json'), `${JSON.stringify(schema, null, 2)}\n`)
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
  for (const file of CLASSIC_FILES) await cp(at(`dist/${file}`), at(`dist/site/${file}`))
}

await buildModules()
await dropBundled()
await buildRuntime()
await vendorValidation()
await buildCommandLine()
await writeSchema()
await buildClassic()
await buildSite()
