import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type * as effects from '../../src/effects/index.ts'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'

/** What the classic script of effects brings, and what cases keep. */
interface Effects {
  readonly yokewright: { readonly effects: typeof effects }
  life: AbortController
  moves: string[]
}
declare global {
  /** Ends what a case has begun. */
  var life: AbortController
}

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const HEAD = '<script src="/dist/yokewright.effects.js" defer></script>'
const PLAYER =
  '<yoke-player id="p" style="display: block; inline-size: 320px"><video muted playsinline loop preload="auto" width="480" height="480" src="/media/tide-clock.webm"></video></yoke-player>'
const CASE = `<style>#case { inline-size: 340px; margin: 40px 0 0 60px; background: #ccc } #plate { inline-size: 100%; block-size: 30px }</style><div id="case"><button type="button" id="plate">Move</button>${PLAYER}</div><div style="block-size: 1200px"></div>`

const mount = async (html: string): Promise<void> => {
  await person.mount(html, { head: HEAD })
  await person.until('effects', () => 'effects' in yokewright)
  await person.page.run(() => {
    globalThis.life?.abort()
    globalThis.life = new AbortController()
  })
}
const ready = (): Promise<void> =>
  person.until('a picture', () => (document.querySelector('yoke-player')?.readyState ?? 0) > 1)
const play = async (): Promise<void> => {
  await person.page.run(() => void document.querySelector('yoke-player')?.yoke.run('play'))
  await person.until('playback', () => document.querySelector('yoke-player')?.yoke.states.playing)
}

describe('dragging', () => {
  beforeEach(async () => {
    await mount(CASE)
    await person.page.run(() => {
      const { effects } = (globalThis as unknown as Effects).yokewright
      globalThis.kept = []
      effects.makeDraggable(document.querySelector('#case') as HTMLElement, {
        handle: document.querySelector('#plate') as HTMLElement,
        moved: (x, y) => (globalThis.kept as string[]).push(`${Math.round(x)} ${Math.round(y)}`),
        signal: life.signal
      })
    })
  })
  const isAt = (x: number, y: number): Promise<void> =>
    person.until(
      `${x} ${y}`,
      (left: number, top: number) => {
        const { x: nowX, y: nowY } = (document.querySelector('#case') as HTMLElement).getBoundingClientRect()
        return Math.abs(nowX - left) < 1.5 && Math.abs(nowY - top) < 1.5
      },
      x,
      y
    )

  it('its end lets go of it, and leaves it where it is', async () => {
    const { page } = person
    const { x, y } = await person.box('#case')
    const styled = (): Promise<unknown> =>
      page.run(() => {
        const [box, plate] = ['#case', '#plate'].map(name => document.querySelector(name) as HTMLElement)
        return [box?.dataset.yokeHeld ?? 'free', box?.style.willChange, plate?.style.touchAction]
      })
    await page.move(x + 50, y + 15)
    await page.down()
    await page.move(x + 90, y + 45)
    await isAt(x + 40, y + 30)
    expect(await styled()).toEqual(['', 'translate', 'none'])
    await page.run(() => life.abort())
    expect(await styled()).toEqual(['free', '', ''])
    await page.move(x + 150, y + 75)
    await page.up()
    await isAt(x + 40, y + 30)
  })

  it('follows the pointer, is held meanwhile, and stays within the window', async () => {
    const { page } = person
    const { x, y } = await person.box('#case')
    await page.move(x + 50, y + 15)
    await page.down()
    await page.move(x + 150, y + 75)
    await isAt(x + 100, y + 60)
    expect(await page.run(() => document.querySelector<HTMLElement>('#case')?.dataset.yokeHeld)).toBe('')
    await page.move(2, 2)
    await isAt(0, 0)
    await page.up()
    await person.until('it to be let go', () => !document.querySelector('[data-yoke-held]'))
    await page.move(400, 400)
    await isAt(0, 0)
    expect(await page.run(() => (globalThis.kept as string[]).at(-1))).toBe(`${-Math.round(x)} ${-Math.round(y)}`)
  })

  it('follows the arrow keys, which do nothing else, and Home brings it back', async () => {
    const { page } = person
    const { x, y } = await person.box('#case')
    await page.run(() => document.querySelector<HTMLElement>('#plate')?.focus())
    const scrolled = await page.run(() => scrollY)
    await page.press('ArrowRight')
    await isAt(x + 16, y)
    await page.press('ArrowDown')
    await isAt(x + 16, y + 16)
    expect(await page.run(() => scrollY)).toBe(scrolled)
    await page.press('Home')
    await isAt(x, y)
    expect(await page.run(() => document.querySelector<HTMLElement>('#case')?.style.translate)).toBe('')
  })

  it('Escape takes a drag back', async () => {
    const { page } = person
    const { x, y } = await person.box('#case')
    await page.run(() => document.querySelector<HTMLElement>('#plate')?.focus())
    await page.move(x + 50, y + 15)
    await page.down()
    await page.move(x + 90, y + 55)
    await isAt(x + 40, y + 40)
    await page.press('Escape')
    await isAt(x, y)
    await page.up()
  })
})

