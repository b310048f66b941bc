import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../../support/engines.ts'
import {
  comeAndGo,
  controlsComeAndGo,
  drawReactPlayer,
  LEAK_FORMS,
  reactPlayerComesAndGoes,
  scenesComeAndGo
} from '../../support/leak-forms.ts'
import '../../support/page-types.ts'
import { openPerson, type Person } from '../../support/person.ts'
import { buildReactPage } from '../../support/react-app.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine(), { fresh: true })
})
afterAll(() => person?.leave())

/** So often is looked: what the last ones have begun ends by itself, later where the machine is busy. A leak never does. */
const LOOKS = 30

/** By the engine's own count after its clearing of memory; the benchmark does it five hundred times, form by form. */
const keptAfter = async (deed: () => Promise<void>): Promise<unknown> => {
  await deed()
  const before = await person.page.kept?.()
  await deed()
  const more = async (): Promise<Record<'nodes' | 'listeners', number>> => {
    const after = await person.page.kept?.()
    const moreOf = (name: 'nodes' | 'listeners'): number => Math.max(0, (after?.[name] ?? 1) - (before?.[name] ?? 0))
    return { nodes: moreOf('nodes'), listeners: moreOf('listeners') }
  }
  let left = await more()
  for (let look = 0; look < LOOKS && left.nodes + left.listeners > 0; look += 1) left = await more()
  return left
}

describe('what comes and goes leaves nothing', () => {
  it('every form of player and every coupling', async () => {
    person.server.answer('/endless.vtt', response =>
      response.writeHead(200, { 'content-type': 'text/vtt' }).write('WEBVTT\n\n')
    )
    await person.mount('<main></main>')
    expect(await keptAfter(() => comeAndGo(person.page, Object.values(LEAK_FORMS), 8, '/endless.vtt'))).toEqual({
      nodes: 0,
      listeners: 0
    })
  })

  it('players that are drawn by other means while they play', async () => {
    await person.mount('<main></main>', { head: '<script src="/dist/yokewright.scenes.js" defer></script>' })
    await person.until('scenes', () => 'scenes' in yokewright)
    expect(await keptAfter(() => scenesComeAndGo(person.page, 12))).toEqual({ nodes: 0, listeners: 0 })
    expect(await person.page.run(() => globalThis.notes.errors)).toEqual([])
  })

  it('players of React that go while they play, hooks of them that stay, in strict mode', async () => {
    const script = await buildReactPage('19')
    person.server.answer('/react.js', response =>
      response.writeHead(200, { 'content-type': 'text/javascript' }).end(script)
    )
    await person.mount('<div id="root"></div>', { script: '<script src="/react.js" defer></script>' })
    await person.until('React', () => 'createRoot' in globalThis)
    await drawReactPlayer(person.page)
    expect(await keptAfter(() => reactPlayerComesAndGoes(person.page, 25))).toEqual({ nodes: 0, listeners: 0 })
    expect(await person.page.run(() => globalThis.notes.errors)).toEqual([])
  })

  it('controls that name a player which stays', async () => {
    await person.mount('<main></main>')
    expect(await keptAfter(() => controlsComeAndGo(person.page, 100))).toEqual({ nodes: 0, listeners: 0 })
  })
})
