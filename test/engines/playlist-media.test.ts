import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'
import { BothServices, PATIENT, STAND_INS } from '../support/stand-ins.ts'

let person: Person
const services = new BothServices()
beforeAll(async () => {
  person = await openPerson(currentEngine())
  await services.open()
})
afterAll(async () => {
  await person?.leave()
  await services.close()
})
afterEach(() => services.reset())

const FILE = { id: 'file', title: 'The tide clock', sources: ['/media/tide-clock.webm'] }

const run = (command: string, value?: string | number): Promise<unknown> =>
  person.page.run(
    (name: string, given: string | number | null) =>
      document.querySelector('yoke-player')?.yoke.run(name, given ?? undefined),
    command,
    value ?? null
  )
const plays = (id: string): Promise<void> =>
  person.until(
    `${id} to play`,
    (wanted: string) => {
      const { playlist, states, media } = document.querySelector('yoke-player')?.yoke ?? {}
      return playlist?.current?.id === wanted && states?.playing && (media?.currentTime ?? 0) > 0
    },
    id
  )

describe.each(STAND_INS)('a playlist of files and clips of %s', name => {
  it('goes from one to the other and back, by command and at an end', async () => {
    const clip = { id: 'clip', title: 'Spring tide', sources: [services.of(name).address('st60')] }
    await person.mount(
      `<div style="width: 640px"><yoke-player muted ${PATIENT} playlist='${JSON.stringify([FILE, clip])}'><b id="title" data-yoke-value="title"></b></yoke-player></div>`,
      { head: services.head }
    )
    await person.until('a list', () => document.querySelector('yoke-player')?.yoke.playlist?.current)
    expect(services.of(name).service.asked).toEqual([])
    await run('play')
    await plays('file')
    await run('next')
    await plays('clip')
    expect(await person.page.run(() => document.querySelector('yoke-player')?.yoke.media?.service)).toBe(
      services.of(name).dialect.name
    )
    expect(await person.text('#title')).toBe('Spring tide')
    await run('previous')
    await plays('file')
    await run('seek', 11.6)
    await plays('clip')
    expect(await person.page.run(() => globalThis.notes.faults)).toEqual([])
  })
})

it('without a player: createYoke plays a list on an element, with controls anywhere', async () => {
  await person.mount(
    '<audio muted></audio><div id="desk"><b data-yoke-value="title"></b><button type="button" id="next" command="--next">Next</button><ol id="list" data-yoke-playlist></ol></div>'
  )
  await person.page.run(() => {
    const yoke = globalThis.yokewright.createYoke(document.querySelector('audio') as HTMLAudioElement, {
      playlist: [
        { title: 'Bell buoy', sources: ['/media/bell-buoy.webm'] },
        { title: 'The tide clock', sources: ['/media/tide-clock.webm'] }
      ]
    })
    yoke.bind(document.querySelector('#desk') as Element)
    Object.assign(globalThis, { kept: yoke })
  })
  await person.until('the rows', () => document.querySelectorAll('#list > li').length === 2)
  expect(await person.text('#desk > b')).toBe('Bell buoy')
  await person.click('#list > li:nth-child(2) button')
  await person.until('playback', () => {
    const audio = document.querySelector('audio')
    return audio?.currentSrc.includes('tide-clock') && audio.currentTime > 0
  })
  expect(await person.text('#desk > b')).toBe('The tide clock')
  expect(await person.page.run(() => document.querySelector('#next')?.getAttribute('aria-disabled'))).toBe('true')
  await person.page.run(() => (globalThis.kept as { dispose(): void }).dispose())
  expect(await person.page.run(() => document.querySelectorAll('#list > li').length)).toBe(0)
})
