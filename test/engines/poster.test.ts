import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { PATIENCE } from '../support/patience.ts'
import { openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

/** Runs in a page: the number of the frame that the poster shows, from the strip of squares in its bottom left corner. */
const posterFrame = async (): Promise<number | undefined> => {
  const image = new Image()
  image.src = document.querySelector('video')?.poster ?? ''
  await image.decode().catch(() => undefined)
  if (image.naturalWidth === 0) return undefined
  const canvas = document.createElement('canvas')
  Object.assign(canvas, { width: image.naturalWidth, height: image.naturalHeight })
  const pen = canvas.getContext('2d')
  pen?.drawImage(image, 0, 0)
  const bits = Array.from({ length: 16 }, (_, square): number =>
    (pen?.getImageData(square * 24 + 12, canvas.height - 12, 1, 1).data[0] ?? 0) > 127 ? 1 : 0
  )
  return bits.slice(2, 15).reduce((sum, bit) => sum * 2 + bit, 0)
}

const poster = (): Promise<void> =>
  person.until('the poster', () => document.querySelector('video')?.poster.startsWith('blob:'))

describe('a frame as poster', () => {
  it.each([
    ['0:12.5', 'spring-tide.webm', 312],
    ['0:12.5', 'spring-tide.mp4', 312],
    ['', 'tide-clock.mp4', 150],
    ['0:03.02', 'tide-clock.webm', 75],
    ['7.02', 'lock-gate.webm', 175]
  ])('poster-at="%s" of %s is frame %i', async (at, file, frame) => {
    const before = person.server.asked(`/media/${file}`)
    await person.put(
      `<yoke-player poster-at="${at}"><video muted preload="none" width="300" src="/media/${file}"></video></yoke-player>`
    )
    await poster()
    expect(await person.page.run(posterFrame)).toBe(frame)
    // The media itself has fetched nothing, and is where it was.
    expect(
      await person.page.run(() => {
        const { readyState = -1, currentTime = -1 } = document.querySelector('video') ?? {}
        return [readyState, currentTime]
      })
    ).toEqual([0, 0])
    expect(person.server.asked(`/media/${file}`) - before).toBeLessThanOrEqual(4)
  })

  it('goes with the player, and its address with it', async () => {
    await person.put(
      '<yoke-player poster-at="3"><video muted preload="none" width="300" src="/media/tide-clock.webm"></video></yoke-player>'
    )
    await poster()
    expect(
      await person.page.run(async () => {
        const video = document.querySelector('video') as HTMLVideoElement
        document.querySelector('yoke-player')?.remove()
        await Promise.resolve()
        return video.hasAttribute('poster')
      })
    ).toBe(false)
  })

  it.each([
    ['poster-at="1:75"', 'src="/media/tide-clock.webm"', 'time-address-unreadable'],
    ['poster-at="3"', 'src="/media/tide-clock.webm" poster="/media/tide-clock.jpg"', 'setting-twice'],
    ['poster-at="3"', 'src="/media/nothing.webm"', 'poster-unavailable']
  ])('%s with %s: %s', async (attribute, media, code) => {
    await person.put(
      `<yoke-player ${attribute}><video muted preload="none" width="300" ${media}></video></yoke-player>`
    )
    await person.until('a fault', () => notes.faults.length > 0)
    expect(await person.page.run(() => [notes.faults.map(text => text.split(':')[0]), notes.errors])).toEqual([
      [code],
      []
    ])
  })

  it('a policy that lets no such image in is a fault that names the directive', async () => {
    const server = person.server
    const script = `addEventListener('yoke-fault', event => { document.title = event.fault.code + ' ' + event.fault.hint; event.preventDefault() })`
    await person.page.goto(
      server.page(
        '/poster-policy',
        `<!doctype html><title>Policy</title><script nonce="ok">${script}</script><script src="/dist/yokewright.js" defer></script><yoke-player poster-at="3"><video muted preload="none" width="300" height="300" src="/media/tide-clock.webm"></video></yoke-player>`,
        { 'content-security-policy': "default-src 'self'; script-src 'self' 'nonce-ok'" }
      )
    )
    const told = async (): Promise<string> => person.page.run(() => document.title)
    const deadline = Date.now() + PATIENCE
    while ((await told()) === 'Policy' && Date.now() < deadline) await new Promise(resolve => setTimeout(resolve, 30))
    expect(await told()).toBe('poster-unavailable add blob: to img-src')
  })
})

describe('a poster in several sizes', () => {
  const SIZES = '/media/lock-gate.jpg?small 270w, /media/lock-gate.jpg?large 5400w'

  it.each([
    ['', null],
    ['poster="/media/tide-clock.jpg"', '/media/tide-clock.jpg']
  ])('is the one that fits, in place of “%s”, and the markup has its own back', async (own, before) => {
    await person.put(
      `<yoke-player style="width: 200px" poster-srcset="${SIZES}"><video muted preload="none" width="270" height="480" ${own} src="/media/lock-gate.webm"></video></yoke-player>`
    )
    await person.until('the poster', () => document.querySelector('video')?.poster.includes('lock-gate'))
    const seen = await person.page.run(() => ({
      poster: document.querySelector('video')?.poster.replace(location.origin, ''),
      fetched: performance.getEntriesByType('resource').filter(({ name }) => name.includes('large')).length,
      faults: globalThis.notes.faults
    }))
    expect(seen).toEqual({ poster: '/media/lock-gate.jpg?small', fetched: 0, faults: [] })
    await person.page.run(() => document.querySelector('yoke-player')?.removeAttribute('poster-srcset'))
    expect(await person.page.run(() => document.querySelector('video')?.getAttribute('poster') ?? null)).toBe(before)
  })

  it('that cannot be had is told', async () => {
    await person.put(
      '<yoke-player poster-srcset="/none.jpg 640w"><video muted preload="none" width="270" height="480" src="/media/lock-gate.webm"></video></yoke-player>'
    )
    await person.until('the fault', () => globalThis.notes.faults.length > 0)
    expect((await person.page.run(() => globalThis.notes)).faults[0]).toMatch(/^poster-unavailable/)
  })
})
