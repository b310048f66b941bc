import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { captionsOf } from '../../support/captions-page.ts'
import { currentEngine } from '../../support/engines.ts'
import { cueText } from '../../support/generated-captions.ts'
import '../../support/page-types.ts'
import { openPerson, type Person } from '../../support/person.ts'

let person: Person
const { putFiles, EN, mount, run, shows } = captionsOf(() => person)
beforeAll(async () => {
  person = await openPerson(currentEngine(), { fresh: true })
  putFiles()
})
afterAll(() => person?.leave())

describe('nothing in a cue can run', () => {
  it('2,000 generated texts of cues: only what a cue may hold, no attribute of ours that runs, nothing thrown', async () => {
    const texts = fc.sample(cueText, { numRuns: 2000, seed: 12 })
    await mount(EN)
    await person.until('tracks', () => document.querySelector('yoke-player')?.yoke.states.hasCaptions)
    await run('set-captions', 'en')
    await shows('first')
    const seen = await person.page.run(async (all: readonly string[]) => {
      const [track] = document.querySelector('yoke-player')?.textTracks ?? []
      const area = document.querySelector('.yoke-captions') as HTMLElement
      for (const cue of [...(track?.cues ?? [])]) track?.removeCue(cue)
      const elements = new Set<string>()
      const attributes = new Set<string>()
      let painted = 0
      for (let at = 0; at < all.length; at += 40) {
        const cues = all.slice(at, at + 40).map(text => track?.addCue({ startTime: 0, endTime: 99, text }))
        // What script adds is drawn when its task is done.
        await Promise.resolve()
        painted += area.querySelectorAll('.yoke-cue').length
        for (const element of area.querySelectorAll('*')) {
          elements.add(element.localName)
          for (const { name } of element.attributes) attributes.add(name)
        }
        for (const cue of cues) if (cue) track?.removeCue(cue)
      }
      return {
        painted,
        elements: [...elements].sort(),
        attributes: [...attributes].sort(),
        errors: globalThis.notes.errors
      }
    }, texts)
    expect(seen).toEqual({
      painted: 2000,
      elements: ['b', 'div', 'i', 'rt', 'ruby', 'span', 'u'],
      attributes: [
        'class',
        'data-classes',
        'data-tag',
        'data-time',
        'data-track',
        'data-voice',
        'lang',
        'part',
        'style'
      ],
      errors: []
    })
  })
})
