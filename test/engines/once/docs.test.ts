import { build } from 'vite'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { StreamOrigin } from '../../../stand-ins/origin/index.ts'
import { currentEngine } from '../../support/engines.ts'
import '../../support/page-types.ts'
import { startOrigin } from '../../support/origin.ts'
import { CLIP, openPerson, type Person } from '../../support/person.ts'
import { samplesIn } from '../../support/samples.ts'

let person: Person
let origin: StreamOrigin
beforeAll(async () => {
  person = await openPerson(currentEngine(), { fresh: true })
  origin = await startOrigin()
})
afterAll(async () => {
  await person?.leave()
  await origin?.close()
})

/** The samples name their files as a reader would; here they lie where the test server has them. */
const withAddresses = (code: string): string =>
  code
    .replaceAll(/src="((?:spring-tide|bell-buoy|lamp-room)[\w.]*(?:#[^"]*)?)"/g, 'src="/media/$1"')
    .replaceAll(/'((?:spring-tide|bell-buoy|lamp-room)[\w.]*)'/g, "'/media/$1'")
    .replaceAll(/"((?:spring-tide|bell-buoy|lamp-room)[\w.]*)"/g, '"/media/$1"')
    .replace(/<script src="yokewright.js" defer><\/script>/, '')

describe('the samples in HTML', () => {
  it.each(samplesIn('html').map(({ place, code }) => [place, code]))('%s works, without a fault', async (_, code) => {
    await person.mount(withAddresses(code).replaceAll('https://example.test/quay/', `${origin.address}/clip/`))
    await person.until('metadata', () => (document.querySelector('yoke-player')?.readyState ?? 0) >= 1)
    const button = await person.page.run(() => {
      const play = document.querySelector<HTMLElement>('[command="--play-pause"]')
      play?.click()
      return play !== null
    })
    // Sound may be refused without a gesture: that is a fault in plain words, and the sample is still right.
    if (button) await person.until('the command', () => globalThis.notes.commands.includes('play-pause'))
    const { faults, errors } = await person.page.run(() => globalThis.notes)
    expect({ faults: faults.filter(fault => !fault.startsWith('play-blocked')), errors }).toEqual({
      faults: [],
      errors: []
    })
  })
})

describe('the samples in TypeScript', () => {
  const samples = samplesIn('ts').map(({ place, code }, index) => ({ place, code, file: `sample-${index}` }))

  /** All in one go: they share the library. */
  beforeAll(async () => {
    const output = await build({
      configFile: false,
      logLevel: 'error',
      plugins: [
        {
          name: 'samples',
          resolveId: id => (samples.some(({ file }) => file === id) ? `${process.cwd()}/.cache/${id}.ts` : undefined),
          load: id => {
            const sample = samples.find(({ file }) => id.endsWith(`/.cache/${file}.ts`))
            return sample && `${withAddresses(sample.code)}\nglobalThis.kept = 'the end'`
          }
        }
      ],
      build: {
        write: false,
        minify: false,
        modulePreload: false,
        target: 'es2022',
        rolldownOptions: {
          input: Object.fromEntries(samples.map(({ file }) => [file, file])),
          output: { format: 'es', entryFileNames: 'samples/[name].js', chunkFileNames: 'samples/[name]-[hash].js' }
        }
      }
    })
    for (const piece of 'output' in output ? output.output : [])
      if (piece.type === 'chunk')
        person.server.page(`/${piece.fileName}`, piece.code, { 'content-type': 'text/javascript' })
  })

  it.each(samples.map(({ place, file }) => [place, file]))('%s runs to its end', async (_, file) => {
    await person.mount(`<yoke-player>${CLIP}</yoke-player>`, {
      script: `<script type="module" src="/samples/${file}.js"></script>`
    })
    await person.until('the end', () => globalThis.kept === 'the end')
    expect(await person.page.run(() => globalThis.notes)).toMatchObject({ faults: [], errors: [] })
  })
})
