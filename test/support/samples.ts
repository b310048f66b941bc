import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'

const home = fileURLToPath(new URL('../../', import.meta.url))

/** A code sample of the docs, with the place where it stands. */
export interface Sample {
  readonly place: string
  readonly code: string
}

const documents = (): readonly string[] => [
  'README.md',
  ...['docs/guide', 'docs/reference'].flatMap(folder => readdirSync(home + folder).map(file => `${folder}/${file}`))
]

/** Every sample of the docs that is written in a language. */
export const samplesIn = (language: 'html' | 'json' | 'ts'): readonly Sample[] =>
  documents().flatMap(path => {
    const text = readFileSync(home + path, 'utf8')
    return [...text.matchAll(/^```(\w+)\n([\s\S]*?)^```$/gm)]
      .filter(([, written]) => written === language)
      .map(({ index, 2: code = '' }) => ({ place: `${path}:${text.slice(0, index).split('\n').length}`, code }))
  })

/** The cells of the first column of the table under a heading. */
export const namesUnder = (path: string, heading: string): readonly string[] => {
  const section =
    readFileSync(home + path, 'utf8')
      .split(/^#+ /m)
      .find(part => part.startsWith(`${heading}\n`)) ?? ''
  return [...section.matchAll(/^\| `([^`]+)`/gm)].map(([, name = '']) => name)
}

export const headingsIn = (path: string): readonly string[] =>
  [...readFileSync(home + path, 'utf8').matchAll(/^## (.+)$/gm)].map(([, title = '']) => title)
