import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person, readFrameNumber } from '../support/person.ts'

const FRAMES_PER_SECOND = 25

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const open = async (path: string): Promise<void> => {
  await person.page.goto(`${person.server.address}${path}`)
  await person.until('the library', () => customElements.get('yoke-player'))
}

const atRest = (): Promise<void> =>
  person.until('rest', () => {
    const video = document.querySelector('video')
    return video && !video.seeking && video.readyState >= 2
  })

/** The frame on the picture is the one of this second, or its neighbour: a boundary belongs to either. */
const expectFrameAt = (seconds: number): Promise<void> => {
  const wanted = Math.floor(seconds * FRAMES_PER_SECOND + 0.01)
  return person.until(
    `frame ${wanted}`,
    (source: string, frame: number) => {
      const read = new Function(`const __name = named => named; return (${source})`)() as (
        selector: string
      ) => number | undefined
      return Math.abs((read('video') ?? Number.POSITIVE_INFINITY) - frame) <= 1
    },
    String(readFrameNumber),
    wanted
  )
}

const currentTime = (): Promise<number> =>
  person.page.run(() => document.querySelector('video')?.currentTime ?? Number.NaN)

describe('First light', () => {
  it('plays by its button, is dragged to the middle, and jumps to a moment: the picture is the right one each time', async () => {
    await open('/first-light/index.html')
    await person.until('metadata', () => (document.querySelector('video')?.readyState ?? 0) >= 1)
    expect(await person.text('.primary')).toBe('Play')
    expect(await person.text('.clock')).toBe('0:00 / 1:00')
    await person.click('.primary')
    await person.until('playback', () => (document.querySelector('video')?.currentTime ?? 0) > 1)
    expect(await person.text('.primary')).toBe('Pause')
    await person.click('.primary')
    await person.until('pause', () => document.querySelector('video')?.paused)

    await person.drag('.groove', 0.1, 0.5)
    await atRest()
    expect(Math.abs((await currentTime()) - 30)).toBeLessThan(0.2)
    await expectFrameAt(await currentTime())
    await person.until(
      'the clock',
      () =>
        document.querySelector<HTMLElement>('.clock')?.innerText.startsWith('0:30') ||
        document.querySelector<HTMLElement>('.clock')?.innerText.startsWith('0:29')
    )

    await person.click('nav li:nth-child(3) button')
    await person.until('the moment', () => Math.abs((document.querySelector('video')?.currentTime ?? 0) - 43) < 0.01)
    await atRest()
    await expectFrameAt(43)
    expect(await person.text('.clock')).toBe('0:43 / 1:00')

    await person.click('.bar button:nth-child(3)')
    await person.until(
      'ten seconds back',
      () => Math.abs((document.querySelector('video')?.currentTime ?? 0) - 33) < 0.01
    )
    await person.click('.bar button:nth-child(2)')
    await person.until('the start', () => document.querySelector('video')?.currentTime === 0)
    await atRest()
    await expectFrameAt(0)
  })

  it('is used by keys alone', async () => {
    await open('/first-light/index.html')
    await person.until('metadata', () => (document.querySelector('video')?.readyState ?? 0) >= 1)
    await person.page.run(() => document.querySelector<HTMLElement>('.primary')?.focus())
    await person.page.press('Enter')
    await person.until('play', () => !document.querySelector('video')?.paused)
    await person.page.press('Enter')
    await person.until('pause', () => document.querySelector('video')?.paused)
    await person.page.run(() => document.querySelector<HTMLElement>('.seek input')?.focus())
    await person.page.press('Home')
    await person.page.press('ArrowRight')
    await person.until('five seconds', () => document.querySelector('video')?.currentTime === 5)
    await person.page.press('PageUp')
    await person.until('eleven seconds', () => document.querySelector('video')?.currentTime === 11)
  })

  it('shows what it has without the script: the browser’s controls, and no jump when the script comes', async () => {
    const html = readFileSync(new URL('../../examples/first-light/index.html', import.meta.url), 'utf8')
    await person.page.goto(
      person.server.page('/first-light/plain.html', html.replace(/<script src="[^"]*yokewright[^>]*><\/script>/, ''))
    )
    const place = (): Promise<unknown> =>
      person.page.run(() =>
        ['video', '.bar', 'nav'].map(selector => {
          const { x, y, width, height } = document.querySelector(selector)?.getBoundingClientRect() ?? new DOMRect()
          return [x, y, width, height].map(Math.round)
        })
      )
    expect(await person.page.run(() => document.querySelector('video')?.controls)).toBe(true)
    const before = await place()
    await open('/first-light/index.html')
    await person.until('metadata', () => (document.querySelector('video')?.readyState ?? 0) >= 1)
    expect(await place()).toEqual(before)
  })
})

