import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { SETTING_KEYS } from '../../src/core/settings/table.ts'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine(), { fresh: true })
})
afterAll(() => person?.leave())

const CAPTIONED = CLIP.replace(
  '</video>',
  '<track kind="captions" src="/media/spring-tide.en.vtt" srclang="klingon_tlh" label="English" default></video>'
)
const PLAYER = `<yoke-player controls style="width: 600px">${CAPTIONED}</yoke-player>`

/** A page whose own script runs before the library. */
const openWith = (script: string, html = PLAYER): Promise<void> =>
  person.mount(html, { head: `<script>${script}</script>` })

const barAndCues = async (): Promise<void> => {
  await person.until('the bar', () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar'))
  await person.until('the length', () => document.querySelector('yoke-player')?.yoke.snapshot.duration)
  await person.until('the cues', () => document.querySelector('yoke-player')?.textTracks[0]?.cues?.length)
}
const errors = (): Promise<readonly string[]> => person.page.run(() => globalThis.notes.errors)

describe('a page that is not as others', () => {
  const names = JSON.stringify(SETTING_KEYS.flatMap(key => key.split('.')))

  it.each<[string, string]>([
    [
      'has names of settings on the prototype of all objects',
      `for (const name of ${names}) Object.prototype[name] = 'x'`
    ],
    ['has no IntersectionObserver', 'delete globalThis.IntersectionObserver'],
    ['has no ResizeObserver', 'delete globalThis.ResizeObserver'],
    ['has no MediaMetadata', 'delete globalThis.MediaMetadata'],
    ['makes no style sheets', 'delete globalThis.CSSStyleSheet'],
    [
      'has a fetch of its own, whose answers are no streams',
      `const own = fetch
      globalThis.fetch = async (...given) => {
        const { ok, status, url, headers, text } = await own(...given).then(async answer => ({ ok: answer.ok, status: answer.status, url: answer.url, headers: answer.headers, text: await answer.text() }))
        return { ok, status, url, headers, text: async () => text }
      }`
    ],
    ['has a language that is no tag', 'document.documentElement.lang = "klingon_tlh"'],
    ['has a stored look that is none', 'localStorage.setItem("yokewright.captions", `{"look":{"color":5,"size":"x"}}`)']
  ])('%s: bar, length and captions are there, and nothing is thrown', async (_, script) => {
    await openWith(script)
    await barAndCues()
    const plays = person.page.run(async () => (await document.querySelector('yoke-player')?.yoke.run('play'))?.ok)
    expect(await plays).toBe(true)
    expect(await errors()).toEqual([])
  })

  it('styles the lines of captions without a height: they are drawn, and the page lives', async () => {
    await openWith(
      '',
      `<style>yoke-player::part(cue), .yoke-cue { line-height: normal !important }</style>${PLAYER.replace(' controls', '')}`
    )
    await person.until('the length', () => document.querySelector('yoke-player')?.yoke.snapshot.duration)
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('seek', 1))
    await person.until('a cue', () => document.querySelector('.yoke-cue')?.checkVisibility())
  })

  it('keeps its stored look out of the panel where it is none', async () => {
    await openWith('localStorage.setItem("yokewright.captions", `{"look":{"color":5}}`)')
    await barAndCues()
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('show-caption-looks'))
    await person.until('the panel', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('.caption-looks')?.matches(':popover-open')
    )
    expect(await errors()).toEqual([])
  })
})

describe('functions of a page that throw', () => {
  it('a value, a command, a selector and a subscriber: each is told once, and everything else goes on', async () => {
    await openWith(
      '',
      `<yoke-player>${CLIP}<output data-yoke-value="odd"></output><output class="own" data-yoke-value="loop"></output></yoke-player>`
    )
    const outcome = await person.page.run(async () => {
      const yoke = document.querySelector('yoke-player')?.yoke
      const fail = (): never => {
        throw new Error('of the page')
      }
      yoke?.defineValue('odd', { read: fail })
      yoke?.defineValue('none', undefined as never)
      yoke?.defineCommand('odd', fail)
      yoke?.subscribe(fail, () => undefined)
      yoke?.subscribe(({ snapshot }) => snapshot.loop, fail)
      const ran = [
        await yoke?.run('odd'),
        await yoke?.run('seek', { toString: fail } as never),
        await yoke?.run(Symbol('x') as never),
        await yoke?.run('toggle-loop')
      ]
      await new Promise(resolve => setTimeout(resolve))
      return ran.map(result => (result?.ok ? 'ok' : result?.fault.code))
    })
    expect(outcome).toEqual(['command-failed', 'time-address-unreadable', 'command-unknown', 'ok'])
    await person.until('the readout', () => document.querySelector('.own')?.textContent === 'true')
    const faults = await person.page.run(() => globalThis.notes.faults.map(fault => fault.split(':')[0]))
    expect(faults.filter(code => code === 'subscriber-failed')).toHaveLength(4)
    expect(await errors()).toEqual([])
  })
})

