import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person, TESTING } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

/** A bar of 400 px whose fill, handle and unseen slider share one groove; the slider reaches half a thumb beyond it. */
const STYLE = `<style>
yoke-player { display: block; width: 300px }
body { margin: 40px }
.bar { position: relative; width: 400px; height: 40px; background: #ccc }
.fill { background: #06c }
.handle { width: 20px; height: 40px; background: #c60 }
.bar input { position: absolute; inset-inline: -10px; width: 420px; height: 40px; margin: 0; opacity: 0; appearance: none }
.bar input::-webkit-slider-thumb { appearance: none; width: 20px; height: 40px }
.bar input::-moz-range-thumb { width: 20px; height: 40px; border: 0 }
</style>`
const BAR = `<div class="bar"><i class="fill" data-yoke-fill="position"></i><i class="handle" data-yoke-along="position"></i>
<input type="range" data-yoke-value="current-time" aria-label="Position"></div>`

const mountBar = async (direction = 'ltr', media = CLIP): Promise<void> => {
  await person.mount(`<div dir="${direction}"><yoke-player>${media}${BAR}</yoke-player></div>`, { head: STYLE })
  await person.until('data', () => (document.querySelector('yoke-player')?.readyState ?? 0) >= 2)
  await person.until('the handle', () => document.querySelector('.handle')?.getAnimations().length)
}

/** Where the handle's centre, the fill's edge and the slider's value are, as shares of the bar from its start edge. */
const shares = (): Promise<{ handle: number; fill: number; value: number; media: number }> =>
  person.page.run(() => {
    const bar = document.querySelector('.bar')?.getBoundingClientRect() ?? new DOMRect()
    const handle = document.querySelector('.handle')?.getBoundingClientRect() ?? new DOMRect()
    const input = document.querySelector('input')
    const player = document.querySelector('yoke-player')
    const backwards = getComputedStyle(document.querySelector('.bar') as Element).direction === 'rtl'
    const [, right = '0', , left = '0'] =
      /inset\((.*)\)/.exec(getComputedStyle(document.querySelector('.fill') as Element).clipPath)?.[1]?.split(' ') ?? []
    const sided = (share: number): number => (backwards ? 1 - share : share)
    // A computed inset drops what repeats: one horizontal side may stand for both.
    const hidden = Math.max(Number.parseFloat(right), Number.parseFloat(left))
    return {
      handle: sided((handle.x + handle.width / 2 - bar.x) / bar.width),
      fill: 1 - hidden / 100,
      value: Number(input?.value) / Number(input?.max),
      media: (player?.currentTime ?? 0) / (player?.duration ?? 1)
    }
  })

const PIXEL = 1.01 / 400

describe.each(['ltr', 'rtl'])('the bar, %s', direction => {
  it('fill, handle, slider and pointer agree within a pixel at 0, 50 and 100 %', async () => {
    await mountBar(direction)
    const { x, y, width, height } = await person.box('.bar')
    for (const share of [0, 0.5, 1]) {
      await person.page.move(x + width * (direction === 'rtl' ? 1 - share : share), y + height / 2)
      await person.page.down()
      await person.page.up()
      await person.until('the seek', () => !document.querySelector('yoke-player')?.seeking)
      const seen = await shares()
      for (const [name, at] of Object.entries(seen))
        expect(Math.abs(at - share), `${name} at ${share}: ${at}`).toBeLessThan(PIXEL * 1.5)
    }
  })

  it('keys go on and back as one reads, and Home and End to the ends', async () => {
    await mountBar(direction)
    await person.page.run(() => document.querySelector('input')?.focus())
    const [onward, back] = direction === 'rtl' ? ['ArrowLeft', 'ArrowRight'] : ['ArrowRight', 'ArrowLeft']
    const trail: number[] = []
    for (const key of [onward, onward, back, 'ArrowUp', 'PageUp', 'PageDown', 'End', 'Home']) {
      await person.page.press(key ?? '')
      await person.until('the seek', () => !document.querySelector('yoke-player')?.seeking)
      trail.push(
        await person.page.run(() => Math.round((document.querySelector('yoke-player')?.currentTime ?? 0) * 10) / 10)
      )
    }
    expect(trail).toEqual([1, 2, 1, 2, 3, 2, 12, 0])
  })
})

