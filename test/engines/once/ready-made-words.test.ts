import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { axeFindings } from '../../support/axe.ts'
import { currentEngine } from '../../support/engines.ts'
import '../../support/page-types.ts'
import { CLIP, openPerson, type Person } from '../../support/person.ts'
import { ALL, readyMade, SOUND } from '../../support/ready-made.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const { mount, buttons, open } = readyMade(() => person)

/** A piece of a page has neither a heading nor landmarks. */
const violations = (): Promise<readonly string[]> =>
  axeFindings(person.page, { without: ['page-has-heading-one', 'region'] })

describe('the ready-made controls', () => {
  it.each<[string, string, string, number, string]>([
    ['wide', '', CLIP, 800, ''],
    ['narrow', '', CLIP, 320, ''],
    ['sound', '', SOUND, 800, ''],
    ['right to left', '', CLIP, 800, 'lang="ar" dir="rtl"'],
    ['every control there is', `layouts='${ALL}' frame-rate="25"`, CLIP, 800, '']
  ])('axe finds nothing: %s', async (_, attributes, inside, width, page) => {
    await mount(attributes, inside, width, page)
    expect(await violations()).toEqual([])
    await open('settings')
    expect(await violations()).toEqual([])
  })
})

describe('languages', () => {
  it.each<[string, string, string]>([
    ['ar', 'تشغيل', 'رجوع 10'],
    ['ar-EG', 'تشغيل', 'رجوع'],
    ['ja', '再生', '10 秒戻る'],
    ['xx', 'Play', 'Back 10 seconds']
  ])('%s', async (lang, first, second) => {
    await mount('', CLIP, 800, `lang="${lang}"`)
    const [play, back = ''] = await buttons()
    expect(play).toBe(first)
    // Engines differ in the figures of Arabic.
    expect(back.replace('١٠', '10')).toContain(second)
  })

  it('follow the page, and words of the author’s', async () => {
    await mount()
    await person.page.run(() => {
      document.documentElement.lang = 'ja'
    })
    await person.until(
      'Japanese',
      () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.label')?.textContent === '再生'
    )
    await person.page.run(() => {
      globalThis.yokewright.defineWords('en', { play: 'Let it run' })
      document.documentElement.lang = 'en'
    })
    await person.until(
      'the author’s word',
      () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.label')?.textContent === 'Let it run'
    )
    // The page goes on to the next case.
    await person.page.run(() => globalThis.yokewright.defineWords('en', { play: 'Play' }))
  })
})
