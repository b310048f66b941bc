import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { BROUGHT } from '../../src/core/markup/brought-names.ts'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())
beforeEach(() => person.mount(''))

const SRC = '/media/tide-board.webm'
const RULES = 'resume-after-start="2" resume-before-end="2"'
const DAY = 86_400_000

/** Another visit to the same site: what is kept stays. */
const visit = (html: string): Promise<void> =>
  person.page.run((markup: string) => {
    document.body.innerHTML = markup
  }, html)

/** Where the clip was left, as another visit would have kept it. */
const left = (position: number, days = 0, key = SRC): Promise<void> =>
  person.page.run(
    (src: string, seconds: number, age: number) => {
      const url = new URL(src, location.href).href
      const place = { position: seconds, duration: 30, at: Date.now() - age }
      localStorage.setItem('yokewright.watched', JSON.stringify({ [url]: place }))
    },
    key,
    position,
    days * DAY
  )
/** Where it is kept to have been left; -1 for nowhere. */
const kept = (): Promise<number> =>
  person.page.run(() => {
    const [place] = Object.values(JSON.parse(localStorage.getItem('yokewright.watched') ?? '{}')) as {
      position: number
    }[]
    return place?.position ?? -1
  })
const mount = async (attributes: string, more = ''): Promise<void> => {
  await visit('')
  await visit(
    `<yoke-player id="p" ${RULES} ${attributes} style="inline-size: 640px; block-size: 360px"><video muted playsinline preload="auto" width="640" height="360" src="${SRC}"></video>${more}</yoke-player>`
  )
  await person.until('the memory', () => {
    const { yoke } = document.querySelector('yoke-player') ?? {}
    const isRemembered = yoke?.commands.has('forget') || yoke?.settings.resume.position === undefined
    return isRemembered && yoke?.snapshot.readyState && yoke.snapshot.readyState > 1
  })
}
const at = (): Promise<number> => person.page.run(() => document.querySelector('yoke-player')?.currentTime ?? -1)
const run = (command: string, value?: string | number): Promise<unknown> =>
  person.page.run(
    async (name: string, of: string | number | undefined) => document.querySelector('yoke-player')?.yoke.run(name, of),
    command,
    value
  )
const isNear = (seconds: number): Promise<void> =>
  expect.poll(async () => Math.abs((await at()) - seconds) < 0.5, { timeout: 10_000 }).toBe(true)

describe('the place of a clip', () => {
  it('is kept as it plays, pauses and is sought, and gone back to at once', async () => {
    await mount('resume-position="at-once"')
    await run('play')
    await person.until('playback', () => (document.querySelector('yoke-player')?.currentTime ?? 0) > 0.3)
    await run('seek', 12)
    await run('pause')
    await expect.poll(async () => Math.round(await kept())).toBe(12)
    await mount('resume-position="at-once"')
    await isNear(12)
  })

  it.each<[string, number, number]>([
    ['hardly begun', 1, 0],
    ['seen to its end', 29, 0],
    ['left too long ago', 12, 91]
  ])('is not gone back to when it was %s', async (_, seconds, days) => {
    await left(seconds, days)
    await mount('resume-position="at-once"')
    expect(await at()).toBe(0)
  })

  it('gives way to a place that the page names', async () => {
    await left(12)
    await mount('resume-position="at-once" start-at="5"')
    await isNear(5)
  })

  it('is forgotten at the end, and by one call', async () => {
    await left(12)
    await mount('resume-position="at-once"')
    await isNear(12)
    await run('play')
    await run('seek', 'end')
    await expect.poll(kept).toBe(-1)
    await left(12)
    await mount('resume-position="at-once"')
    await run('forget', 'all')
    expect(await kept()).toBe(-1)
  })

  it('is kept by a name of the page’s own, and of no clip while it is off', async () => {
    await mount('resume-position="at-once" resume-key="lesson-2"')
    await run('play')
    await run('seek', 9)
    await run('pause')
    await expect.poll(() => person.page.run(() => localStorage.getItem('yokewright.watched'))).toContain('"lesson-2"')
    await person.page.run(() => {
      localStorage.clear()
      document.querySelector('yoke-player')?.setAttribute('resume-position', 'off')
    })
    await run('play')
    await run('seek', 20)
    await run('pause')
    expect(await kept()).toBe(-1)
  })

  it.each(['taken away', 'given another clip'])(
    'is where it stood when its player was %s, in the middle of two seeks too',
    async how => {
      await mount('resume-position="at-once"')
      await run('play')
      await run('seek', 8)
      await person.page.run(async (isTaken: boolean) => {
        const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
        player.yoke.run('seek', 12)
        // Sought is sought: this one changes no state of the player.
        await player.yoke.run('seek', 16)
        if (isTaken) player.remove()
        else player.src = '/media/tide-clock.webm'
      }, how === 'taken away')
      await expect.poll(async () => Math.round(await kept())).toBe(16)
    }
  )

  it('of another tab is what counts at the next visit, and neither tab loses those of other clips', async () => {
    await mount('resume-position="at-once"')
    await run('play')
    await run('seek', 8)
    await left(20, 0, '/media/other.webm')
    await run('pause')
    await expect
      .poll(() =>
        person.page.run(() => Object.keys(JSON.parse(localStorage.getItem('yokewright.watched') ?? '{}')).length)
      )
      .toBe(2)
  })
})