it('a page that turns its direction turns the bar', async () => {
  await mountBar()
  await person.page.run(() => void document.querySelector('yoke-player')?.yoke.run('seek', '25%'))
  await person.until('the seek', () => !document.querySelector('yoke-player')?.seeking)
  await person.page.run(() => document.querySelector('[dir]')?.setAttribute('dir', 'rtl'))
  await person.until('the other side', () => {
    const bar = document.querySelector('.bar')?.getBoundingClientRect() ?? new DOMRect()
    const handle = document.querySelector('.handle')?.getBoundingClientRect() ?? new DOMRect()
    return Math.abs((handle.x + handle.width / 2 - bar.x) / bar.width - 0.75) < 0.01
  })
  const { fill, handle } = await shares()
  expect([fill, handle].map(share => Math.round(share * 100))).toEqual([25, 25])
})

describe('dragging', () => {
  it('the playhead follows the pointer in the same frame, and playback does not fight it', async () => {
    await mountBar()
    await person.page.run(() => document.querySelector('yoke-player')?.play())
    await person.until('playback', () => (document.querySelector('video')?.currentTime ?? 0) > 0.3)
    await person.page.run(() => {
      globalThis.notes.events = []
      // The handle is read in the very task that tells of the move: no frame later.
      document.querySelector('input')?.addEventListener('input', ({ target }) => {
        const bar = document.querySelector('.bar')?.getBoundingClientRect() ?? new DOMRect()
        const handle = document.querySelector('.handle')?.getBoundingClientRect() ?? new DOMRect()
        const { value, max } = target as HTMLInputElement
        globalThis.notes.events.push(
          String(Math.abs((handle.x + handle.width / 2 - bar.x) / bar.width - Number(value) / Number(max)))
        )
      })
    })
    await person.drag('.bar', 0.1, 0.75, { hold: true })
    const offs = await person.page.run(() => globalThis.notes.events.map(Number))
    expect(offs.length).toBeGreaterThan(3)
    expect(Math.max(...offs)).toBeLessThan(PIXEL * 1.5)
    const before = await shares()
    const seconds = await person.page.run(() => document.querySelector('video')?.currentTime ?? 0)
    await person.until(
      'playback to run on beneath',
      (from: number) => (document.querySelector('video')?.currentTime ?? 0) > from + 0.2,
      seconds
    )
    expect((await shares()).handle).toBeCloseTo(before.handle, 4)
    expect(await person.page.run(() => document.querySelector('yoke-player')?.matches(':state(scrubbing)'))).toBe(true)
    await person.page.up()
    await person.until('the end of the drag', () => !document.querySelector('yoke-player')?.yoke.states.scrubbing)
    await person.until('the place', () => Math.abs((document.querySelector('video')?.currentTime ?? 0) - 9) < 1)
  })

  it('has at most one seek under way, and the last position wins', async () => {
    await mountBar()
    await person.page.run(() => {
      const media = document.querySelector('yoke-player')?.yoke.media
      let underWay = 0
      globalThis.kept = 0
      media?.observe(type => {
        if (type === 'seeking') underWay += 1
        if (type === 'seeked') underWay -= 1
        globalThis.kept = Math.max(Number(globalThis.kept), underWay)
      })
    })
    await person.drag('.bar', 0, 0.5)
    await person.until('the place', () => {
      const video = document.querySelector('video')
      return video && !video.seeking && Math.abs(video.currentTime - video.duration / 2) < 0.1
    })
    expect(await person.page.run(() => globalThis.kept)).toBe(1)
  })

  it.each<[string, () => Promise<void>]>([
    [
      'letting go outside the bar',
      async () => {
        await person.page.move(900, 600)
        await person.page.up()
      }
    ],
    [
      'a pointer that is lost',
      async () => {
        await person.page.run(() => void dispatchEvent(new PointerEvent('pointercancel')))
        await person.page.up()
      }
    ],
    [
      'a window that loses focus',
      async () => {
        await person.page.run(() => void dispatchEvent(new Event('blur')))
        await person.page.up()
      }
    ]
  ])('%s ends it', async (_, end) => {
    await mountBar()
    await person.drag('.bar', 0.2, 0.4, { hold: true })
    expect(await person.page.run(() => document.querySelector('yoke-player')?.yoke.states.scrubbing)).toBe(true)
    await end()
    await person.until('the end of the drag', () => !document.querySelector('yoke-player')?.yoke.states.scrubbing)
  })
})

