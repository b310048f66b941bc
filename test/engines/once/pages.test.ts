import { cpSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../../support/engines.ts'
import '../../support/page-types.ts'
import { CLIP, openPerson, type Person } from '../../support/person.ts'

const DIST = fileURLToPath(new URL('../../../dist', import.meta.url))

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine(), { fresh: true })
})
afterAll(() => person?.leave())

const BUTTON = `<button type="button" id="b" command="--play-pause"><span data-yoke-when="paused">Play</span><span data-yoke-when="!paused" hidden>Pause</span></button>`
const MODULES = `<script type="module">globalThis.kept = await import('/dist/player/index.js')</script>`

describe('two copies of the library on one page', () => {
  it('the first has the name of the element; both work, and a press is one command', async () => {
    await person.mount(
      `<yoke-player id="p" controls>${CLIP}${BUTTON}</yoke-player><div id="other">${CLIP}<button type="button" id="o" command="--play-pause">Play</button></div>`,
      { script: MODULES }
    )
    await person.until('the second copy', () => globalThis.kept)
    await person.page.run(() => {
      const { createYoke } = globalThis.kept as typeof yokewright
      const other = document.querySelector('#other') as HTMLElement
      createYoke(other.querySelector('video') as HTMLVideoElement).bind(other)
    })
    for (const button of ['#b', '#o']) await person.click(button)
    await person.until('both', () => [...document.querySelectorAll('video')].every(({ paused }) => !paused))
    const { commands, errors, faults } = await person.page.run(() => globalThis.notes)
    expect({ commands, errors, faults }).toEqual({ commands: ['play-pause', 'play-pause'], errors: [], faults: [] })
  })
})

describe('the entry that has the ready-made controls in it', () => {
  it('asks for nothing more when a player draws them', async () => {
    await person.mountModules(`<yoke-player controls>${CLIP}</yoke-player>`, 'ready-made')
    await person.until('the bar', () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar .cell'))
    const parts = await person.page.run(() =>
      performance.getEntriesByType('resource').flatMap(({ name }) => /parts\/(\w+)\.js/.exec(name)?.[1] ?? [])
    )
    // Statically: the browser has asked for them before any of it ran.
    expect([...new Set(parts)].slice(0, 4).sort()).toEqual(['bar', 'base', 'controls', 'player'])
    expect(parts.filter(name => name === 'bar' || name === 'controls')).toHaveLength(2)
  })
})

describe('what the markup has for those who cannot play', () => {
  it('can be read on the ground of the panel, whatever colour the page gives its links', async () => {
    const gone = '<video src="/media/nobody-has-this.webm">See <a href="/media/spring-tide.webm">the clip</a></video>'
    await person.mount(`<yoke-player controls>${gone}</yoke-player>`, { head: '<style>a { color: #850 }</style>' })
    await person.until('the link', () => document.querySelector('yoke-player > [slot="fault-more"] a'))
    const [text, link] = await person.page.run(() =>
      ['yoke-player > div', 'yoke-player a'].map(
        what => getComputedStyle(document.querySelector(what) as Element).color
      )
    )
    expect(link).toBe(text)
  })
})

describe('markup that a server has made', () => {
  it('is taken over as it stands: the same nodes, its shadow root, and nothing beside what is coupled', async () => {
    const watch = `<script>
addEventListener('DOMContentLoaded', () => {
  globalThis.kept = { button: document.querySelector('#b'), text: document.querySelector('h2').firstChild, note: document.querySelector('yoke-player').shadowRoot?.querySelector('p') }
})
</script>`
    await person.mount(
      `<yoke-player id="p" controls lang="en"><template shadowrootmode="open"><p>Tern Quay</p></template><h2>Spring tide</h2>${CLIP}${BUTTON}<span id="t" data-yoke-value="current-time">0:00</span></yoke-player>`,
      { head: watch }
    )
    await person.until('the bar', () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar .cell'))
    await person.click('#b')
    await person.until('playback', () => document.querySelector('yoke-player')?.matches(':state(playing)'))
    const seen = await person.page.run(() => {
      const kept = globalThis.kept as { button: Element; text: Node; note: Element | null }
      const player = document.querySelector('yoke-player') as HTMLElement
      return [
        kept.button === document.querySelector('#b'),
        kept.text === document.querySelector('h2')?.firstChild,
        kept.note !== null && kept.note === player.shadowRoot?.querySelector('p'),
        [...player.children].map(({ localName }) => localName).join(' ')
      ]
    })
    expect(seen).toEqual([true, true, true, 'h2 video button span'])
    expect((await person.page.run(() => globalThis.notes)).errors).toEqual([])
  })
})

describe('a page that was opened from a disk', () => {
  // Drivers of other engines let it read files.
  it('says at once that a stream has to come from a server', async () => {
    const page = mkdtempSync(join(tmpdir(), 'yokewright-disk-'))
    writeFileSync(join(page, 'main.m3u8'), '#EXTM3U\n')
    cpSync(DIST, page, { recursive: true, filter: path => path === DIST || /\/yokewright[^/]*\.js$/.test(path) })
    writeFileSync(
      join(page, 'index.html'),
      '<!doctype html><script src="yokewright.js" defer></script><yoke-player controls preload="auto" src="main.m3u8"></yoke-player>'
    )
    await person.page.goto(pathToFileURL(join(page, 'index.html')).href)
    await person.until('the fault', () => document.querySelector('yoke-player')?.yoke?.fault)
    const said = await person.page.run(() => {
      const { code, hint } = document.querySelector('yoke-player')?.yoke.fault ?? {}
      return [code, hint]
    })
    rmSync(page, { recursive: true })
    expect(said).toEqual(['segment-denied', 'open it by a server'])
  })
})
