import { build } from 'vite'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person } from '../support/person.ts'
import { samplesIn } from '../support/samples.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

/** The samples name their files as a reader would; here they lie where the test server has them. */
const withAddresses = (code: string): string =>
  code
    .replaceAll(/src="(spring-tide[\w.]*(?:#[^"]*)?)"/g, 'src="/media/$1"')
    .replaceAll(/'(spring-tide[\w.]*)'/g, "'/media/$1'")
    .replace(/<script src="yokewright.js" defer><\/script>/, '')

describe('the samples in HTML', () => {
  it.each(samplesIn('html').map(({ place, code }) => [place, code]))('%s works, without a fault', async (_, code) => {
    await person.mount(withAddresses(code))
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
  it.each(samplesIn('ts').map(({ place, code }, index) => [place, code, index] as const))(
    '%s runs to its end',
    async (_, code, index) => {
      const entry = 'virtual:sample'
      const output = await build({
        configFile: false,
        logLevel: 'error',
        plugins: [
          {
            name: 'sample',
            resolveId: id => (id === entry ? `${process.cwd()}/.cache/sample-${index}.ts` : undefined),
            load: id =>
              id.endsWith(`/.cache/sample-${index}.ts`)
                ? `${withAddresses(code)}\nglobalThis.kept = 'the end'`
                : undefined
          }
        ],
        build: {
          write: false,
          minify: false,
          target: 'es2022',
          rolldownOptions: { input: entry, output: { format: 'es', codeSplitting: false } }
        }
      })
      const [bundle] = 'output' in output ? output.output : []
      person.server.page(`/sample-${index}.js`, bundle?.type === 'chunk' ? bundle.code : '', {
        'content-type': 'text/javascript'
      })
      await person.mount(`<yoke-player>${CLIP}</yoke-player>`, {
        script: `<script type="module" src="/sample-${index}.js"></script>`
      })
      await person.until('the end', () => globalThis.kept === 'the end')
      expect(await person.page.run(() => globalThis.notes)).toMatchObject({ faults: [], errors: [] })
    }
  )
})
