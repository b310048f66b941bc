import { readFileSync } from 'node:fs'
import { mkdir, mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import { svelte } from '@sveltejs/vite-plugin-svelte'
import vue from '@vitejs/plugin-vue'
import { build, type PluginOption } from 'vite'
import solid from 'vite-plugin-solid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../../support/engines.ts'
import '../../support/page-types.ts'
import { openPerson, type Person } from '../../support/person.ts'

const home = fileURLToPath(new URL('../../../', import.meta.url))

/** The samples of a page of the docs, by their language. */
const samplesOf = (path: string, language: string): readonly string[] =>
  [...readFileSync(home + path, 'utf8').matchAll(/^```(\w+)\n([\s\S]*?)^```$/gm)]
    .filter(([, written]) => written === language)
    .map(([, , code = '']) => code)

interface Sample {
  readonly code: string
  readonly file: string
  /** The script of the page. */
  readonly entry: string
  readonly plugins: PluginOption[]
}

const GUIDE = 'docs/guide/12-other-frameworks.md'
const REACT = samplesOf('docs/reference/react.md', 'tsx')
const only = (language: string): string => samplesOf(GUIDE, language)[0] ?? ''
const react = (code: string | undefined, name: string): Sample => ({
  code: code ?? '',
  file: 'sample.tsx',
  entry: `import { createRoot } from 'react-dom/client'; import { createElement } from 'react'; import { ${name} } from './sample.tsx'; createRoot(document.querySelector('#root')).render(createElement(${name}))`,
  plugins: []
})

const SAMPLES: Readonly<Record<string, Sample>> = {
  Vue: {
    code: only('vue'),
    file: 'sample.vue',
    entry: `import { createApp } from 'vue'; import Tide from './sample.vue'; createApp(Tide).mount('#root')`,
    plugins: [vue({ template: { compilerOptions: { isCustomElement: tag => tag === 'yoke-player' } } })]
  },
  Svelte: {
    code: only('svelte'),
    file: 'sample.svelte',
    entry: `import { mount } from 'svelte'; import Tide from './sample.svelte'; mount(Tide, { target: document.querySelector('#root') })`,
    plugins: [svelte({ configFile: false })]
  },
  Solid: {
    code: only('solid'),
    file: 'sample.tsx',
    entry: `import { render } from 'solid-js/web'; import Tide from './sample.tsx'; render(Tide, document.querySelector('#root'))`,
    plugins: [solid()]
  },
  Lit: {
    code: only('lit'),
    file: 'tide-picture.ts',
    entry: `import { TidePicture } from './tide-picture.ts'; document.querySelector('#root').append(new TidePicture())`,
    plugins: []
  },
  'React, held': react(REACT[0], 'Tide'),
  'React, by hooks': react(REACT[1], 'Desk')
}

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine(), { fresh: true })
})
afterAll(() => person?.leave())

/** Builds a sample as its author would, and opens it beside the films. */
let number = 0
const open = async (name: string, { code, file, entry, plugins }: Sample): Promise<void> => {
  number += 1
  await mkdir(`${home}.cache`, { recursive: true })
  const folder = await mkdtemp(`${home}.cache/sample-`)
  await writeFile(`${folder}/${file}`, code)
  await writeFile(`${folder}/entry.js`, entry)
  await build({
    configFile: false,
    logLevel: 'error',
    root: folder,
    publicDir: false,
    plugins,
    define: { 'process.env.NODE_ENV': '"development"' },
    build: {
      outDir: `${folder}/out`,
      target: 'es2022',
      minify: false,
      lib: { entry: `${folder}/entry.js`, formats: ['es'], fileName: () => `${file}-${number}.js` }
    }
  })
  for (const built of await readdir(`${folder}/out`, { recursive: true, withFileTypes: true })) {
    if (!built.isFile()) continue
    const path = `${built.parentPath}/${built.name}`
    const script = await readFile(path, 'utf8')
    person.server.answer(`/media/${path.slice(folder.length + '/out/'.length)}`, response =>
      response.writeHead(200, { 'content-type': 'text/javascript' }).end(script)
    )
  }
  await rm(folder, { recursive: true })
  const path = `/media/${encodeURIComponent(name)}`
  const notes = `<script>globalThis.notes = { faults: [], errors: [], commands: [], events: [] }; addEventListener('error', event => notes.errors.push(event.message)); addEventListener('yoke-fault', event => notes.faults.push(event.fault.code))</script>`
  const html = `<!doctype html><html lang="en" data-yoke-checks="on"><meta charset="utf-8"><title>${name}</title>${notes}<body><div id="root" style="inline-size: 480px"></div><script type="module" src="/media/${file}-${number}.js"></script>`
  await person.page.goto(person.server.page(path, html))
}

/** Where the player of the page is, and what is beside it: in the page, or in the shadow root of an element. */
const around = `(document.querySelector('yoke-player') ?? document.querySelector('tide-picture')?.shadowRoot?.querySelector('yoke-player'))`
const holds = (condition: string) => new Function(`const player = ${around}; return ${condition}`) as () => unknown

describe('the docs in other frameworks', () => {
  it.each(Object.entries(SAMPLES))('%s', async (name, sample) => {
    await open(name, sample)
    await person.until('the bar', holds(`player?.shadowRoot?.querySelector('[part~="play-pause"]')`))
    await person.page.run((where: string) => {
      const player = new Function(`return ${where}`)() as HTMLMediaElement
      player.muted = true
      const button = (player.getRootNode() as Document).querySelector<HTMLElement>('[commandfor="tide"]')
      if (button) button.click()
      else void player.play()
    }, around)
    await person.until('playback', holds(`player?.matches(':state(playing)')`))
    const seen: Readonly<Record<string, string>> = {
      'React, held': `/^0:0[1-9]/.test(player.textContent.trim())`,
      'React, by hooks': `/^[1-9] s/.test(document.querySelector('output').textContent) && document.querySelector('[aria-pressed="true"]')`
    }
    await person.until(
      'what the page says',
      holds(
        seen[name] ??
          `player.getRootNode().querySelector('output').textContent === 'playing' && /0:0[1-9]/.test(player.textContent)`
      )
    )
    expect(await person.page.run(() => [globalThis.notes.faults, globalThis.notes.errors])).toEqual([[], []])
  })
})
