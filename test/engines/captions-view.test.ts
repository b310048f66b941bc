import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { axeFindings } from '../support/axe.ts'
import { CLIP, captionsView } from '../support/captions-view.ts'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'

const engine = currentEngine()
let person: Person
beforeAll(async () => {
  person = await openPerson(engine, { fresh: true })
})
afterAll(() => person?.leave())

const { mount, run } = captionsView(() => person)

interface Place {
  readonly text: string
  readonly left: number
  readonly top: number
  readonly right: number
  readonly bottom: number
}

/** Where the cues stand, in CSS pixels of the player. */
const places = (): Promise<readonly Place[]> =>
  person.page.run(() => {
    const player = document.querySelector('yoke-player') as HTMLElement
    const ground = player.getBoundingClientRect()
    const cues = [...(player.shadowRoot ?? player).querySelectorAll('.yoke-cue-text')]
    return cues
      .filter(cue => getComputedStyle(cue).visibility === 'visible')
      .map(cue => {
        const { left, top, right, bottom } = cue.getBoundingClientRect()
        return {
          text: cue.textContent ?? '',
          left: left - ground.left,
          top: top - ground.top,
          right: right - ground.left,
          bottom: bottom - ground.top
        }
      })
  })

const cues = (count: number): Promise<void> =>
  person.until(
    `${count} cues`,
    (wanted: number) => {
      const player = document.querySelector('yoke-player')
      return [...((player?.shadowRoot ?? player)?.querySelectorAll('.yoke-cue') ?? [])].length === wanted
    },
    count
  )

const ALWAYS = '00:00.000 --> 01:00.000'

