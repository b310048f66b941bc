import '../test/support/page-types.ts'
import { openEngine } from '../test/support/engines.ts'
import type { TestServer } from '../test/support/server.ts'

const PLAYERS = 50
const ROUNDS = 9

const PLAYER =
  '<yoke-player muted><video muted playsinline loop preload="auto" width="160" height="90" src="/media/equinox-talk.webm"></video></yoke-player>'
const PAGE = `<!doctype html><html data-yoke-checks="off"><title>Presets</title><style>main { display: grid; grid-template-columns: repeat(10, 110px) }</style><script src="/dist/yokewright.presets.js" defer></script><script src="/dist/yokewright.js" defer></script><body><main preset="ours">${PLAYER.repeat(PLAYERS)}</main>`

/** An edit of each kind, turn about, and how long it takes until all of it is drawn, in milliseconds. */
const timeEdits = async (rounds: number): Promise<Record<string, number>> => {
  const { definePreset } = yokewright.presets
  const players = [...document.querySelectorAll('yoke-player')]
  let preset = { name: 'ours', controls: true, look: { accent: '#3fb8a0' } }
  /** Each edit changes one thing, and leaves the rest. */
  const change = (changed: object): unknown => {
    preset = { ...preset, ...changed }
    return definePreset(preset)
  }
  const accents = ['#d04040', '#3fb8a0', '#f0b944']
  const accent = (round: number): string => accents[round % accents.length] ?? ''
  const edits: Record<string, (round: number) => unknown> = {
    nothing: () => undefined,
    'an accent, by hand on each': round => {
      for (const player of players) player.style.setProperty('--yoke-accent', accent(round))
    },
    'an accent': round => change({ look: { accent: accent(round) } }),
    conduct: round => change({ hideAfter: 2 + (round % 3) }),
    'the rows of controls': round =>
      change({ layouts: [{ rows: [round % 2 ? ['play-pause', 'seek-bar'] : ['seek-bar', 'muted']] }] })
  }
  const frame = (): Promise<number> => new Promise(resolve => requestAnimationFrame(resolve))
  const drawn = (): Promise<void> =>
    new Promise(resolve => {
      const { port1, port2 } = new MessageChannel()
      port1.onmessage = () => resolve()
      requestAnimationFrame(() => port2.postMessage(0))
    })
  const times: Record<string, number[]> = {}
  for (let round = 0; round < rounds; round += 1)
    for (const [name, edit] of Object.entries(edits)) {
      await frame()
      await drawn()
      const begun = performance.now()
      edit(round)
      await drawn()
      times[name] = [...(times[name] ?? []), performance.now() - begun]
      for (const player of players) player.style.removeProperty('--yoke-accent')
    }
  return Object.fromEntries(
    Object.entries(times).map(([name, all]) => [name, all.sort((a, b) => a - b)[Math.floor(all.length / 2)] ?? 0])
  )
}

/** Fifty players that play, all linked to one preset: an edit of it until it is drawn on all of them, beside a frame without one. */
export const benchPresets = async (server: TestServer): Promise<void> => {
  const tab = await openEngine('chromium')
  await tab.goto(server.page('/presets', PAGE))
  await tab.run(async () => {
    await customElements.whenDefined('yoke-player')
    await yokewright.presets.definePreset({ name: 'ours', controls: true, look: { accent: '#3fb8a0' } })
    for (const player of document.querySelectorAll('yoke-player')) player.play().catch(() => undefined)
    const players = [...document.querySelectorAll('yoke-player')]
    while (!players.every(({ yoke, shadowRoot }) => yoke.states.playing && shadowRoot?.querySelector('.bar')))
      await new Promise(resolve => setTimeout(resolve, 50))
  })
  const times = await tab.run(timeEdits, ROUNDS)
  const paused = await tab.run(() => [...document.querySelectorAll('yoke-player')].filter(each => each.paused).length)
  await tab.close()
  console.log(
    `An edit of a preset until ${PLAYERS} playing players show it (Chromium, median of ${ROUNDS}, turn about)`
  )
  const nothing = times.nothing ?? 1
  for (const [name, time] of Object.entries(times))
    console.log(`  ${name.padEnd(28)} ${time.toFixed(1).padStart(6)} ms  × ${(time / nothing).toFixed(2)}`)
  console.log(`  players that stopped: ${paused}\n`)
}
