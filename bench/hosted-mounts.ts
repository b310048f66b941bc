import { openEngine } from '../test/support/engines.ts'
import { startServer } from '../test/support/server.ts'
import { openStandIn, STAND_INS } from '../test/support/stand-ins.ts'

const MOUNTS = 500

interface Page {
  comeAndGo(address: string, times: number): Promise<void>
}

/** Players come, are asked to play, and go: most in the middle of loading, each twentieth once it plays. */
const PAGE = `<script src="/dist/yokewright.hosted.js" defer></script><script src="/dist/yokewright.js" defer></script>
<main></main><script type="module">
const frames = async count => { for (let i = 0; i < count; i += 1) await new Promise(requestAnimationFrame) }
globalThis.comeAndGo = async (address, times) => {
  for (let turn = 0; turn < times; turn += 1) {
    const player = document.createElement('yoke-player')
    player.setAttribute('muted', '')
    player.setAttribute('src', address)
    document.querySelector('main').append(player)
    const begun = player.play().catch(() => undefined)
    await (turn % 20 === 19 ? begun : frames(turn % 6))
    player.remove()
  }
  await frames(20)
}
</script>`

/** What 500 players of each service leave on a page (Chromium's own count after it has cleared its memory). */
export const benchHostedMounts = async (): Promise<void> => {
  console.log(`What ${MOUNTS} comings and goings of hosted players leave (Chromium)`)
  const server = await startServer()
  for (const name of STAND_INS) {
    const { service, dialect, address } = await openStandIn(name)
    const page = await openEngine('chromium')
    const define = `<script type="module">yokewright.hosted.defineDialect(${JSON.stringify(dialect)})</script>`
    await page.goto(server.page(`/mounts-${name}`, `<!doctype html><html data-yoke-checks="off">${PAGE}${define}`))
    const run = (times: number): Promise<void> =>
      page.run(
        (clip: string, count: number) => (globalThis as unknown as Page).comeAndGo(clip, count),
        address('tc12'),
        times
      )
    await run(20)
    const before = await page.kept?.()
    await run(MOUNTS)
    const after = await page.kept?.()
    const left = await page.run(() => [
      document.querySelectorAll('iframe').length,
      document.querySelectorAll('script[src*="skerry"]').length,
      Object.keys(globalThis)
        .filter(key => /ready/i.test(key))
        .join()
    ])
    const more = (key: 'nodes' | 'listeners'): number => (after?.[key] ?? 0) - (before?.[key] ?? 0)
    console.log(
      `  ${name.padEnd(8)} ${more('nodes')} nodes, ${more('listeners')} listeners, ${left[0]} frames, ${left[1]} scripts, globals: ${left[2] || 'none'}`
    )
    await page.close()
    await service.close()
  }
  await server.close()
}