describe('copies of the picture', () => {
  it('have its shape, and what it shows', async () => {
    await mount(PLAYER)
    await ready()
    const same = await person.page.run(() => {
      const { capturePicture } = (globalThis as unknown as Effects).yokewright.effects
      const canvas = document.createElement('canvas')
      canvas.width = 120
      const result = capturePicture(document.querySelector('yoke-player') as never, canvas)
      const plain = document.createElement('canvas')
      plain.width = plain.height = 120
      plain.getContext('2d')?.drawImage(document.querySelector('video') as HTMLVideoElement, 0, 0, 120, 120)
      const [one, other] = [canvas, plain].map(each => each.getContext('2d')?.getImageData(0, 0, 120, 120).data.join())
      return [result.ok, canvas.height, one === other]
    })
    expect(same).toEqual([true, 120, true])
  })

  it.each([
    [
      'there is none yet',
      '<yoke-player id="p"><video preload="none" src="/media/tide-clock.webm"></video></yoke-player>'
    ],
    ['it comes from another origin', '']
  ])('are refused where %s', async (reason, html) => {
    const elsewhere = person.server.address.replace('127.0.0.1', 'localhost')
    await mount(html || PLAYER.replace('/media', `${elsewhere}/media`))
    if (!html) await ready()
    const fault = await person.page.run(() => {
      const { capturePicture } = (globalThis as unknown as Effects).yokewright.effects
      const result = capturePicture(document.querySelector('yoke-player') as never, document.createElement('canvas'))
      return result.ok ? undefined : [result.fault.code, result.fault.message]
    })
    expect(fault).toEqual(['picture-unreadable', `The picture cannot be copied: ${reason}.`])
  })
})

describe('prints', () => {
  /** Goes so far, in steps of 20 pixels. */
  const go = (still: boolean): Promise<number> =>
    person.page.run((wantsStillness: boolean) => {
      const { effects } = (globalThis as unknown as Effects).yokewright
      const { matchMedia } = globalThis
      if (wantsStillness) globalThis.matchMedia = () => ({ matches: true }) as MediaQueryList
      const player = document.querySelector('yoke-player') as never
      const leave = effects.leavePrints(player, document.querySelector('video') as HTMLElement, {
        every: 40,
        most: 4,
        signal: life.signal
      })
      for (let x = 0; x <= 400; x += 20) leave(x, 0)
      globalThis.matchMedia = matchMedia
      return document.querySelectorAll('[data-yoke-print]').length
    }, still)

  it('are left behind what moves, a few at a time, and go with their end', async () => {
    await mount(PLAYER)
    await ready()
    expect(await go(false)).toBe(4)
    const seen = await person.page.run(() => {
      const print = document.querySelector('[data-yoke-print]') as HTMLCanvasElement
      const { width, height } = print.getBoundingClientRect()
      const counted = [width, height, print.getAnimations().length, print.width]
      life.abort()
      return [...counted, document.querySelectorAll('[data-yoke-print]').length]
    })
    expect(seen).toEqual([320, 320, 1, 160, 0])
  })

  it('are not left where less motion is asked for', async () => {
    await mount(PLAYER)
    await ready()
    expect(await go(true)).toBe(0)
  })
})

describe('a picture that stands still for the look of it', () => {
  it('does so now and then; the player plays on and knows nothing of it', async () => {
    await mount(PLAYER)
    await play()
    await person.page.run(() => {
      const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      globalThis.kept = []
      for (const type of ['pause', 'waiting', 'seeking'])
        player.addEventListener(type, () => (globalThis.kept as string[]).push(type))
      const { stutter } = (globalThis as unknown as Effects).yokewright.effects
      stutter(player as never, { every: [0.1, 0.1], lasts: [0.2, 0.2], signal: life.signal })
    })
    for (let times = 0; times < 2; times++) {
      await person.until('it to stand', () =>
        document.querySelector('yoke-player[data-yoke-stutter] canvas[data-yoke-still]')
      )
      await person.until('it to go on', () => !document.querySelector('[data-yoke-stutter], [data-yoke-still]'))
    }
    expect(
      await person.page.run(() => [document.querySelector('yoke-player')?.yoke.states.playing, globalThis.kept])
    ).toEqual([true, []])
    await person.until('it to stand', () => document.querySelector('[data-yoke-still]'))
    await person.page.run(() => document.querySelector('yoke-player')?.pause())
    await person.until('a pause to end it', () => !document.querySelector('[data-yoke-still]'))
    await person.page.run(() => life.abort())
  })
})
