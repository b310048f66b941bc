import { describe, expect, it } from 'vitest'
import { AR } from './ar.ts'
import { fillWords } from './basic.ts'
import { EN, type Words } from './en.ts'
import { JA } from './ja.ts'

const placesIn = (text: string): readonly string[] => [...text.matchAll(/\{\w+\}/g)].map(String).sort()

describe.each<[string, Words]>([
  ['ar', AR],
  ['ja', JA]
])('the words in %s', (lang, words) => {
  it('are all there, each with the same places to fill', () => {
    expect(Object.keys(words).sort()).toEqual(Object.keys(EN).sort())
    for (const key of Object.keys(EN) as (keyof Words)[]) {
      expect(placesIn(words[key]), key).toEqual(placesIn(EN[key]))
      expect(words[key].trim(), key).not.toBe('')
    }
    expect(words.lang).toBe(lang)
  })

  it('are not those in English', () => {
    const same = (Object.keys(EN) as (keyof Words)[]).filter(key => words[key] === EN[key])
    expect(same.filter(key => key !== 'rate')).toEqual([])
  })
})

it('fills places, and leaves what has no value as it is written', () => {
  expect(fillWords('{a} of {b}', { a: 1 })).toBe('1 of {b}')
})