describe('where captions stand', () => {
  it('at the foot, at the top, at the sides, in a region; none over another', async () => {
    await mount(
      [
        'REGION\nid:r width:40% lines:2 regionanchor:100%,100% viewportanchor:100%,60%',
        `${ALWAYS}\nfoot`,
        `${ALWAYS}\nabove`,
        `${ALWAYS} line:0\ntop`,
        `${ALWAYS} line:50% align:left\nleft`,
        `${ALWAYS} line:50%,center position:100% align:right\nright`,
        `${ALWAYS} region:r\nregion`
      ].join('\n\n')
    )
    await cues(6)
    const by = Object.fromEntries((await places()).map(place => [place.text, place]))
    expect(by.foot?.bottom).toBeGreaterThan(350)
    expect(by.above?.bottom).toBeLessThanOrEqual((by.foot?.top ?? 0) + 1)
    expect(by.top?.top).toBeLessThan(8)
    expect(by.left?.left).toBeLessThan(2)
    expect(by.left?.top).toBeGreaterThan(175)
    expect(by.right?.right).toBeGreaterThan(638)
    expect(by.region?.bottom).toBeLessThanOrEqual(217)
    expect(by.region?.left).toBeGreaterThanOrEqual(384)
  })

  it('in a region that scrolls, a new cue pushes the others up', async () => {
    await mount(
      'REGION\nid:r lines:2 scroll:up\n\n00:00.000 --> 00:20.000 region:r\none\n\n00:05.000 --> 00:20.000 region:r\ntwo\n\n00:10.000 --> 00:20.000 region:r\nthree'
    )
    await cues(1)
    const comesToRest = (): Promise<void> =>
      person.until('rest', () =>
        [...document.querySelectorAll('.yoke-region > .yoke-cue')].every(cue => cue.getAnimations().length === 0)
      )
    await comesToRest()
    const before = (await places())[0]
    // Written down as they begin: on a busy machine they may be over before anyone looks.
    await person.page.run(() => {
      const { animate } = Element.prototype
      Object.assign(globalThis, { moved: 0 })
      Element.prototype.animate = function (...how) {
        if (this.matches('.yoke-region > .yoke-cue')) (globalThis as unknown as { moved: number }).moved += 1
        return animate.apply(this, how)
      }
    })
    await run('seek', '6')
    await cues(2)
    expect(await person.page.run(() => (globalThis as unknown as { moved: number }).moved)).toBe(2)
    await comesToRest()
    const [first, second] = await places()
    expect(second?.bottom).toBeCloseTo(before?.bottom ?? 0, 0)
    expect(first?.bottom).toBeLessThanOrEqual((second?.top ?? 0) + 1)
    await run('seek', '11')
    await cues(3)
    await comesToRest()
    const top = await person.page.run(() => {
      const region = document.querySelector('.yoke-region')?.getBoundingClientRect()
      const cue = document.querySelector('.yoke-region > .yoke-cue')?.getBoundingClientRect()
      return (cue?.bottom ?? 0) - (region?.top ?? 0)
    })
    // Two lines have room: the first one is out of sight.
    expect(top).toBeLessThan(2)
  })

  it('vertical text grows from its side', async () => {
    await mount(`${ALWAYS} vertical:rl line:0\n潮が満ちる\n\n${ALWAYS} vertical:lr line:0\n引き潮`)
    await cues(2)
    const [right, left] = await places()
    expect(right?.right).toBeGreaterThan(635)
    expect((right?.bottom ?? 0) - (right?.top ?? 0)).toBeGreaterThan((right?.right ?? 0) - (right?.left ?? 0))
    expect(left?.left).toBeLessThan(5)
  })

  it('they keep clear of the bar while it is there, and come back', async () => {
    await mount(`${ALWAYS}\nfoot`, { player: 'controls hide-after="0.3"' })
    await cues(1)
    const bar = await person.box('yoke-player >>> .bar')
    const player = await person.box('yoke-player')
    await person.until(
      'a place above the bar',
      (top: number) => {
        const cue = document.querySelector('yoke-player')?.shadowRoot?.querySelector('.yoke-cue-text')
        return cue && cue.getBoundingClientRect().bottom <= top + 1
      },
      bar.y
    )
    await run('play')
    await person.page.move(2, 700)
    await person.until(
      'the foot',
      (bottom: number) => {
        const cue = document.querySelector('yoke-player')?.shadowRoot?.querySelector('.yoke-cue-text')
        return cue && cue.getBoundingClientRect().bottom > bottom - 14
      },
      player.y + player.height
    )
  })

  it('what an author’s own bar covers is kept clear too', async () => {
    await mount(`${ALWAYS}\nfoot`, {
      inside: '<div class="mine" data-yoke-keep-clear>My bar</div>',
      style: '.mine { position: absolute; inset: auto 0 0; height: 90px; background: #0008 }'
    })
    await cues(1)
    const [foot] = await places()
    expect(foot?.bottom).toBeLessThanOrEqual(271)
    await person.page.run(() => document.querySelector('.mine')?.setAttribute('style', 'height: 140px'))
    await person.until('a place above the bar that has grown', () => {
      const [bar, cue] = ['.mine', '.yoke-cue-text'].map(each => document.querySelector(each)?.getBoundingClientRect())
      return bar && cue && bar.height === 140 && cue.bottom <= bar.top + 1
    })
  })

  it('they grow with the player, and go along to the full screen', async () => {
    await mount(`${ALWAYS}\nfoot`)
    await cues(1)
    const size = (): Promise<number> =>
      person.page.run(() =>
        Number.parseFloat(getComputedStyle(document.querySelector('.yoke-cue') as Element).fontSize)
      )
    const before = await size()
    await person.page.run(() => {
      for (const element of document.querySelectorAll<HTMLElement>('yoke-player, video'))
        Object.assign(element.style, { width: '1200px', height: '675px' })
    })
    await person.until(
      'larger letters',
      (small: number) =>
        Number.parseFloat(getComputedStyle(document.querySelector('.yoke-cue') as Element).fontSize) > small * 1.6,
      before
    )
    await person.until('the new foot', () => {
      const cue = document.querySelector('.yoke-cue-text')?.getBoundingClientRect()
      const video = document.querySelector('video')?.getBoundingClientRect()
      return cue && video && cue.bottom > video.bottom - 16 && cue.bottom <= video.bottom + 1
    })
    await person.page.run(() => {
      document.addEventListener(
        'click',
        () => void document.querySelector('yoke-player')?.yoke.run('request-fullscreen'),
        { once: true }
      )
    })
    await person.click('video')
    await person.until('the full screen', () => document.querySelector('yoke-player')?.yoke.states.fullscreen)
    await person.until('captions over it', () => {
      const cue = document.querySelector('.yoke-cue-text')?.getBoundingClientRect()
      return cue && cue.bottom > innerHeight * 0.85 && cue.bottom <= innerHeight + 1
    })
    await run('exit-fullscreen')
  })

  it('two engines, one place: where this engine draws the same cue', async () => {
    const settings = [
      '',
      'line:0',
      'line:-3',
      'line:20%',
      'line:50%,center',
      'align:left',
      'align:right',
      'position:20%,line-left size:50% align:left',
      'size:40%',
      'position:80% align:right',
      'vertical:rl line:0',
      'vertical:lr line:0'
    ]
    const halves = [settings.slice(0, 6), settings.slice(6)]
    const theirs = [...(await drawnBy('engine', halves[0])), ...(await drawnBy('engine', halves[1]))]
    const ours = [...(await drawnBy('us', halves[0])), ...(await drawnBy('us', halves[1]))]
    const differences = settings.map((setting, index) => {
      const [there, here] = [theirs[index], ours[index]]
      if (!there || !here) throw new Error(`nothing was drawn for ${setting}: ${JSON.stringify({ there, here })}`)
      const off = [Math.abs(there.x - here.x), Math.abs(there.y - here.y)] as const
      // Boxes are padded and lines spaced by each engine's own taste: a tenth of the picture is another place.
      expect(Math.max(...off), `${setting}: ${JSON.stringify({ there, here })}`).toBeLessThan(0.1)
      return `${setting || 'plain'}: ${off.map(value => value.toFixed(3)).join(' ')}`
    })
    console.log(
      `${engine}, centre of the cue beside the engine's own, in shares of the picture:\n  ${differences.join('\n  ')}`
    )
  })

  /** The middles of the cues' letters, in shares of each picture: the engine's own drawing, or ours. All stand on one page, three in a row. */
  const drawnBy = async (
    who: 'engine' | 'us',
    settings: readonly string[] = []
  ): Promise<readonly ({ readonly x: number; readonly y: number } | null)[]> => {
    const players = settings.map((setting, index) => {
      const vtt = `WEBVTT\n\n${ALWAYS} ${setting}\nMMMMM`
      const source = person.server.page(`/compare-${index}.vtt`, vtt, { 'content-type': 'text/vtt' })
      const video = `<video width="420" height="236" muted><track default srclang="en" src="${source}"></video>`
      return who === 'us' ? `<yoke-player>${video}</yoke-player>` : video
    })
    const style =
      '<style>body { margin: 0; background: #000; display: grid; grid-template-columns: repeat(3, 420px) } video { display: block; width: 420px; height: 236px; background: #000 } ::cue { color: #f0f; background: #f0f } .yoke-cue-text { color: #f0f; background: #f0f }</style>'
    const page = person.server.page(
      `/compare-${who}`,
      `<!doctype html>${style}${who === 'us' ? '<script src="/dist/yokewright.js" defer></script>' : ''}<body>`
    )
    await person.page.goto(page)
    // Without a media there is no picture to paint cues on.
    await person.page.run(
      async (mode: string, html: string) => {
        localStorage.clear()
        document.body.innerHTML = html
        const videos = [...document.querySelectorAll('video')]
        const show = async (video: HTMLVideoElement): Promise<void> => {
          video.src = '/media/spring-tide.webm'
          await new Promise(resolve => video.addEventListener('loadeddata', resolve, { once: true }))
          // Before anything was played or sought a poster may stand in the place of cues.
          video.currentTime = 1
          await new Promise(resolve => video.addEventListener('seeked', resolve, { once: true }))
          if (mode === 'engine') for (const track of video.textTracks) track.mode = 'showing'
        }
        await Promise.all(videos.map(show))
        while (mode === 'us' && document.querySelectorAll('.yoke-cue').length < videos.length)
          await new Promise(resolve => setTimeout(resolve, 15))
      },
      who,
      players.join('')
    )
    let found: Awaited<ReturnType<typeof drawnBy>> = []
    for (let look = 0; look < 60 && !(found.length > 0 && found.every(Boolean)); look += 1) {
      const png = (await person.page.screenshot()).toString('base64')
      found = await person.page.run(
        async (picture: string, count: number) => {
          const image = await createImageBitmap(await (await fetch(`data:image/png;base64,${picture}`)).blob())
          const canvas = document.createElement('canvas')
          Object.assign(canvas, { width: 1280, height: 800 })
          const pen = canvas.getContext('2d', { willReadFrequently: true }) as CanvasRenderingContext2D
          const scale = image.width / innerWidth
          pen.drawImage(image, 0, 0, 1280 * scale, 800 * scale, 0, 0, 1280, 800)
          return Array.from({ length: count }, (_, index) => {
            const { data } = pen.getImageData((index % 3) * 420, Math.floor(index / 3) * 236, 420, 236)
            const box = { left: 420, top: 236, right: -1, bottom: -1 }
            for (let at = 0; at < data.length; at += 4) {
              const [red = 0, green = 0, blue = 0] = data.slice(at, at + 3)
              if (red < 180 || green > 90 || blue < 180) continue
              const [x, y] = [(at / 4) % 420, Math.floor(at / 4 / 420)]
              Object.assign(box, {
                left: Math.min(box.left, x),
                right: Math.max(box.right, x),
                top: Math.min(box.top, y),
                bottom: Math.max(box.bottom, y)
              })
            }
            return box.right < 0 ? null : { x: (box.left + box.right) / 2 / 420, y: (box.top + box.bottom) / 2 / 236 }
          })
        },
        png,
        settings.length
      )
    }
    return found
  }
})

