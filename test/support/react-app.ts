import { mkdir, mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import type { Writable } from 'node:stream'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { build } from 'vite'

const home = fileURLToPath(new URL('../../', import.meta.url))

/** The versions of React that the binding is for. */
export const REACTS = ['18', '19'] as const
export type ReactVersion = (typeof REACTS)[number]

/** What the script of the page puts on it. */
const CLIENT = `
import { createElement, StrictMode } from 'react'
import { createRoot, hydrateRoot } from 'react-dom/client'
import { flushSync } from 'react-dom'
import * as own from '/test/react/apps.tsx'
Object.assign(globalThis, own, { createElement, StrictMode, createRoot, hydrateRoot, flushSync })
`
const SERVER = `
import { createElement } from 'react'
import { renderToPipeableStream, renderToString } from 'react-dom/server'
import { apps, closeAll, letIn } from '/test/react/apps.tsx'
export { closeAll, letIn }
export const write = name => renderToString(createElement(apps[name]))
export const stream = (name, onShellReady) => renderToPipeableStream(createElement(apps[name]), { onShellReady })
`

/** The apps of the tests on a server. */
export interface ServerSide {
  write(app: string): string
  stream(app: string, onShellReady: () => void): { pipe(to: Writable): void }
  letIn(name: string): void
  closeAll(): void
}

const bundle = async (folder: string, version: ReactVersion, entry: string, isServer: boolean): Promise<string> => {
  const name = isServer ? 'server' : 'client'
  const virtual = `${folder}/${name}-entry.js`
  await writeFile(virtual, entry.replaceAll("'/test/", `'${home}test/`))
  const alias = version === '18' ? [{ find: /^(react|react-dom)(?=\/|$)/, replacement: '$1-18' }] : []
  await build({
    configFile: false,
    logLevel: 'error',
    root: home,
    publicDir: false,
    // Mistakes are told by the development build alone.
    define: isServer ? {} : { 'process.env.NODE_ENV': '"development"' },
    resolve: { alias },
    ssr: { noExternal: true },
    build: {
      outDir: folder,
      emptyOutDir: false,
      target: 'es2022',
      minify: false,
      ...(isServer
        ? { ssr: true, rolldownOptions: { input: virtual, output: { entryFileNames: 'server.mjs' } } }
        : { lib: { entry: virtual, name: 'app', formats: ['iife'], fileName: () => 'client.js' } })
    }
  })
  return `${folder}/${isServer ? 'server.mjs' : 'client.js'}`
}

/** Tests may build side by side. */
const inFolder = async <Made>(version: ReactVersion, make: (folder: string) => Promise<Made>): Promise<Made> => {
  await mkdir(`${home}.cache`, { recursive: true })
  const folder = await mkdtemp(`${home}.cache/react-${version}-`)
  const made = await make(folder)
  await rm(folder, { recursive: true })
  return made
}

/** Builds the apps of the tests for a version of React. @returns the script of the page. */
export const buildReactPage = (version: ReactVersion): Promise<string> =>
  inFolder(version, async folder => readFile(await bundle(folder, version, CLIENT, false), 'utf8'))

/** @returns the same for a server. */
export const buildReactServer = (version: ReactVersion): Promise<ServerSide> =>
  inFolder(version, async folder => {
    const server = await bundle(folder, version, SERVER, true)
    return (await import(pathToFileURL(server).href)) as ServerSide
  })
