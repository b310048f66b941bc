import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { expect, it } from 'vitest'

const sources = fileURLToPath(new URL('../../src/', import.meta.url))

/** Where a media may be an element: everything else knows it by its port. */
const OF_ELEMENTS = ['media/html/', 'player/media/']

const codeOf = (path: string): string =>
  readFileSync(sources + path, 'utf8').replace(/\/\*[\s\S]*?\*\/|\/\/.*$|'[^'\n]*'/gm, '')

it('media elements and their tracks are named where media are elements, and nowhere else', () => {
  const files = readdirSync(sources, { recursive: true, encoding: 'utf8' }).filter(
    path => path.endsWith('.ts') && !path.endsWith('.test.ts') && !path.startsWith('cli/')
  )
  const naming = files.filter(path => /\bHTML(?:Media|Video|Audio|Track)Element\b/.test(codeOf(path)))
  expect(naming.length).toBeGreaterThan(5)
  expect(naming.filter(path => !OF_ELEMENTS.some(room => path.startsWith(room)))).toEqual([])
})
