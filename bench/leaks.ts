import type { EngineName } from '../test/support/engine-list.ts'
import { openEngine } from '../test/support/engines.ts'
import { COUNTS, mountAndUnmount } from '../test/support/leaks.ts'
import { CLIP } from '../test/support/person.ts'
import type { TestServer } from '../test/support/server.ts'

const CYCLES = 1000
/** As many as a driver has patience for. */
const IN_ONE_GO = 50

const PLAYERS: Readonly<Record<string, string>> = {
  wired: `<yoke-player>${CLIP}<button type="button" command="--play-pause">Play</button><b data-yoke-value="current-time"></b><div><i data-yoke-fill="position"></i><input type="range" data-yoke-value="current-time"></div></yoke-player>`,
  'ready-made': `<yoke-player controls>${CLIP}</yoke-player>`
}

/** Prints what many players that were mounted, played and taken out again have left on their page. */
export const benchLeaks = async (server: TestServer, engines: readonly EngineName[]): Promise<void> => {
  console.log(
    `Left of ours after ${CYCLES} players that were mounted, played and taken out (Chromium: nodes and listeners by its own count, too)`
  )
  const page = `<!doctype html><title>Leaks</title>${COUNTS}<script src="/dist/yokewright.js" defer></script><body><main></main>`
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
}
