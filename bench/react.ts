import { openEngine } from '../test/support/engines.ts'
import { beginAnew, hotPlayer, startHotApp } from '../test/support/hot-app.ts'
import { drawReactPlayer, reactPlayerComesAndGoes } from '../test/support/leak-forms.ts'
import { buildReactPage } from '../test/support/react-app.ts'
import type { TestServer } from '../test/support/server.ts'

const CYCLES = 500
/** As many as a driver has patience for. */
const IN_ONE_GO = 50

type Kept = Record<'nodes' | 'listeners', number>

const print = (what: string, before: Kept | undefined, after: Kept | undefined): void => {
  console.log(`Kept by Chromium after ${CYCLES} ${what}`)
  if (before && after)
    console.log(`nodes ${after.nodes - before.nodes}, listeners ${after.listeners - before.listeners}`)
  console.log()
}

/** As {@link benchReact}, with React's hot reload: the app is written anew, and each player comes in another's place. */
const benchHotReload = async (server: TestServer): Promise<void> => {
  // A build in the same process leaves it at `production`, which has no hot reload.
  process.env.NODE_ENV = 'development'
  const app = await startHotApp(hotPlayer('first'), server.address)
  const tab = await openEngine('chromium')
  await tab.goto(app.address)
  await beginAnew(app, tab, IN_ONE_GO)
  const before = await tab.kept?.()
  await beginAnew(app, tab, CYCLES)
  const after = await tab.kept?.()
  await tab.close()
  await app.close()
  print('players that went while they played, because their app was written anew', before, after)
}

/** Prints what players of React leave on their page that went while they played, in strict mode, by Chromium's own count. */
export const benchReact = async (server: TestServer): Promise<void> => {
  const script = await buildReactPage('19')
  server.answer('/react.js', response => response.writeHead(200, { 'content-type': 'text/javascript' }).end(script))
  const tab = await openEngine('chromium')
  await tab.goto(
    server.page(
      '/react',
      '<!doctype html><html data-yoke-checks="off"><title>React</title><body><div id="root"></div><script src="/react.js"></script>'
    )
  )
  await drawReactPlayer(tab)
  await reactPlayerComesAndGoes(tab, IN_ONE_GO)
  const before = await tab.kept?.()
  for (let done = 0; done < CYCLES; done += IN_ONE_GO) await reactPlayerComesAndGoes(tab, IN_ONE_GO)
  const after = await tab.kept?.()
  await tab.close()
  print('players of React that went while they played, in strict mode', before, after)
  await benchHotReload(server)
}
