import { existsSync, readdirSync } from 'node:fs'

const folder = new URL('../../examples/', import.meta.url)

/** The page of every example, and the one that lists them, by their addresses. */
export const EXAMPLES: readonly string[] = [
  '/index.html',
  ...readdirSync(folder)
    .filter(name => existsSync(new URL(`${name}/index.html`, folder)))
    .map(name => `/${name}/index.html`)
]