describe('the slider', () => {
  it('is empty and says so before metadata', async () => {
    await person.mount(`<yoke-player>${CLIP.replace('auto', 'none')}${BAR}</yoke-player>`, { head: STYLE })
    const state = await person.page.run(() => {
      const input = document.querySelector('input')
      return [input?.value, input?.getAttribute('aria-disabled')]
    })
    expect(state).toEqual(['0', 'true'])
    await person.drag('.bar', 0.2, 0.8)
    expect(
      await person.page.run(() => [
        document.querySelector('input')?.value,
        document.querySelector('yoke-player')?.currentTime
      ])
    ).toEqual(['0', 0])
  })

  it('says its value in words on focus and after moves', async () => {
    await mountBar()
    await person.page.run(() => document.querySelector('input')?.focus())
    const words = (): Promise<unknown> =>
      person.page.run(() => document.querySelector('input')?.getAttribute('aria-valuetext'))
    expect(await words()).toBe('0 seconds of 12 seconds')
    await person.page.press('End')
    expect(await words()).toBe('12 seconds of 12 seconds')
  })

  it('keeps a scale of the author’s', async () => {
    await person.mount(
      `<yoke-player>${CLIP}<input id="a" type="range" min="0" max="100" data-yoke-value="current-time"><input id="v" type="range" max="100" data-yoke-value="volume"></yoke-player>`
    )
    await person.until('data', () => (document.querySelector('yoke-player')?.readyState ?? 0) >= 2)
    await person.page.run(() => void document.querySelector('yoke-player')?.yoke.run('seek', '50%'))
    await person.page.run(() => void document.querySelector('yoke-player')?.yoke.run('set-volume', 0.25))
    await person.until(
      'both',
      () =>
        document.querySelector<HTMLInputElement>('#a')?.value === '50' &&
        document.querySelector<HTMLInputElement>('#v')?.value === '25'
    )
  })

  it('of something live covers what can be sought, and shows no NaN', async () => {
    await person.mount(
      `<div id="w">${BAR}<b id="d" data-yoke-value="duration"></b><b id="r" data-yoke-value="remaining-time"></b></div>`,
      { head: STYLE, script: TESTING }
    )
    await person.until('the kit', () => globalThis.testing)
    await person.page.run(() => {
      const { createSimulatedMedia, createSystemClock } = globalThis.testing
      const media = createSimulatedMedia({ clock: createSystemClock(), duration: Number.POSITIVE_INFINITY, window: 40 })
      globalThis.yokewright.createYoke(media).bind(document.querySelector('#w') as Element)
    })
    await person.until('live', () => document.querySelector('#w')?.getAttribute('data-yoke-state')?.includes('live'))
    const { span, text } = await person.page.run(() => {
      const input = document.querySelector('input')
      return { span: Number(input?.max) - Number(input?.min), text: document.body.innerText }
    })
    expect(span).toBeCloseTo(40, 1)
    expect(text).toMatch(/Live/)
    expect(text).not.toMatch(/NaN|Infinity|undefined/)
  })
})