describe('a scope with a `host` of its own', () => {
  it('is told of what happens, like any other', async () => {
    await openWith('', '<a href="https://tides.example/"><video></video></a>')
    const heard = await person.page.run(async () => {
      const link = document.querySelector('a') as HTMLAnchorElement
      const codes: string[] = []
      link.addEventListener('yoke-fault', event => {
        event.preventDefault()
        codes.push(event.fault.code)
      })
      const yoke = globalThis.yokewright.createYoke(link.querySelector('video') as HTMLVideoElement)
      yoke.bind(link)
      await yoke.run('no-such')
      return codes
    })
    expect(heard).toEqual(['command-unknown'])
    expect(await errors()).toEqual([])
  })
})

describe('more than one document', () => {
  it('couples a media of a frame, with controls of its own', async () => {
    await openWith('', '<iframe width="400" height="300"></iframe>')
    const seen = await person.page.run(async () => {
      const inner = document.querySelector('iframe')?.contentDocument
      if (!inner) return []
      inner.body.innerHTML =
        '<video muted src="/media/tide-clock.webm"></video><button type="button" command="--toggle-loop" aria-pressed="false">Loop</button><output data-yoke-value="volume"></output>'
      const { createYoke } = (globalThis as unknown as { yokewright: typeof import('../../src/wiring/index.ts') })
        .yokewright
      const yoke = createYoke(inner.querySelector('video') as HTMLVideoElement)
      yoke.bind(inner.body)
      await new Promise<void>(resolve => {
        yoke.subscribe(
          ({ controls }) => controls.size,
          () => resolve()
        )
        if (yoke.controls.size > 0) resolve()
      })
      inner.querySelector('button')?.click()
      await yoke.run('pause')
      return [inner.querySelector('button')?.ariaPressed, inner.querySelector('output')?.textContent]
    })
    expect(seen).toEqual(['true', '100%'])
    expect(await errors()).toEqual([])
  })

  it('a player that goes into a frame and comes back has its style and its captions', async () => {
    await openWith('', `${PLAYER}<iframe width="700" height="500"></iframe>`)
    await barAndCues()
    for (const place of ['iframe', 'body']) {
      await person.page.run((to: string) => {
        const frame = document.querySelector('iframe')
        const player = document.querySelector('yoke-player') ?? frame?.contentDocument?.querySelector('yoke-player')
        const home = to === 'body' ? document.body : frame?.contentDocument?.body
        if (player) home?.append(player)
      }, place)
      await person.until('bar and cue', () => {
        const inner = document.querySelector('iframe')?.contentDocument
        const player = document.querySelector('yoke-player') ?? inner?.querySelector('yoke-player')
        const bar = player?.shadowRoot?.querySelector('.bar')
        const cue = player?.shadowRoot?.querySelector('.yoke-cue')
        const display = bar && player?.ownerDocument.defaultView?.getComputedStyle(bar).display
        const place = cue && player?.ownerDocument.defaultView?.getComputedStyle(cue).position
        if (player?.yoke.snapshot.duration) player.yoke.run('seek', 1)
        return display === 'flex' && place === 'absolute'
      })
    }
    expect(await errors()).toEqual([])
  })

  it('play() of a player in no document settles, and says why', async () => {
    await openWith('', '')
    const said = await person.page.run(async () => {
      const player = document.createElement('yoke-player')
      player.src = '/media/tide-clock.webm'
      return player.play().then(
        () => 'plays',
        (cause: DOMException) => cause.name
      )
    })
    expect(said).toBe('NotSupportedError')
  })

  it('finds a track that comes later into XHTML', async () => {
    const page = `<html xmlns="http://www.w3.org/1999/xhtml"><head><title>X</title><script src="/dist/yokewright.js"></script></head><body><yoke-player><video muted="" src="/media/tide-clock.webm"></video></yoke-player></body></html>`
    await person.page.goto(person.server.page('/x', page, { 'content-type': 'application/xhtml+xml' }))
    await person.page.run(() => {
      const track = Object.assign(document.createElement('track'), { src: '/media/spring-tide.en.vtt', srclang: 'en' })
      document.querySelector('video')?.append(track)
    })
    await person.until('the track', () => document.querySelector('yoke-player')?.textTracks.length === 1)
  })
})

describe('players in one another', () => {
  it('those that stand in more than 32 others do nothing, and say so', async () => {
    await openWith('', '')
    const woken = await person.page.run(async () => {
      let place: Element = document.body
      for (let depth = 0; depth < 300; depth += 1) place = place.appendChild(document.createElement('yoke-player'))
      await new Promise(resolve => setTimeout(resolve))
      return document.querySelectorAll(':state(paused)').length
    })
    expect(woken).toBeLessThanOrEqual(33)
    await person.until(
      'a fault of each',
      most => globalThis.notes.faults.filter(said => said.startsWith('page-too-large')).length === most,
      300 - 33
    )
  })
})

describe('what a media file or a clip may not do', () => {
  it('sources, tracks and settings of a wrong shape are faults, whatever they are', async () => {
    await openWith('', PLAYER)
    await barAndCues()
    await person.page.run(() => {
      const yoke = document.querySelector('yoke-player')?.yoke
      const odd: unknown[] = [
        null,
        5,
        'x',
        [],
        { sources: [{}] },
        { sources: [null] },
        { tracks: [5] },
        { words: { rate: 5, lang: 'x_y' } }
      ]
      for (const settings of odd) yoke?.configure(settings as object)
    })
    await person.until('the faults', () => globalThis.notes.faults.length >= 7)
    expect(await errors()).toEqual([])
  })
})
