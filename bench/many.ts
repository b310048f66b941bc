import { openEngine } from '../test/support/engines.ts'
import type { TestServer } from '../test/support/server.ts'

const PLAYERS = 1000
const PLAYER =
  '<yoke-player controls><video preload="none" width="320" height="180" src="/media/tide-clock.webm"></video></yoke-player>'
const CHANGES = 1000
const ROUNDS = 9

const LIBRARY = '<script src="/dist/yokewright.js" defer></script>'

/** For a page beside ours: an observer that hears the same and does nothing. */
const IDLE_OBSERVER =
  "<script>new MutationObserver(() => {}).observe(document, { subtree: true, childList: true, attributeFilter: ['id', 'command'] })</script>"

const pageOf = (head: string, body: string): string =>
  `<!doctype html><html data-yoke-checks="off"><title>Many</title><style>yoke-player { width: 320px }</style>${head}<body>${body}`

/** Scrolls through 1,000 ready-made players: the longest tasks, and how many are drawn at the end. */
const benchScrolling = async (server: TestServer): Promise<void> => {
  const tab = await openEngine('chromium')
  const tasks =
    "<script>globalThis.tasks = []; new PerformanceObserver(list => { for (const { duration } of list.getEntries()) tasks.push(duration) }).observe({ type: 'longtask' })</script>"
  await tab.goto(server.page('/many', pageOf(tasks + LIBRARY, PLAYER.repeat(PLAYERS))))
  console.log(`Scrolling through ${PLAYERS} ready-made players (Chromium)`)
  for (const step of [400, 2000]) {
    const { frames, long, drawn } = await tab.run(async (pixels: number) => {
      const { tasks } = globalThis as unknown as { tasks: number[] }
      const frame = (): Promise<unknown> => new Promise(resolve => requestAnimationFrame(resolve))
      for (let wait = 0; wait < 60; wait += 1) await frame()
      tasks.length = 0
      let frames = 0
      for (let y = 0; y < document.documentElement.scrollHeight; y += pixels) {
        scrollTo(0, y)
        await frame()
        frames += 1
      }
      for (let wait = 0; wait < 60; wait += 1) await frame()
      const players = [...document.querySelectorAll('yoke-player')]
      const drawn = players.filter(({ shadowRoot }) => shadowRoot?.querySelector('.bar')).length
      return { frames, long: tasks.map(Math.round).sort((a, b) => b - a), drawn }
    }, step)
    const kept = await tab.kept?.()
    console.log(
      `  ${step} px a frame: ${frames} frames, tasks over 50 ms: ${long.slice(0, 5).join(', ') || 'none'} (${long.length}); drawn at the end ${drawn}, nodes ${kept?.nodes}`
    )
  }
  await tab.close()
}

/** Runs in a page: microseconds for one change of each kind, each in a microtask of its own; the middle of some rounds. */
const timeChanges = async (changes: number, rounds: number): Promise<Record<string, number>> => {
  const [outside, inside] = [document.querySelector('.out'), document.querySelector('.in')] as HTMLElement[]
  const element = (text: string): HTMLElement => Object.assign(document.createElement('b'), { textContent: text })
  const kinds: Record<string, (count: number) => void> = {
    text: count => outside?.replaceChildren(String(count)),
    element: count => outside?.replaceChildren(element(String(count))),
    'element in a player': count => inside?.replaceChildren(element(String(count))),
    id: count => outside?.setAttribute('id', `x${count}`)
  }
  await new Promise(resolve => setTimeout(resolve, 800))
  const times: Record<string, number[]> = {}
  for (let round = 0; round < rounds; round += 1)
    for (const [name, change] of Object.entries(kinds)) {
      const from = performance.now()
      for (let count = 0; count < changes; count += 1) {
        change(count + round * changes)
        await null
      }
      times[name] = [...(times[name] ?? []), ((performance.now() - from) * 1000) / changes]
      await new Promise(resolve => setTimeout(resolve))
    }
  return Object.fromEntries(
    Object.entries(times).map(([name, all]) => [name, all.sort((a, b) => a - b)[Math.floor(all.length / 2)] ?? 0])
  )
}

/** What a change of the page costs beside a player, and beside 2,000 controls elsewhere that name it. */
const benchChanges = async (server: TestServer): Promise<void> => {
  const body = `<yoke-player id="far"><video muted></video><p class="in"></p></yoke-player><p class="out"></p>`
  const controls = '<button type="button" command="--play" commandfor="far">Play</button>'.repeat(2000)
  console.log('A change of the page, microseconds (Chromium)')
  for (const [name, head, more] of [
    ['without observer', '', ''],
    ['an idle observer', IDLE_OBSERVER, ''],
    ['ours', LIBRARY, ''],
    ['ours, 2,000 controls elsewhere', LIBRARY, controls]
  ] as const) {
    const tab = await openEngine('chromium')
    await tab.goto(server.page('/changes', pageOf(head, body + more)))
    const times = await tab.run(timeChanges, CHANGES, ROUNDS)
    const cells = Object.entries(times).map(([kind, time]) => `${kind} ${time.toFixed(1)}`)
    console.log(`  ${name.padEnd(32)}${cells.join(', ')}`)
    await tab.close()
  }
  console.log()
}

/** `npm run bench many`: what a page with many players, or many changes, pays. */
export const benchMany = async (server: TestServer): Promise<void> => {
  await benchScrolling(server)
  await benchChanges(server)
}
