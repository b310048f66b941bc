import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine(), { fresh: true })
})
afterAll(() => person?.leave())

/** The brightness, from 0 to 255, of points of the viewport as it is drawn now. */
const brightness = async (points: readonly (readonly [number, number])[]): Promise<readonly number[]> => {
  const shot = (await person.page.screenshot()).toString('base64')
  return person.page.run(
    (data, wanted) =>
      new Promise<number[]>(resolve => {
        const image = new Image()
        image.onload = () => {
          const canvas = document.createElement('canvas')
          Object.assign(canvas, { width: image.naturalWidth, height: image.naturalHeight })
          const pen = canvas.getContext('2d')
          pen?.drawImage(image, 0, 0)
          resolve(
            wanted.map(([x, y]) => {
              const [red = 0, green = 0, blue = 0] = pen?.getImageData(Math.round(x), Math.round(y), 1, 1).data ?? []
              return (red + green + blue) / 3
            })
          )
        }
        image.src = `data:image/png;base64,${data}`
      }),
    shot,
    points
  )
}

const SIDE = 360
/** The picture is 720 pixels high: in a square box that it covers, the strip of squares is half as large. */
const SQUARE = 12

/** The number in the strip of squares, as it is drawn in the bottom left corner of the media's box. */
const frameSeen = async (): Promise<number> => {
  const { x, y, height } = await person.box('video')
  const points = Array.from(
    { length: 16 },
    (_, square) => [x + (square + 0.5) * SQUARE, y + height - SQUARE / 2] as const
  )
  const bits = (await brightness(points)).map(light => (light > 127 ? 1 : 0))
  return bits.slice(2, 15).reduce<number>((number, bit) => number * 2 + bit, 0)
}

const computed = (): Promise<unknown> =>
  person.page.run(() => {
    const { objectFit, objectPosition } = getComputedStyle(document.querySelector('video') as HTMLVideoElement)
    return `${objectFit} ${objectPosition}`
  })

const VIDEO = '<video muted playsinline preload="none" src="/media/spring-tide.webm"></video>'

describe('a picture in its box', () => {
  it.each([
    ['', 'contain 50% 50%'],
    ['fit="cover"', 'cover 50% 50%'],
    ['fit="cover" focus-point="25% 80.5%"', 'cover 25% 80.5%'],
    ['backdrop focus-point="0% 0%"', 'cover 0% 0%'],
    ['backdrop fit="contain"', 'contain 50% 50%'],
    ['style="--yoke-fit: fill"', 'fill 50% 50%']
  ])('<yoke-player %s> is fitted so: %s', async (attributes, fitted) => {
    await person.put(`<yoke-player ${attributes}>${VIDEO}</yoke-player>`)
    expect(await computed()).toBe(fitted)
    expect(await person.page.run(() => notes.faults)).toEqual([])
  })

  it('by an attribute that changes, by a clip, and by the page’s own style, which wins', async () => {
    await person.put(`<yoke-player fit="none">${VIDEO}</yoke-player>`)
    await person.page.run(() => {
      document.querySelector('yoke-player')?.setAttribute('fit', 'fill')
    })
    expect(await computed()).toBe('fill 50% 50%')
    await person.page.run(() => {
      const player = document.querySelector('yoke-player')
      if (player) player.clip = { fit: 'cover', focusPoint: '10% 20%', sources: ['/media/spring-tide.webm'] }
    })
    await person.until(
      'the clip',
      () => getComputedStyle(document.querySelector('video') as Element).objectPosition === '10% 20%'
    )
    expect(await computed()).toBe('cover 10% 20%')
    await person.page.run(() => {
      const sheet = new CSSStyleSheet()
      sheet.replaceSync('video { object-fit: scale-down }')
      document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet]
    })
    expect(await computed()).toBe('scale-down 10% 20%')
  })

  it.each([
    ['fit="covr"', 'setting-unreadable: did you mean cover?'],
    ['focus-point="top left"', 'setting-unreadable: write how far']
  ])('%s is a fault, and changes nothing', async (attribute, told) => {
    await person.put(`<yoke-player ${attribute}>${VIDEO}</yoke-player>`)
    expect(await computed()).toBe('contain 50% 50%')
    await person.until('the fault', () => notes.faults.length > 0)
    const faults = await person.page.run(() => notes.faults)
    expect(faults).toHaveLength(1)
    expect(faults[0]).toContain(told)
  })

  it('poster and frame are fitted alike, and the point is in view', async () => {
    await person.put(
      `<style>video { inline-size: ${SIDE}px; block-size: ${SIDE}px; aspect-ratio: auto }</style><yoke-player fit="cover" focus-point="0% 100%" poster-at="0:10">${VIDEO}</yoke-player>`
    )
    await person.until('the poster', () => document.querySelector('video')?.poster.startsWith('blob:'))
    await expect.poll(frameSeen).toBe(249)
    await person.page.run(() => {
      const video = document.querySelector('video') as HTMLVideoElement
      video.removeAttribute('poster')
      video.preload = 'auto'
      video.currentTime = 10
    })
    await person.until('the frame', () => {
      const { readyState = 0, seeking = true } = document.querySelector('video') ?? {}
      return readyState >= 2 && !seeking
    })
    await expect.poll(frameSeen).toBe(249)
  })

  it('no black shows between the poster and the first frame, however slowly it comes', async () => {
    await person.put(
      `<yoke-player><video muted playsinline preload="none" width="640" height="360" poster="/media/spring-tide.jpg" src="/failing/slow/250000/spring-tide.webm"></video></yoke-player>`
    )
    const { x, y, width, height } = await person.box('video')
    const points = [0.2, 0.4, 0.6, 0.8].flatMap(right =>
      [0.25, 0.5].map(down => [x + width * right, y + height * down] as const)
    )
    const brightest = async (): Promise<number> => Math.max(...(await brightness(points)))
    await expect.poll(brightest).toBeGreaterThan(15)
    await person.page.run(() => void document.querySelector('video')?.play())
    for (let time = 0; time < 0.4; ) {
      expect(await brightest()).toBeGreaterThan(15)
      time = await person.page.run(() => document.querySelector('video')?.currentTime ?? 0)
    }
  })
})

