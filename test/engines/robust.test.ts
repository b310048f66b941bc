import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine(), { fresh: true })
})
afterAll(() => person?.leave())

const faults = (): Promise<string[]> =>
  person.page.run(() => globalThis.notes.faults.map(said => said.split(':')[0] ?? ''))
const hasFault = (code: string): Promise<void> =>
  person.until(code, (wanted: string) => globalThis.notes.faults.some(said => said.startsWith(wanted)), code)
const sourceIs = (end: string): Promise<void> =>
  person.until(end, (wanted: string) => document.querySelector('yoke-player')?.currentSrc.endsWith(wanted), end)

const CAPTIONED = CLIP.replace(
  '</video>',
  '<track kind="captions" src="/media/spring-tide.en.vtt" srclang="en" label="English" default></video>'
)

describe('what comes too late, or breaks', () => {
  it('a caption file whose line is cut in the middle is a fault', async () => {
    await person.mount(`<yoke-player>${CAPTIONED.replace('/media/spring', '/failing/cut/200/spring')}</yoke-player>`)
    await hasFault('track-unreachable')
    expect((await person.page.run(() => globalThis.notes)).errors).toEqual([])
  })

  it('the reader of layouts, come late, is waited for: no other bar is drawn before', async () => {
    const release = person.server.hold('/dist/parts/settings.js')
    // The engines' load event may wait for what is imported before it.
    await person.mountModules('')
    await person.page.run(
      (html: string) => {
        document.body.innerHTML = html
      },
      `<yoke-player id="of-author" controls layouts='[{"rows":[["restart"]]}]'>${CAPTIONED}</yoke-player>
       <yoke-player id="of-house" controls>${CAPTIONED}</yoke-player>`
    )
    const drawn = (id: string): Promise<readonly string[]> =>
      person.page.run(
        (wanted: string) =>
          [...(document.getElementById(wanted)?.shadowRoot?.querySelectorAll('.bar .cell') ?? [])].flatMap(
            ({ innerHTML }) => /part="[^"]*(restart|play-pause)/.exec(innerHTML)?.[1] ?? []
          ),
        id
      )
    await person.until('the bar of the house', () =>
      document.querySelector('#of-house')?.shadowRoot?.querySelector('.cell')
    )
    expect(await drawn('of-author')).toEqual([])
    release()
    await person.until('the bar', () => document.querySelector('#of-author')?.shadowRoot?.querySelector('.cell'))
    expect(await drawn('of-author')).toEqual(['restart'])
  })

  it('a clip that script gives ends the fetching of a document', async () => {
    const answer = person.server.hold('/late.json')
    const late = { sources: ['/media/lock-gate.webm'], poster: { src: '/media/lock-gate.jpg' }, fit: 'fill' }
    person.server.page('/late.json', JSON.stringify(late), { 'content-type': 'application/json' })
    await person.mount('<yoke-player src="/late.json" width="300"></yoke-player>')
    await person.page.run(() => {
      const clip = { sources: ['/media/tide-clock.webm'], poster: { src: '/media/tide-clock.jpg' }, title: 'Clock' }
      Object.assign(document.querySelector('yoke-player') ?? {}, { clip })
    })
    await sourceIs('tide-clock.webm')
    answer()
    await person.page.run(() => fetch('/late.json').catch(() => undefined))
    const seen = await person.page.run(() => {
      const player = document.querySelector('yoke-player')
      return [
        player?.poster?.split('/').at(-1),
        player?.style.getPropertyValue('--yoke-fit'),
        player?.currentSrc.split('/').at(-1)
      ]
    })
    expect(seen).toEqual(['tide-clock.jpg', '', 'tide-clock.webm'])
  })

  it('a clip document that could not be had is fetched again by retry', async () => {
    await person.mount(
      '<yoke-player id="p" src="/not-yet.json"><button type="button" id="r" command="--retry">Again</button></yoke-player>'
    )
    await hasFault('document-unreachable')
    person.server.page('/not-yet.json', JSON.stringify({ sources: ['/media/tide-clock.webm'] }))
    await person.until('the button', () => document.querySelector('#r')?.getAttribute('aria-disabled') === null)
    await person.click('#r')
    await sourceIs('tide-clock.webm')
    await person.until('no failure', () => document.querySelector('yoke-player')?.yoke.states.failed === false)
  })

  it('of two frames as poster the last that was asked for is shown', async () => {
    await person.mount(`<yoke-player poster-at="1">${CLIP}</yoke-player>`)
    await person.page.run(() => {
      const player = document.querySelector('yoke-player')
      for (const time of ['2', '3', '4', '50%']) player?.setAttribute('poster-at', time)
    })
    await person.until('a poster', () => document.querySelector('video')?.poster.startsWith('blob:'))
    const first = await person.page.run(() => document.querySelector('video')?.poster)
    await person.page.run(() => document.querySelector('yoke-player')?.removeAttribute('poster-at'))
    await person.until('none', () => document.querySelector('video')?.poster === '')
    expect(
      await person.page.run(
        (src: string) =>
          fetch(src).then(
            () => 'kept',
            () => 'revoked'
          ),
        first ?? ''
      )
    ).toBe('revoked')
  })
})

