import type { EngineName } from '../test/support/engine-list.ts'
import { openEngine } from '../test/support/engines.ts'
import { comeAndGo, controlsComeAndGo, type Form, LEAK_FORMS } from '../test/support/leak-forms.ts'
import { COUNTS, mountAndUnmount } from '../test/support/leaks.ts'
import { CLIP } from '../test/support/person.ts'
import type { TestServer } from '../test/support/server.ts'

const CYCLES = 1000
/** As many as a driver has patience for. */
const IN_ONE_GO = 50

interface Kept {
  readonly nodes: number
  readonly listeners: number
}

const PLAYERS: Readonly<Record<string, string>> = {
  wired: `<yoke-player>${CLIP}<button type="button" command="--play-pause">Play</button><b data-yoke-value="current-time"></b><div><i data-yoke-fill="position"></i><input type="range" data-yoke-value="current-time"></div></yoke-player>`,
  'ready-made': `<yoke-player controls>${CLIP}</yoke-player>`
}

/** Times that a form comes and goes: small, because a browser that is asked for its memory holds what is under way. */
const FORM_CYCLES = 500
const OUTSIDE = 10_000

const printKept = (name: string, before: Kept, after: Kept): void => {
  const [nodes, listeners] = [after.nodes - before.nodes, after.listeners - before.listeners]
  console.log(`${name.padEnd(28)}nodes ${nodes}, listeners ${listeners}`)
}

const measureForms = async (
  server: TestServer,
  page: string,
  forms: readonly Form[],
  times: number
): Promise<readonly [Kept, Kept]> => {
  const none = { nodes: 0, listeners: 0 }
  const tab = await openEngine('chromium')
  await tab.goto(server.page('/leaks-form', page))
  await comeAndGo(tab, forms, 10, `${server.address}/endless.vtt`)
  const before = (await tab.kept?.()) ?? none
  for (let done = 0; done < times; done += IN_ONE_GO)
    await comeAndGo(tab, forms, IN_ONE_GO, `${server.address}/endless.vtt`)
  const after = (await tab.kept?.()) ?? none
  await tab.close()
  return [before, after]
}

/** Prints what is kept of every form of player, by Chromium's own count; form by form where something is. */
const benchForms = async (server: TestServer, page: string): Promise<void> => {
  const forms = Object.entries(LEAK_FORMS)
  console.log(
    `Kept by Chromium after ${FORM_CYCLES} comings and goings of ${forms.length} forms, ${OUTSIDE} of controls`
  )
  server.answer('/endless.vtt', response => response.writeHead(200, { 'content-type': 'text/vtt' }).write('WEBVTT\n\n'))
  const all = await measureForms(server, page, Object.values(LEAK_FORMS), FORM_CYCLES)
  printKept('all forms together', ...all)
  if (all[1].nodes > all[0].nodes)
    for (const [name, form] of forms) printKept(name, ...(await measureForms(server, page, [form], IN_ONE_GO)))
  const tab = await openEngine('chromium')
  await tab.goto(server.page('/leaks-form', page))
  await controlsComeAndGo(tab, 100)
  const before = await tab.kept?.()
  for (let done = 0; done < OUTSIDE; done += 1000) await controlsComeAndGo(tab, 1000)
  const after = await tab.kept?.()
  if (before && after) printKept('controls beside a player', before, after)
  await tab.close()
  console.log()
}

/** Prints what many players that were mounted, played and taken out again have left on their page. */
export const benchLeaks = async (server: TestServer, engines: readonly EngineName[]): Promise<void> => {
  console.log(
    `Left of ours after ${CYCLES} players that were mounted, played and taken out (Chromium: nodes and listeners by its own count, too)`
  )
  const page = `<!doctype html><html data-yoke-checks="off"><title>Leaks</title>${COUNTS}<script src="/dist/yokewright.js" defer></script><body><main></main>`
  for (const engine of engines) {
    for (const [name, markup] of Object.entries(PLAYERS)) {
      const tab = await openEngine(engine)
      try {
        await tab.goto(server.page(`/leaks-${name}`, page))
        await mountAndUnmount(tab, markup, 5)
        const before = await tab.kept?.()
        const left = { listeners: 0, timers: 0, animations: 0 }
        for (let done = 0; done < CYCLES; done += IN_ONE_GO) {
          const more = await mountAndUnmount(tab, markup, IN_ONE_GO)
          left.listeners += more.listeners
          left.timers += more.timers
          left.animations = more.animations
        }
        const after = await tab.kept?.()
        const kept =
          before && after
            ? `, nodes ${after.nodes - before.nodes}, listeners ${after.listeners - before.listeners}`
            : ''
        console.log(
          `${engine.padEnd(10)}${name.padEnd(12)}listeners ${left.listeners}, timers ${left.timers}, animations ${left.animations}${kept}`
        )
      } finally {
        await tab.close()
      }
    }
  }
  console.log()
  await benchForms(server, page)
}
