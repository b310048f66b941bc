import { describe, expect, it } from 'vitest'
import { AR } from './ar.ts'
import { AROUND_WORDS } from './around-words.ts'
import { fillWords } from './basic.ts'
import { CHOICE_WORDS } from './choice-words.ts'
import { EN, type Words } from './en.ts'
import { JA } from './ja.ts'
import { LOOK_WORDS } from './look-words.ts'
import { DOCK_WORDS, LIST_WORDS, type PartWords, RESUME_WORDS, WINDOW_WORDS } from './part-words.ts'

const ENGLISH: Words & PartWords = {
  ...EN,
  ...LIST_WORDS,
  ...CHOICE_WORDS,
  ...LOOK_WORDS,
  ...RESUME_WORDS,
  ...DOCK_WORDS,
  ...WINDOW_WORDS,
  ...AROUND_WORDS
}
const KEYS = Object.keys(ENGLISH) as (keyof typeof ENGLISH)[]

const placesIn = (text: string): readonly string[] => [...text.matchAll(/\{\w+\}/g)].map(String).sort()

describe.each<[string, Words & PartWords]>([
  ['ar', AR],
  ['ja', JA]
])('the words in %s', (lang, words) => {
  it('are all there, each with the same places to fill', () => {
    expect(Object.keys(words).sort()).toEqual([...KEYS].sort())
    for (const key of KEYS) {
      expect(placesIn(words[key]), key).toEqual(placesIn(ENGLISH[key]))
      expect(words[key].trim(), key).not.toBe('')
    }
    expect(words.lang).toBe(lang)
  })

  it('are not those in English', () => {
    const same = KEYS.filter(key => words[key] === ENGLISH[key])
    expect(same.filter(key => key !== 'rate')).toEqual([])
  })
})

it('fills places, and leaves what has no value as it is written', () => {
  expect(fillWords('{a} of {b}', { a: 1 })).toBe('1 of {b}')
})