it('opens from a file, without a server', async () => {
  await person.page.goto(new URL('../../dist/site/first-light/index.html', import.meta.url).href)
  await person.until('metadata', () => (document.querySelector('video')?.readyState ?? 0) >= 1)
  await person.click('.primary')
  await person.until('playback', () => (document.querySelector('video')?.currentTime ?? 0) > 0.2)
  expect(await person.text('.primary')).toBe('Pause')
})

describe('Own bridge', () => {
  it('three sets of controls, each for its own player, each used as it looks', async () => {
    await open('/own-bridge/index.html')
    await person.until('metadata', () =>
      [...document.querySelectorAll('yoke-player')].every(player => player.readyState >= 1)
    )
    await person.click('#plain [command="--play-pause"]')
    await person.until('playback', () => (document.querySelector('#plain video') as HTMLVideoElement).paused === false)
    await person.page.run(() => {
      const select = document.querySelector('#plain select[data-yoke-value="playback-rate"]') as HTMLSelectElement
      select.value = '2'
      select.dispatchEvent(new Event('change', { bubbles: true }))
    })
    await person.click('#round [command="--set-playback-rate"][value="0.5"]')
    await person.click('#panel [command="--change-playback-rate"][value="1"]')
    await person.until('three rates', () => {
      const rates = [...document.querySelectorAll('yoke-player')].map(({ playbackRate }) => playbackRate)
      return rates.join() === '2,0.5,1.25'
    })
    expect(await person.page.run(() => document.querySelector('#round [value="0.5"]')?.ariaPressed)).toBe('true')
    const { x, y, width, height } = await person.box('#panel .tube')
    await person.page.move(x + width / 2, y + height * 0.25)
    await person.page.down()
    await person.page.up()
    await person.until(
      'high on the gauge',
      () => Math.abs((document.querySelector('#panel video') as HTMLVideoElement).currentTime - 45) < 2
    )
  })
})

describe('Ready-made', () => {
  it('each player plays by its own button, also the one of the author’s', async () => {
    await open('/ready-made/index.html')
    // Firefox has nothing to play sound alone with on a machine without a sound card.
    await person.page.run(() => {
      for (const media of document.querySelectorAll('audio')) media.muted = true
    })
    for (const [id, button] of [
      ['wide', '#wide >>> [part~="play-pause"]'],
      ['sound', '#sound >>> [part~="play-pause"]'],
      ['dial', '#dial [slot="play-pause"]']
    ] as const) {
      await person.page.run((wanted: string) => document.getElementById(wanted)?.scrollIntoView(), id)
      await person.until(
        'its controls',
        (wanted: string) => document.getElementById(wanted)?.shadowRoot?.querySelector('.cell'),
        id
      )
      await person.click(button)
      await person.until(
        'playback',
        (wanted: string) => {
          const player = document.getElementById(wanted) as unknown as { paused: boolean; currentTime: number }
          return !player.paused && player.currentTime > 0.1
        },
        id
      )
    }
    await person.page.run(() => document.getElementById('arabic')?.scrollIntoView())
    await person.until(
      'Arabic',
      () => document.getElementById('arabic')?.shadowRoot?.querySelector('.label')?.textContent === 'تشغيل'
    )
  })
})

describe('Captions desk', () => {
  it('languages by button and by menu, a transcript that is searched and pressed', async () => {
    await person.page.run(() => localStorage.clear())
    await open('/captions-desk/index.html')
    const shown = (text: string): Promise<void> =>
      person.until(
        text,
        (wanted: string) =>
          document.querySelector('#tide')?.shadowRoot?.querySelector('[part=captions]')?.textContent?.includes(wanted),
        text
      )
    await person.until(
      'both lists',
      () =>
        document.querySelectorAll('#tide-cues li').length === 8 &&
        document.querySelectorAll('#talk-cues li').length === 400
    )
    await person.click('#tide-cues li:nth-child(4) button')
    await shown('Four metres on the board')
    await person.click('.choice [value="ja"]')
    await shown('潮位板')
    await person.until('the list in Japanese', () =>
      document.querySelector('#tide-cues li')?.textContent?.includes('潮位観測所')
    )
    await person.click('#tide >>> [part~=captions][part~=button]')
    await person.until('the menu', () =>
      document.querySelector('#tide')?.shadowRoot?.querySelector(':popover-open [lang=ar]')
    )
    await person.click('#tide >>> :popover-open [lang=ar]')
    await shown('أربعة أمتار')
    expect(
      await person.page.run(() => document.querySelector('.choice [value="ar"]')?.getAttribute('aria-pressed'))
    ).toBe('true')
    await person.click('#find-talk')
    await person.page.type('whimbrel')
    await person.until(
      'some of them',
      () => document.querySelector('output[for=find-talk]')?.textContent === '10 / 400'
    )
  })
})