describe('what others do', () => {
  it('a subscriber, a value or a command that throws stops nobody else', async () => {
    await person.mount(
      `<yoke-player id="p">${CLIP}<b id="own" data-yoke-value="boats"></b><b id="t" data-yoke-value="current-time"></b></yoke-player>`
    )
    const told = await person.page.run(async () => {
      const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      const events: string[] = []
      player.yoke.subscribe(
        ({ snapshot }) => snapshot,
        () => {
          throw new Error('a leak')
        }
      )
      player.yoke.defineValue('boats', {
        read: () => {
          throw new Error('no harbour')
        }
      })
      player.addEventListener('playing', ({ type }) => events.push(type))
      await player.play()
      return events
    })
    await person.until('the clock', () => document.querySelector('#t')?.textContent === '0:01')
    expect(told).toEqual(['playing'])
    expect(new Set(await faults())).toEqual(new Set(['subscriber-failed']))
  })

  it('a player in the document of a frame has its styles there', async () => {
    await person.mount('<iframe id="f" title="frame" width="600" height="400"></iframe><main></main>')
    const seen = await person.page.run(async (html: string) => {
      const frame = document.querySelector('iframe') as HTMLIFrameElement
      const inside = frame.contentDocument as Document
      // Made here, so that it is a player, and then moved: the frame's own document knows no such element.
      const player = document.createElement('yoke-player')
      player.toggleAttribute('controls')
      player.innerHTML = html
      inside.body.append(player)
      document.querySelector('main')?.append(document.createElement('yoke-player'))
      const video = player.querySelector('video') as HTMLElement
      while (!inside.adoptedStyleSheets.length) await new Promise(resolve => setTimeout(resolve, 15))
      return [getComputedStyle(player).display, getComputedStyle(video).display]
    }, CLIP)
    expect(seen).toEqual(['block', 'block'])
    expect((await person.page.run(() => globalThis.notes)).errors).toEqual([])
  })

  it('a button that goes while it is held repeats no more', async () => {
    await person.mount(
      `<yoke-player id="p">${CLIP}<button type="button" id="h" command="--skip" value="0.1" data-yoke-repeat="0.05">On</button></yoke-player>`
    )
    await person.until('data', () => (document.querySelector('yoke-player')?.readyState ?? 0) >= 2)
    const { x, y } = await person.box('#h')
    await person.page.move(x + 5, y + 5)
    await person.page.down()
    await person.until('two steps', () => globalThis.notes.commands.length >= 2)
    await person.page.run(() => document.querySelector('#h')?.removeAttribute('command'))
    const before = await person.page.run(async () => {
      await new Promise(resolve => setTimeout(resolve))
      return globalThis.notes.commands.length
    })
    const later = await person.page.run(async () => {
      for (let frame = 0; frame < 20; frame += 1) await new Promise(resolve => requestAnimationFrame(resolve))
      return globalThis.notes.commands.length
    })
    await person.page.up()
    expect(later).toBe(before)
  })

  it('captions that only the system draws stay there when something is put together anew', async () => {
    await person.mount(`<yoke-player>${CAPTIONED}</yoke-player>`)
    await person.until('the captions', () => document.querySelector('yoke-player')?.textTracks[0]?.readyState === 2)
    const mirrored = (): Promise<number> =>
      person.page.run(() => {
        const tracks = [...(document.querySelector('video')?.textTracks ?? [])]
        return tracks.filter(({ mode }) => mode === 'showing').reduce((sum, { cues }) => sum + (cues?.length ?? 0), 0)
      })
    await person.page.run(() => {
      const video = document.querySelector('video')
      Object.defineProperty(document, 'pictureInPictureElement', { configurable: true, get: () => video })
      video?.dispatchEvent(new Event('enterpictureinpicture'))
    })
    const before = await mirrored()
    expect(before).toBeGreaterThan(3)
    await person.page.run(() => {
      const yoke = document.querySelector('yoke-player')?.yoke
      yoke?.refresh()
      yoke?.lookForTracks()
      yoke?.configure({ hideAfter: 3 })
    })
    expect(await mirrored()).toBe(before)
    await person.page.run(() => {
      Reflect.deleteProperty(document, 'pictureInPictureElement')
      document.querySelector('video')?.dispatchEvent(new Event('leavepictureinpicture'))
    })
    expect(await mirrored()).toBe(0)
  })

  it('a command after the end of a yoke says so', async () => {
    await person.mount(`<div id="d">${CLIP}</div>`)
    const result = await person.page.run(async () => {
      const yoke = yokewright.createYoke(document.querySelector('video') as HTMLVideoElement)
      yoke.dispose()
      return (await yoke.run('play')).ok
    })
    expect(result).toBe(false)
  })
})

