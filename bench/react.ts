import { openEngine } from '../test/support/engines.ts'
import { drawReactPlayer, reactPlayerComesAndGoes } from '../test/support/leak-forms.ts'
import { buildReactPage } from '../test/support/react-app.ts'
import type { TestServer } from '../test/support/server.ts'

const CYCLES = 500
/** As many as a driver has patience for. */
const IN_ONE_GO = 50

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
  console.log(`Kept by Chromium after ${CYCLES} players of React that went while they played, in strict mode`)
  if (before && after)
    console.log(`nodes ${after.nodes - before.nodes}, listeners ${after.listeners - before.listeners}`)
  console.log()
}