describe('how captions look', () => {
  const styleOf = (property: string, selector = '.yoke-cue-text', pseudo = ''): Promise<string> =>
    person.page.run(
      (name: string, where: string, part: string) => {
        const player = document.querySelector('yoke-player')
        const element = (player?.shadowRoot ?? player)?.querySelector(where)
        return getComputedStyle(element as Element, part || null).getPropertyValue(name)
      },
      property,
      selector,
      pseudo
    )

  it('by the page’s custom properties, by parts, and by the file’s own STYLE blocks', async () => {
    await mount(
      `STYLE\n::cue(b) { color: rgb(1, 2, 3) }\n::cue(.loud) { font-style: italic }\n::cue(v[voice="Mara"]) { text-decoration: underline }\n::cue(#one) { opacity: 0.5 }\n\none\n${ALWAYS}\n<v Mara><b>a</b> <c.loud>b</c></v>`,
      {
        player: 'controls',
        style:
          'yoke-player { --yoke-caption-size: 2; --yoke-caption-color: rgb(9, 8, 7); --yoke-caption-backing: band; --yoke-caption-background: rgb(4, 5, 6) } yoke-player::part(cue-class-loud) { letter-spacing: 3px }'
      }
    )
    await cues(1)
    // What reads the file's STYLE blocks comes with the first that has some.
    await expect.poll(() => styleOf('color', 'b')).toBe('rgb(1, 2, 3)')
    expect(await styleOf('font-style', '[data-classes]')).toBe('italic')
    expect(await styleOf('letter-spacing', '[data-classes]')).toBe('3px')
    expect(await styleOf('text-decoration-line', '[data-voice]')).toBe('underline')
    expect(await styleOf('opacity')).toBe('0.5')
    expect(await styleOf('background-color')).toMatch(/rgba\(0, 0, 0, 0\)|transparent/)
    expect(await styleOf('background-color', '.yoke-cue', '::before')).toBe('rgb(4, 5, 6)')
    expect(Number.parseFloat(await styleOf('width', '.yoke-cue', '::before'))).toBe(640)
    expect(Number.parseFloat(await styleOf('font-size'))).toBeCloseTo(0.052 * 360 * 2, 0)
  })

  it('by the viewer’s own wish: at once, kept between visits, and readable or told', async () => {
    await mount(`${ALWAYS}\nfoot`, { player: 'controls' })
    await cues(1)
    await person.click('yoke-player >>> [part~=captions][part~=button]')
    await person.until('the menu', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector(':popover-open')
    )
    await person.page.press('End')
    await person.page.press('Enter')
    await person.until('the panel', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('.caption-looks:popover-open')
    )
    expect(await axeFindings(person.page, { within: ['yoke-player', '.caption-looks'] })).toEqual([])
    const set = (name: string, value: string): Promise<void> =>
      person.page.run(
        (field: string, wanted: string) => {
          const control = document
            .querySelector('yoke-player')
            ?.shadowRoot?.querySelector<HTMLInputElement>(`[name=${field}]`)
          if (control) control.value = wanted
          control?.dispatchEvent(new Event('input', { bubbles: true }))
        },
        name,
        value
      )
    const warning = (): Promise<string> => person.text('yoke-player >>> .warning')
    await set('size', '1.5')
    await set('backing', 'none')
    expect(await warning()).toBe('These two colours are hard to tell apart.')
    await set('edge', 'outline')
    expect(await warning()).toBe('')
    await set('place', 'top')
    await person.until(
      'the top',
      () =>
        (document
          .querySelector('yoke-player')
          ?.shadowRoot?.querySelector('.captions .yoke-cue-text, [part=captions] .yoke-cue-text')
          ?.getBoundingClientRect().top ?? 99) < 20
    )
    expect(await styleOf('text-shadow', '[part=captions] .yoke-cue-text')).not.toBe('none')
    await person.mount(
      `<yoke-player controls>${CLIP}<track default srclang="en" src="/view.vtt"></video></yoke-player>`
    )
    await cues(1)
    expect(await styleOf('--yoke-caption-size', '.yoke-cue')).toBe('1.5')
    expect(await styleOf('background-color')).toMatch(/rgba\(0, 0, 0, 0\)|transparent/)
  })

  it('right to left where the text is, whatever the page', async () => {
    await mount(`${ALWAYS}\n<b>أعلى الماء.</b> القارب 14`)
    await cues(1)
    const order = await person.page.run(() => {
      const left = (selector: string): number =>
        document.querySelector(`.yoke-cue ${selector}`)?.getBoundingClientRect().left ?? 0
      return left('b') > left('.yoke-cue-text > span')
    })
    expect(order).toBe(true)
  })
})

describe('captions that stand in the page', () => {
  const page = (script: string, media: string): string =>
    `<!doctype html><html lang="en"><meta charset="utf-8"><title>File</title>${script}<yoke-player><video muted width="640" height="360" src="${media}"><track default srclang="en" src="#said"></video></yoke-player>
<script type="text/vtt" id="said">
WEBVTT

00:00.000 --> 00:09.000
said <i>here</i>
</script>`

  it('are read without a request, also on a page that was double-clicked', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'tern-quay-'))
    const built = fileURLToPath(new URL('../../dist/yokewright.js', import.meta.url))
    writeFileSync(join(folder, 'yokewright.js'), readFileSync(built))
    writeFileSync(join(folder, 'page.html'), page('<script src="yokewright.js" defer></script>', 'none.webm'))
    await person.page.goto(pathToFileURL(join(folder, 'page.html')).href)
    const said = await person.page.run(async () => {
      while (!document.querySelector('.yoke-cue')) await new Promise(resolve => setTimeout(resolve, 15))
      return document.querySelector('.yoke-cue')?.textContent
    })
    rmSync(folder, { recursive: true })
    expect(said).toBe('said here')
  })
})
