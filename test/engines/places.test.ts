import { afterAll, beforeAll, expect, it } from 'vitest'
import type { WrittenLayout } from '../../src/core/layout/layouts.ts'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person } from '../support/person.ts'
import { part, readyMade } from '../support/ready-made.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const { mount, play } = readyMade(() => person)
const mountLayouts = (layouts: readonly WrittenLayout[], inside = '', width = 800, attributes = ''): Promise<void> =>
  mount(`layouts='${JSON.stringify(layouts)}' ${attributes}`, CLIP + inside, width)

/** Waits until something of the player is seen at its place. */
const isThere = (selector: string): Promise<void> =>
  person.until(
    selector,
    (wanted: string) =>
      document
        .querySelector('yoke-player')
        ?.shadowRoot?.querySelector(wanted)
        ?.checkVisibility({ visibilityProperty: true }),
    selector
  )
const ROWS = [['seek-bar', 'fullscreen']] as const

it('rows stand in the corners, in the middle and above the bar, and do what they say', async () => {
  await mountLayouts(
    [
      {
        rows: ROWS,
        places: {
          centre: [{ control: 'skip', by: -10 }, 'play-pause', { control: 'skip', by: 10 }],
          'top-end': ['captions', 'muted'],
          'bottom-start': ['current-time'],
          'bottom-end': [{ slot: 'share' }]
        }
      }
    ],
    '<button type="button" slot="share" id="share">Share</button>'
  )
  await isThere('.place.at-bottom-end')
  const picture = await person.box('yoke-player')
  const bar = await person.box('yoke-player >>> .bar')
  const middle = await person.box('yoke-player >>> .at-centre [part~="play-pause"]')
  expect(Math.abs(middle.x + middle.width / 2 - picture.x - picture.width / 2)).toBeLessThan(2)
  expect(Math.abs(middle.y + middle.height / 2 - picture.y - picture.height / 2)).toBeLessThan(2)
  const muted = await person.box(part('muted'))
  expect([muted.y - picture.y < 20, picture.x + picture.width - muted.x - muted.width < 20]).toEqual([true, true])
  await expect
    .poll(async () => {
      const [time, share] = [await person.box('yoke-player >>> .at-bottom-start'), await person.box('#share')]
      return [
        time.x - picture.x < 20,
        time.y + time.height <= bar.y,
        share.y + share.height <= bar.y,
        share.x > bar.x + bar.width / 2
      ]
    })
    .toEqual([true, true, true, true])
  // The big button would lie on it.
  expect(
    await person.page.run(() =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('.centre-play')?.checkVisibility()
    )
  ).toBe(false)
  await person.click('yoke-player >>> .at-centre [part~="play-pause"]')
  await person.until('playback', () => document.querySelector('yoke-player')?.yoke.states.playing)
  expect((await person.page.run(() => globalThis.notes)).errors).toEqual([])
})

it('what is over the picture goes with the bar, and keeps off captions while it is there', async () => {
  const track = '<track default kind="captions" srclang="en" src="/media/spring-tide.en.vtt">'
  await mount(
    `hide-after="0.2" layouts='${JSON.stringify([{ rows: ROWS, places: { 'top-start': ['muted'] } }])}'`,
    CLIP.replace('</video>', `${track}</video>`)
  )
  await isThere('.place.at-top-start')
  await person.page.move(5, 790)
  await play()
  await person.until('it to go', () => {
    const place = document.querySelector('yoke-player')?.shadowRoot?.querySelector('.place')
    return place && getComputedStyle(place).opacity === '0'
  })
})

it('a row for the pause is there while it lasts', async () => {
  await mountLayouts(
    [{ rows: ROWS, places: { pause: [{ slot: 'more' }] } }],
    '<p slot="more" id="more">More of the quay</p>'
  )
  const isShown = (): Promise<boolean | undefined> =>
    person.page.run(() => document.querySelector('#more')?.checkVisibility())
  await person.until('the place', () =>
    document.querySelector('yoke-player')?.shadowRoot?.querySelector('.place.at-pause')
  )
  await expect.poll(isShown).toBe(false)
  await play()
  expect(await isShown()).toBe(false)
  await person.page.run(() => document.querySelector('yoke-player')?.pause())
  await expect.poll(isShown).toBe(true)
})

it.each(['', 'style="height: 300px"'])(
  'a bar under the picture covers none of it, and stays: <yoke-player %s>',
  async style => {
    await mountLayouts(
      [{ rows: [['seek-bar'], ['play-pause', 'gap', 'fullscreen']], bar: 'under' }],
      '',
      640,
      `hide-after="0.2" ${style}`
    )
    await isThere('.bar.under')
    await expect
      .poll(async () => {
        const [player, picture, bar] = [
          await person.box('yoke-player'),
          await person.box('video'),
          await person.box('yoke-player >>> .bar')
        ]
        return [
          Math.round(bar.y - picture.y - picture.height),
          Math.round(player.y + player.height - bar.y - bar.height),
          Math.round(bar.width - player.width)
        ]
      })
      .toEqual([0, 0, 0])
    await person.page.move(5, 790)
    await play()
    await person.until('idleness', () => document.querySelector('yoke-player')?.yoke.states.idle)
    expect(
      await person.page.run(
        () =>
          getComputedStyle(document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar') as Element).opacity
      )
    ).toBe('1')
  }
)

it('its shape is another by its width, and its own again where a layout says none', async () => {
  await mountLayouts(
    [
      { rows: ROWS, ratio: '9 / 16' },
      { from: 500, rows: ROWS }
    ],
    '',
    360
  )
  const shape = async (): Promise<number> => {
    const { width, height } = await person.box('video')
    return Math.round((width / height) * 100)
  }
  await expect.poll(shape).toBe(56)
  await person.page.run(() => document.querySelector('yoke-player')?.parentElement?.style.setProperty('width', '640px'))
  await expect.poll(shape).toBe(100)
  await person.page.run(() => document.querySelector('yoke-player')?.parentElement?.style.setProperty('width', '360px'))
  await expect.poll(shape).toBe(56)
  await person.page.run(() => document.querySelector('yoke-player')?.removeAttribute('layouts'))
  await expect.poll(shape).toBe(100)
})

it('a word that no layout has is told, with the one that was meant', async () => {
  await person.mount(`<yoke-player controls layouts='[{"rows":[["play-pause"]],"plcaes":{}}]'>${CLIP}</yoke-player>`)
  await person.until('the fault', () => globalThis.notes.faults.includes('layout-unreadable: did you mean places?'))
})