/** Holds a file of the server's over the player, and drops it or goes away. */
const drag = (address: string, types: readonly string[], name = 'mine.webm'): Promise<unknown> =>
  person.page.run(
    async (src, kinds, called) => {
      const data = new DataTransfer()
      data.items.add(new File([await (await fetch(src)).blob()], called, { type: '' }))
      const states: boolean[] = []
      const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      for (const kind of kinds) {
        const event = new DragEvent(kind, { bubbles: true, composed: true, cancelable: true, dataTransfer: data })
        player.querySelector('video')?.dispatchEvent(event)
        states.push(player.yoke.states.fileOver)
      }
      return states
    },
    address,
    types,
    name
  )

describe('files of the viewer’s', () => {
  const PLAYER = `<yoke-player drop-files id="p"><video muted playsinline preload="auto" width="320" src="/media/spring-tide.webm"></video></yoke-player>
    <label>Yours <input type="file" data-yoke-for="p" data-yoke-value="file"></label><b data-yoke-for="p" data-yoke-value="file"></b>`
  const untilPicture = (width: number): Promise<void> =>
    person.until('its picture', (wanted: number) => document.querySelector('video')?.videoWidth === wanted, width)

  it('play when they are dropped; a drag that goes away changes nothing', async () => {
    await person.put(PLAYER)
    // What hears of it comes with its attribute.
    await expect
      .poll(() => drag('/media/lock-gate.webm', ['dragenter', 'dragover', 'dragleave']))
      .toEqual([true, true, false])
    expect(await person.text('b')).toBe('')
    expect(await drag('/media/lock-gate.webm', ['dragenter', 'drop'])).toEqual([true, false])
    await untilPicture(540)
    expect(await person.text('b')).toBe('mine.webm')
    expect(await person.page.run(() => document.querySelector('yoke-player')?.yoke.sources[0]?.name)).toBe('mine.webm')
    await person.page.run(() => document.querySelector('yoke-player')?.removeAttribute('drop-files'))
    await expect.poll(() => drag('/media/lock-gate.webm', ['dragenter'])).toEqual([false])
  })

  it('play when they are chosen in a field', async () => {
    await person.put(PLAYER)
    await person.page.run(async () => {
      const data = new DataTransfer()
      data.items.add(
        new File([await (await fetch('/media/lock-gate.webm')).blob()], 'gate.webm', { type: 'video/webm' })
      )
      const field = document.querySelector('input') as HTMLInputElement
      field.files = data.files
      field.dispatchEvent(new Event('change', { bubbles: true }))
    })
    await untilPicture(540)
    expect(await person.text('b')).toBe('gate.webm')
    expect(await person.page.run(() => notes)).toMatchObject({ faults: [], errors: [] })
  })

  it('that are no media are told by their names', async () => {
    await person.put(PLAYER)
    await expect.poll(() => drag('/media/spring-tide.json', ['dragenter', 'drop'], 'letter.txt')).toEqual([true, false])
    await person.until('the fault', () => notes.faults.length > 0)
    const fault = await person.page.run(() => document.querySelector('yoke-player')?.yoke.fault)
    expect(fault?.code).toBe('source-not-media')
    expect(fault?.message).toMatch(/^letter\.txt cannot be played/)
  })
})
