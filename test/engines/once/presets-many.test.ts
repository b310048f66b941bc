import { afterAll, beforeAll, expect, it } from 'vitest'
import '../../support/page-types.ts'
import { openPerson, type Person } from '../../support/person.ts'

const HEAD = '<script src="/dist/yokewright.presets.js" defer></script>'
const COUNT = 50
/** One that is shown all along: whatever changes it is no matter of time. */
const LONG_CAPTION = encodeURIComponent('WEBVTT\n\n00:00.000 --> 10:00.000\nSlack water')
/** With a list of controls, so that what reads those is there before the first edit. */
const BEGUN = { name: 'lesson', controls: true, without: ['loop'], look: { accent: '#3fb8a0' } }

let person: Person
beforeAll(async () => {
  person = await openPerson('chromium')
})
afterAll(() => person?.leave())

it('fifty that play follow an edit by the next frame, and none stops or loses its caption', async () => {
  const player = `<yoke-player muted><video muted playsinline preload="auto" width="160" height="90" src="/media/equinox-talk.webm"><track kind="captions" src="data:text/vtt,${LONG_CAPTION}" srclang="en" default></video></yoke-player>`
  await person.mount(
    `<style>main { display: grid; grid-template-columns: repeat(10, 110px) }</style><script type="application/json" data-yoke-presets>${JSON.stringify(BEGUN)}</script><main preset="lesson">${player.repeat(COUNT)}</main>`,
    { head: HEAD }
  )
  await person.page.run(() => {
    for (const each of document.querySelectorAll('yoke-player')) {
      each.currentTime = 6
      each.play().catch(() => undefined)
    }
  })
  await person.until('all of them to play, with captions', () =>
    [...document.querySelectorAll('yoke-player')].every(
      each =>
        each.yoke.states.playing &&
        each.yoke.states.captionsShowing &&
        each.shadowRoot?.querySelector('.bar') &&
        getComputedStyle(each).getPropertyValue('--yoke-accent')
    )
  )
  const seen = await person.page.run(async () => {
    const { definePreset } = yokewright.presets
    const players = [...document.querySelectorAll('yoke-player')]
    const disturbed: string[] = []
    for (const each of players) {
      // Not `waiting`: whether so many films are decoded in time is the machine's matter.
      for (const type of ['pause', 'emptied', 'seeking']) each.addEventListener(type, () => disturbed.push(type))
      each.yoke.subscribe(
        ({ captions }) => captions,
        () => disturbed.push('captions')
      )
    }
    const frame = (): Promise<number> => new Promise(resolve => requestAnimationFrame(resolve))
    const followed: number[] = []
    const edits = [
      { look: { accent: '#d04040' } },
      { hideAfter: 7, captionLook: { size: 1.2 }, look: { ground: 'light' } },
      { without: ['muted'], hideAfter: 3 }
    ] as const
    const tells = [
      (each: Element) => getComputedStyle(each).getPropertyValue('--yoke-accent') !== before.get(each),
      (each: HTMLElementTagNameMap['yoke-player']) =>
        each.yoke.settings.hideAfter === 7 && getComputedStyle(each).colorScheme === 'light',
      (each: HTMLElementTagNameMap['yoke-player']) => !each.shadowRoot?.querySelector('[part~=muted]')
    ] as readonly ((each: HTMLElementTagNameMap['yoke-player']) => boolean)[]
    const before = new Map<Element, string>(
      players.map(each => [each, getComputedStyle(each).getPropertyValue('--yoke-accent')])
    )
    for (const [index, edit] of edits.entries()) {
      await frame()
      definePreset({ name: 'lesson', controls: true, ...edit })
      await frame()
      followed.push(players.filter(each => tells[index]?.(each)).length)
    }
    return {
      followed,
      disturbed,
      playing: players.filter(({ paused }) => !paused).length,
      // That a preset is long in coming is told, and on a busy machine it is.
      told: globalThis.notes.faults.filter(told => told !== 'preset-unknown: look at its address')
    }
  })
  expect(seen).toEqual({
    followed: [COUNT, COUNT, COUNT],
    disturbed: [],
    playing: COUNT,
    told: []
  })
})

it('gives the presets of the library to a page on which nobody has asked for one, and copies them', async () => {
  await person.mount('<p>Nobody here names a preset.</p>', { head: `${HEAD}<meta name="asked" content="never">` })
  const copied = await person.page.run(async () => {
    const { copyPreset, housePresets } = yokewright.presets
    const copy = await copyPreset('house:press-only@1', 'mine')
    return [copy, (await housePresets()).map(({ name, label }) => `${name} ${label}`).slice(0, 2)]
  })
  expect(copied).toEqual([
    { ok: true, value: expect.objectContaining({ name: 'mine', hideAfter: 0.8, look: { backing: 'none', inset: 8 } }) },
    ['house:standard@1 Standard', 'house:two-rows@1 Two rows']
  ])
})