describe('settings from anywhere', () => {
  it('what cannot be read is told and changes nothing; each can be explained', async () => {
    await person.mount(
      `<yoke-player id="p" controls hide-after="4" settings='{ "hideAfter": "soon", "loop": true, "without": ["volume"], "fit": "cover" }'>${CLIP}</yoke-player>`
    )
    await hasFault('setting-unreadable')
    const seen = await person.page.run(() => {
      const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      player.yoke.configure({ hideAfter: 'late', playbackRates: '1 2', start: undefined } as never)
      const { hideAfter, playbackRates } = player.yoke.settings
      const hidden = player.yoke.explain('hideAfter')
      player.yoke.configure({ hideAfter: 9 })
      player.yoke.configure({ hideAfter: undefined })
      return [
        hideAfter,
        playbackRates.length,
        hidden?.origin,
        player.yoke.settings.hideAfter,
        player.media?.loop,
        player.style.getPropertyValue('--yoke-fit'),
        player.yoke.explain('fit')?.origin
      ]
    })
    expect(seen).toEqual([4, 6, 'attribute', 4, true, 'cover', 'settings'])
    await person.until('three faults', () => globalThis.notes.faults.length >= 3)
    await person.until('the bar', () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar .cell'))
    await person.until(
      'no volume',
      () => !document.querySelector('yoke-player')?.shadowRoot?.querySelector('.cell.volume')
    )
  })

  it('without a player they hold alike, and settings draw a player’s controls too', async () => {
    await person.mount(
      `<div id="d">${CLIP}</div><yoke-player id="p" settings='{ "controls": true }'>${CLIP}</yoke-player>`
    )
    const seen = await person.page.run(() => {
      const video = document.querySelector('video') as HTMLVideoElement
      const yoke = yokewright.createYoke(video, { loop: true, poster: '/media/tide-clock.jpg', muted: false })
      const { origin, hidden } = yoke.explain('muted') ?? {}
      return [video.loop, video.muted, video.getAttribute('poster'), origin, hidden?.map(each => each.origin)]
    })
    expect(seen).toEqual([true, false, '/media/tide-clock.jpg', 'script', ['media', 'library']])
    await person.until('the bar', () => document.querySelector('#p')?.shadowRoot?.querySelector('.bar .cell'))
  })
})
