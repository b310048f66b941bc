import { mkdir, mkdtemp, rename, rm, writeFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import react from '@vitejs/plugin-react'
import { createServer } from 'vite'
import type { EnginePage } from './engine-page.ts'

const home = fileURLToPath(new URL('../../', import.meta.url))

const NOTES = `globalThis.notes = { faults: [], errors: [], commands: [], events: [] }; addEventListener('error', event => notes.errors.push(event.message)); addEventListener('unhandledrejection', event => notes.errors.push(String(event.reason))); addEventListener('yoke-fault', event => notes.faults.push(event.fault.code))`
const PAGE = `<!doctype html><html lang="en" data-yoke-checks="off"><meta charset="utf-8"><title>Hot</title><script>${NOTES}</script><body><div id="root"></div><script type="module" src="/main.tsx"></script>`
const MAIN = `
import { createElement, StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { App } from './app.tsx'
createRoot(document.querySelector('#root') as Element).render(createElement(StrictMode, { children: createElement(App) }))
`

/** A page under development: its app is written anew while it runs, and the page takes it over by itself. */
export interface HotApp {
  readonly address: string
  write(app: string): Promise<void>
  close(): Promise<void>
}

/**
 * Starts Vite's development server with React's hot reload, as an author has it.
 * @param app the code of `app.tsx`, which exports `App`.
 * @param films where the page's `/media/` is.
 */
export const startHotApp = async (app: string, films: string): Promise<HotApp> => {
  await mkdir(`${home}.cache`, { recursive: true })
  const folder = await mkdtemp(`${home}.cache/hot-`)
  // Whole at once, as editors do: what watches the file must not take an empty one for the new one.
  const write = async (code: string): Promise<void> => {
    await writeFile(`${folder}/app.new`, code)
    await rename(`${folder}/app.new`, `${folder}/app.tsx`)
  }
  await Promise.all([writeFile(`${folder}/index.html`, PAGE), writeFile(`${folder}/main.tsx`, MAIN), write(app)])
  const server = await createServer({
    configFile: false,
    logLevel: 'silent',
    root: folder,
    cacheDir: `${folder}/vite`,
    publicDir: false,
    plugins: [react()],
    // All that the page needs, said beforehand: what Vite finds later makes it load the page again.
    optimizeDeps: { noDiscovery: true, include: ['react', 'react/jsx-dev-runtime', 'react-dom/client'] },
    server: { host: '127.0.0.1', port: 0, proxy: { '/media': films }, fs: { allow: [home] } }
  })
  await server.listen()
  return {
    address: server.resolvedUrls?.local[0] ?? '',
    write,
    close: async () => {
      await server.close()
      await rm(folder, { recursive: true })
    }
  }
}

/** An app of one player: what it says of itself, what it plays, and whether it has a hook more, by which React begins it anew. */
export const hotPlayer = (words: string, { src = '/media/tide-clock.webm', hooks = 0 } = {}): string => `
import { useState } from 'react'
import { Player, useCommand, useYoke, Value } from 'yokewright/react'
const Clock = () => <output>{useYoke(({ values }) => Math.floor(values.currentTime), 0)} s, ${words}</output>
export const App = () => {
  const [playing, setPlaying] = useState(true)
  ${'useState(0);'.repeat(hooks)}
  const { pressed, run } = useCommand('toggle-muted', { for: 'hot' })
  return (
    <main>
      <h1>${words}</h1>
      <button type="button" aria-pressed={pressed} onClick={run}>Mute</button>
      <Player id="hot" src="${src}" width={240} height={240} defaultMuted loop controls playing={playing} onPlayingChange={setPlaying}>
        <Clock />
        <Value of="current-time">0:00</Value>
      </Player>
    </main>
  )
}
`

/** Writes the app anew so many times while its player plays; each time another one comes in its place. */
export const beginAnew = async (app: HotApp, page: EnginePage, times: number): Promise<void> => {
  const untilPlays = (words: string): Promise<void> =>
    page.run(async (wanted: string) => {
      const isThere = (): boolean =>
        `${document.querySelector('h1')?.textContent}`.startsWith(wanted) &&
        !!document.querySelector('yoke-player:state(playing)')
      while (!isThere()) await new Promise(resolve => requestAnimationFrame(resolve))
    }, words)
  await untilPlays('')
  for (let time = 1; time <= times; time += 1) {
    await app.write(hotPlayer(`begun ${time}`, { hooks: 1 + (time % 2) }))
    await untilPlays(`begun ${time}`)
  }
}