describe('the offer', () => {
  const OWN =
    '<p id="offer" data-yoke-when="resume-offered" hidden>Go on at <b data-yoke-value="resume-time"></b> <button type="button" id="go" command="--resume">go</button> <button type="button" id="over" command="--start-over">from the start</button></p>'

  it('in markup of one’s own: goes on, or begins anew', async () => {
    await left(12)
    await mount('resume-position="offered"', OWN)
    await person.until('the offer', () => !document.querySelector<HTMLElement>('#offer')?.hidden)
    expect(await person.text('#offer b')).toBe('0:12')
    expect(await at()).toBe(0)
    await person.click('#go')
    await isNear(12)
    await person.until('playback', () => document.querySelector('yoke-player')?.yoke.states.playing)
    expect(await person.page.run(() => document.querySelector<HTMLElement>('#offer')?.hidden)).toBe(true)
  })

  it('ready-made: over the picture, in words, and gone once it has been answered', async () => {
    await left(12)
    await mount('controls resume-position="offered"')
    await person.until('the offer', () => {
      const offer = document.querySelector('yoke-player')?.shadowRoot?.querySelector<HTMLElement>('.resume-offer')
      return offer && !offer.hidden
    })
    expect(await person.text('yoke-player >>> .resume-offer')).toMatch(
      /Go on at 0:12\s+From the start\s+Kept on this device alone/
    )
    await person.click('yoke-player >>> .resume-offer button:nth-of-type(2)')
    await person.until('playback', () => document.querySelector('yoke-player')?.yoke.states.playing)
    expect(await at()).toBeLessThan(5)
    await run('seek', 6)
    await run('pause')
    await expect.poll(async () => Math.round(await kept())).toBe(6)
  })
})

describe('habits', () => {
  it('volume, mute and rate are those that the viewer has settled anywhere on the site', async () => {
    // What was settled before is there once the part has come that hears what is settled now.
    await person.page.run(() => localStorage.setItem('yokewright.habits', '{"volume":0.9}'))
    await mount('resume-settings')
    await person.until('the part', () => document.querySelector('yoke-player')?.volume === 0.9)
    await run('unmute')
    await run('set-volume', 0.4)
    await run('set-playback-rate', 1.5)
    await person.until('the habits to be kept', () => localStorage.getItem('yokewright.habits')?.includes('1.5'))
    await visit('')
    await visit(
      `<yoke-player resume-settings><video width="300" height="300" src="/media/tide-clock.webm"></video></yoke-player>`
    )
    await person.until('the habits', () => {
      const { volume, playbackRate } = document.querySelector('yoke-player') ?? {}
      return volume === 0.4 && playbackRate === 1.5
    })
  })

  it('are not those that a script has settled', async () => {
    await mount('resume-settings')
    await person.page.run(() => {
      const player = document.querySelector('yoke-player')
      if (player) player.volume = 0.2
    })
    await person.until('the volume', () => document.querySelector('yoke-player')?.yoke.values.volume === 0.2)
    expect(await person.page.run(() => localStorage.getItem('yokewright.habits'))).toBe(null)
  })
})

it('storage that is full or forbidden is told once, and the page remembers by itself', async () => {
  await mount('resume-position="at-once"')
  await person.page.run(() => {
    globalThis.kept = Storage.prototype.setItem
    Storage.prototype.setItem = () => {
      throw new DOMException('full', 'QuotaExceededError')
    }
  })
  await run('play')
  await run('seek', 12)
  await run('pause')
  await person.until('the fault', () => globalThis.notes.faults.some(told => told.startsWith('storage-refused')))
  await run('seek', 14)
  await person.until('the seek', () => document.querySelector('yoke-player')?.seeking === false)
  const told = await person.page.run(() => globalThis.notes.faults.filter(each => each.startsWith('storage-refused')))
  expect(told).toHaveLength(1)
  await person.page.run(() => {
    const video = document.querySelector('yoke-player')?.outerHTML ?? ''
    document.body.innerHTML = ''
    document.body.innerHTML = video
  })
  await isNear(14)
  await person.page.run(() => {
    Storage.prototype.setItem = globalThis.kept as typeof Storage.prototype.setItem
  })
})

it('brings the names that the reference has, and no others', async () => {
  await mount('resume-position="offered"')
  const brought = await person.page.run(() => {
    const yoke = document.querySelector('yoke-player')?.yoke
    return [yoke?.commands, yoke?.authorValues, yoke?.authorStates].map(names => [...(names?.keys() ?? [])])
  })
  expect(brought).toEqual(Object.values(BROUGHT.resume))
})
