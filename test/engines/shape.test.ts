import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

interface Seen {
  readonly player: DOMRect
  readonly picture: DOMRect
  readonly pieces: readonly DOMRect[]
}

/** Where the player, its picture, and what is drawn over it are. */
const look = (): Promise<Seen> =>
  person.page.run(() => {
    const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
    const surface = player.media?.surface as HTMLElement
    const pieces = [...(player.shadowRoot?.querySelectorAll('.bar, .centre') ?? [])]
    const rect = (element: Element): DOMRect => element.getBoundingClientRect().toJSON()
    return { player: rect(player), picture: rect(surface), pieces: pieces.map(rect).filter(({ width }) => width > 0) }
  })

const hasData = (): Promise<void> =>
  person.until('data', () => (document.querySelector('yoke-player')?.videoWidth ?? 0) > 0)

const drawn = (): Promise<void> =>
  person.until('the bar', () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar .cell'))

const shapeOf = ({ width, height }: DOMRect): number => Math.round((width / height) * 100) / 100

const SQUARE = '/media/tide-clock.webm'

const page = (player: string): string => `<div style="width: 600px">${player}</div>`

describe('the picture’s own shape holds once it is known', () => {
  it.each<[string, string]>([
    ['made from src', `<yoke-player src="${SQUARE}" muted></yoke-player>`],
    ['made from src, with controls', `<yoke-player controls src="${SQUARE}" muted></yoke-player>`],
    ['a video without sizes', `<yoke-player><video muted src="${SQUARE}"></video></yoke-player>`],
    [
      'a video without sizes, with controls',
      `<yoke-player controls><video muted src="${SQUARE}"></video></yoke-player>`
    ]
  ])('%s', async (_, player) => {
    await person.mount(page(player))
    await hasData()
    await person.until('the shape', () => {
      const { width, height } =
        document.querySelector('yoke-player')?.media?.surface?.getBoundingClientRect() ?? new DOMRect()
      return Math.abs(width / height - 1) < 0.01
    })
    const { player: box } = await look()
    expect(box.width).toBe(600)
    expect(Math.abs(box.height - 600)).toBeLessThanOrEqual(1)
  })

  it.each<[string, string, number]>([
    [
      'width and height on the player',
      `<yoke-player controls src="${SQUARE}" muted width="1280" height="720"></yoke-player>`,
      1.78
    ],
    [
      'width and height on the video',
      `<yoke-player controls><video muted src="${SQUARE}" width="400" height="300"></video></yoke-player>`,
      1.33
    ]
  ])('unless %s say another, from the start', async (_, player, shape) => {
    await person.mount(page(player))
    expect(shapeOf((await look()).picture)).toBe(shape)
    await hasData()
    expect(shapeOf((await look()).picture)).toBe(shape)
  })
})

it('a player that rests keeps the place that its video’s own attributes say', async () => {
  await person.mount(
    `<div style="block-size: 500vh"></div><yoke-player><video preload="none" width="400" height="300" style="inline-size: 200px" src="${SQUARE}"></video></yoke-player>`
  )
  const seen = await person.page.run(() => {
    const { clientWidth, clientHeight } = document.querySelector('video') as HTMLElement
    return [document.querySelector('yoke-player')?.matches(':state(paused)'), clientWidth, clientHeight]
  })
  expect(seen).toEqual([false, 200, 150])
})

describe('a box that the author has sized holds all', () => {
  it.each<[string, string, string, { width: number; height: number }]>([
    ['height: 300px', 'height: 300px', '', { width: 600, height: 300 }],
    ['aspect-ratio: 1', 'aspect-ratio: 1', '', { width: 600, height: 600 }],
    ['aspect-ratio: 3', 'aspect-ratio: 3', '', { width: 600, height: 200 }],
    ['width: 420px', 'width: 420px', '', { width: 420, height: 420 }],
    ['width: 420px on the video', '', 'width: 420px', { width: 600, height: 420 }]
  ])('%s', async (_, ofPlayer, ofVideo, box) => {
    for (const inside of ['', `<video muted src="${SQUARE}" style="${ofVideo}"></video>`]) {
      if (ofVideo && !inside) continue
      await person.mount(
        page(
          `<yoke-player controls muted style="${ofPlayer}" ${inside ? '' : `src="${SQUARE}"`}>${inside}</yoke-player>`
        )
      )
      await hasData()
      await drawn()
      await person.until(
        'the size',
        (height: number) =>
          Math.abs((document.querySelector('yoke-player')?.getBoundingClientRect().height ?? 0) - height) <= 1,
        box.height
      )
      const { player, picture, pieces } = await look()
      expect(player.width).toBe(box.width)
      const within = (inner: DOMRect, outer: DOMRect): boolean =>
        inner.left >= outer.left - 1 &&
        inner.right <= outer.right + 1 &&
        inner.top >= outer.top - 1 &&
        inner.bottom <= outer.bottom + 1
      expect(within(picture, player)).toBe(true)
      expect(pieces.length).toBeGreaterThan(1)
      await expect.poll(async () => (await look()).pieces.every(piece => within(piece, picture))).toBe(true)
    }
  })
})
