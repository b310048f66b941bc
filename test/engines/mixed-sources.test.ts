import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'
import { BothServices, PATIENT, STAND_INS } from '../support/stand-ins.ts'

const FILE = '/media/spring-tide.webm'
const MISSING = '/media/nobody-has-this.webm'

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

const mount = async (attributes: string, inside = ''): Promise<void> => {
  await person.mount(
    `<div style="width: 640px"><yoke-player controls muted ${attributes.includes('sourceTimeout') ? '' : PATIENT} ${attributes}>${inside}</yoke-player></div>`,
    {
      head: `${services.head}<script type="module">
document.querySelector('yoke-player').addEventListener('error', () => notes.errors.push('an error was told'))
</script>`
    }
  )
  await person.until('a media', () => document.querySelector('yoke-player')?.yoke.media)
}
const mountList = (sources: readonly string[], more: object = {}): Promise<void> =>
  mount(`settings='${JSON.stringify({ sources, ...more })}'`)

/** Presses play by script: resolves as `play()` does. */
const play = (): Promise<string> =>
  person.page.run(() =>
    (document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']).play().then(
      () => 'plays',
      (cause: Error) => cause.name
    )
  )
const states = (): Promise<string> =>
  person.page.run(
    () =>
      document
        .querySelector('yoke-player')
        ?.yoke.sources.map(({ state }) => state)
        .join(' ') ?? ''
  )
/** Waits until it is so of the sources: a play may be told before its source is. */
const become = async (wanted: string): Promise<void> => {
  let seen = ''
  for (const end = Date.now() + 10_000; Date.now() < end && seen !== wanted; ) seen = await states()
  expect(seen).toBe(wanted)
}
const notes = async (): Promise<unknown> => {
  const { errors, faults } = await person.page.run(() => globalThis.notes)
  return { errors, faults }
}
const NOTHING = { errors: [], faults: [] }

describe.each(STAND_INS)('files and clips of %s in one list', name => {
  const clip = (): string => services.of(name).address('st60')

  it('a file that nobody has gives way to the service, which is not asked before the press', async () => {
    await mountList([MISSING, clip()])
    await person.until('the service', () => document.querySelector('yoke-player')?.yoke.sources[0]?.state === 'failed')
    expect(services.of(name).service.asked).toEqual([])
    expect(await play()).toBe('plays')
    await become('failed chosen')
    expect(await notes()).toEqual(NOTHING)
  })

  it('a file takes over where the service has not the clip, and the play that was asked for counts', async () => {
    services.of(name).service.behave({ missing: true })
    await mountList([clip(), FILE])
    expect(await states()).toBe('untried untried')
    expect(await play()).toBe('plays')
    await become('failed chosen')
    const { fault, turns } = await person.page.run(() => {
      const sources = document.querySelector('yoke-player')?.yoke.sources ?? []
      return { fault: sources[0]?.fault?.code, turns: sources.map(({ turn }) => turn) }
    })
    expect(fault).toBe('source-missing')
    expect(turns).toEqual([1, 2])
    expect(await notes()).toEqual(NOTHING)
  })

  it('a file takes over where the service does not answer in time', async () => {
    services.of(name).service.behave({ slow: 60_000 })
    await mountList([clip(), FILE], { sourceTimeout: 1 })
    expect(await play()).toBe('plays')
    await become('silent chosen')
  })

  it('what breaks while it plays gives way at the same place, with what the viewer has set', async () => {
    await mountList([clip(), FILE])
    expect(await play()).toBe('plays')
    await person.page.run(async () => {
      const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      player.currentTime = 20
      await new Promise(resolve => player.addEventListener('seeked', resolve, { once: true }))
      player.volume = 0.4
      player.playbackRate = 1.5
    })
    // WebKit turns sound on at a change of rate, and the service turns it off again.
    await person.until('playback', () => {
      const { states, media } = document.querySelector('yoke-player')?.yoke ?? {}
      return states?.playing && media?.muted
    })
    services.of(name).service.act('fail')
    await person.until('the file', () => {
      const { yoke } = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      const { media, states } = yoke
      return media?.currentSrc.endsWith('.webm') && states.playing && media.currentTime > 20 && media.playbackRate > 1
    })
    const seen = await person.page.run(() => {
      const { media } = document.querySelector('yoke-player')?.yoke ?? {}
      return [media?.volume, media?.playbackRate, media?.muted, (media?.currentTime ?? 0) < 28]
    })
    expect(seen).toEqual([0.4, 1.5, true, true])
    expect(await notes()).toEqual(NOTHING)
  })

  it('as the last <source> it is a last resort, in place of the element', async () => {
    const inside = `<video playsinline width="640" height="360"><source src="${MISSING}"><source type="text/html" src="${clip()}"></video>`
    await mount('', inside)
    await person.until('the service', () => document.querySelector('yoke-player')?.yoke.sources.length === 2)
    expect(services.of(name).service.asked).toEqual([])
    expect(await play()).toBe('plays')
    await become('failed chosen')
    const isSeen = (): Promise<unknown> => person.page.run(() => document.querySelector('video')?.checkVisibility())
    expect(await isSeen()).toBe(false)
    // Without the service's address the element is the player's media again.
    await person.page.run(() => {
      const [missing, hosted] = document.querySelectorAll('source')
      hosted?.remove()
      missing?.setAttribute('src', '/media/spring-tide.webm')
      const { layers } = (document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']).yoke
      layers.take('script', { title: 'Spring tide' })
      document.querySelector('yoke-player')?.append(document.createElement('video'))
    })
    await person.until('the element', () => document.querySelector('video')?.checkVisibility())
  })
})

it('where all have failed, another try begins with the first', async () => {
  const [skerry, lantern] = [services.of('skerry'), services.of('lantern')]
  for (const { service } of [skerry, lantern]) service.behave({ missing: true })
  await mountList([MISSING, skerry.address('st60'), lantern.address('st60')])
  expect(await play()).toBe('NotSupportedError')
  await become('failed failed failed')
  await person.until('a fault', () => document.querySelector('yoke-player')?.yoke.fault)
  skerry.service.behave({ missing: false })
  const { ok } = await person.page.run(async () => {
    const { yoke } = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
    return { ok: (await yoke.run('retry')).ok }
  })
  expect(ok).toBe(true)
  await become('failed chosen untried')
})

it('two services play after one another in the order of the list', async () => {
  const [skerry, lantern] = [services.of('skerry'), services.of('lantern')]
  skerry.service.behave({ unshared: true })
  await mountList([skerry.address('st60'), lantern.address('st60'), FILE])
  expect(await play()).toBe('plays')
  await become('failed chosen untried')
})
