import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { StreamOrigin } from '../../stand-ins/origin/index.ts'
import { availableEngines } from '../support/engine-list.ts'
import { currentEngine } from '../support/engines.ts'
import { startOrigin } from '../support/origin.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person, TESTING } from '../support/person.ts'
import { BothServices, PATIENT, STAND_INS, type StandInName } from '../support/stand-ins.ts'

let person: Person
let origin: StreamOrigin
const services = new BothServices()
beforeAll(async () => {
  ;[person, origin] = await Promise.all([openPerson(currentEngine()), startOrigin(), services.open()])
})
afterAll(async () => {
  await person?.leave()
  await origin?.close()
  await services.close()
})

/** What a simulated media is made with, beside its clock. */
interface Simulated {
  readonly duration?: number
  readonly videoWidth?: number
  readonly playbackRate?: readonly number[]
  readonly delays?: { readonly rate?: number; readonly refusal?: number }
}

const PIECES = `<button type="button" id="b" command="--play-pause"><span data-yoke-when="paused">Play</span><span data-yoke-when="!paused" hidden>Pause</span></button>
<button type="button" id="skip" command="--skip" value="3">On</button>
<input type="range" id="seek" data-yoke-value="current-time" aria-label="Position">
<input type="range" id="volume" data-yoke-value="volume" aria-label="Volume">
<select id="rate" data-yoke-value="playback-rate" aria-label="Speed"></select>
<output id="t" data-yoke-value="current-time"></output><output id="d" data-yoke-value="duration"></output>
<output id="f" data-yoke-value="fault-text"></output>`

type Media = 'element' | 'stream' | Simulated | StandInName

const srcOf = (media: Media): string | undefined => {
  if (media === 'stream') return `${origin.address}/short/main.m3u8`
  return media === 'skerry' || media === 'lantern' ? services.of(media).address('tc12') : undefined
}

/** Puts a player onto a page, and a simulated media into it if one is asked for. */
const mount = async (media: Media, attributes = '', inside = PIECES): Promise<void> => {
  const own = media === 'element' ? CLIP : ''
  const src = srcOf(media)
  const hosted = src ? `${PATIENT} muted preload="auto" src="${src}"` : ''
  await person.mount(
    `<div style="width: 800px"><yoke-player id="p" playback-rates="1 1.5 2" ${hosted} ${attributes}>${own}${inside}</yoke-player></div>`,
    { head: TESTING + (src ? services.head : '') }
  )
  await person.until('the kit', () => globalThis.testing)
  if (typeof media !== 'string')
    await person.page.run((options: Simulated) => {
      const surface = Object.assign(document.createElement('div'), { id: 'surface' })
      const clock = testing.createSystemClock()
      const simulated = testing.createSimulatedMedia({ duration: 12, ...options, clock, surface })
      simulated.muted = true
      globalThis.kept = simulated
      Object.assign(document.querySelector('yoke-player') ?? {}, { media: simulated })
    }, media)
  await person.until('data', () => (document.querySelector('yoke-player')?.readyState ?? 0) >= 2)
  if (inside.includes('seek'))
    await person.until('the slider', () => Number(document.querySelector<HTMLInputElement>('#seek')?.max) >= 12)
}

const state = (name: string): Promise<void> =>
  person.until(name, (wanted: string) => document.querySelector('yoke-player')?.matches(`:state(${wanted})`), name)
const bar = (name: string): string => `yoke-player >>> [part~="${name}"]`
const drawn = (): Promise<void> =>
  person.until('the bar', () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar .cell'))
const notes = () => person.page.run(() => globalThis.notes)

type Row = readonly [name: string, media: Media]

const HOSTED: readonly Row[] = STAND_INS.map(name => [`a clip of ${name}`, name])

// A simulated media is the same in every engine.
const SIMULATED: readonly Row[] = currentEngine() === availableEngines()[0] ? [['a media that is no element', {}]] : []

const ELEMENTS: readonly Row[] = [
  ['a media element', 'element'],
  ['a stream', 'stream']
]

describe.each<Row>([...ELEMENTS, ...SIMULATED, ...HOSTED])('a player of %s', (_, media) => {
  it('is ready, plays by its own buttons, and shows what is', async () => {
    await mount(media)
    expect(await person.page.run(async () => (await document.querySelector('yoke-player')?.ready)?.id)).toBe('p')
    expect(await person.text('#d')).toBe('0:12')
    await person.click('#b')
    await state('playing')
    expect(await person.page.run(() => document.querySelector<HTMLElement>('#b')?.innerText)).toBe('Pause')
    await person.until('a second', () => document.querySelector('#t')?.textContent === '0:01')
    // Media keys and the lock screen, where the engine has them.
    await person.until('the session', () => (navigator.mediaSession?.playbackState ?? 'playing') === 'playing')
    await person.click('#b')
    await state('paused')
    expect((await notes()).commands).toEqual(['play-pause', 'play-pause'])
  })

  it('answers to the members of a media element, and tells its events', async () => {
    await mount(media)
    // Paused in the same breath, WebKit's own player of a Media Source may play on (docs/reference/streams.md).
    const isLater = currentEngine() === 'webkit' && media === 'stream'
    const seen = await person.page.run(async (later: boolean) => {
      const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      const told: string[] = []
      for (const type of ['play', 'playing', 'pause', 'seeked', 'volumechange', 'ratechange'])
        player.addEventListener(type, () => told.push(type))
      player.currentTime = 4
      player.volume = 0.25
      player.playbackRate = 2
      player.loop = true
      await player.play()
      while (later && player.currentTime < 4.5) await new Promise(resolve => setTimeout(resolve, 15))
      player.pause()
      while (new Set(told).size < 6) await new Promise(resolve => setTimeout(resolve, 15))
      const { volume, playbackRate, loop, paused, duration, ended } = player
      const inOrder = told.indexOf('play') < told.indexOf('playing') && told.indexOf('playing') < told.indexOf('pause')
      return {
        volume,
        playbackRate,
        loop,
        paused,
        ended,
        duration: Math.round(duration),
        told: new Set(told).size,
        inOrder
      }
    }, isLater)
    expect(seen).toEqual({
      volume: 0.25,
      playbackRate: 2,
      loop: true,
      paused: true,
      ended: false,
      duration: 12,
      told: 6,
      inOrder: true
    })
  })

  it('keeps what was set before it came', async () => {
    await person.mount('', { head: TESTING + (srcOf(media) ? services.head : '') })
    const volume = await person.page.run(
      async (own: string | null, src: string | null) => {
        const player = document.createElement('yoke-player')
        document.body.append(player)
        player.volume = 0.5
        if (own !== null) player.innerHTML = own
        else if (src !== null) player.setAttribute('src', src)
        else {
          while (!globalThis.testing) await new Promise(resolve => setTimeout(resolve, 10))
          player.media = testing.createSimulatedMedia({ clock: testing.createSystemClock() })
        }
        await player.ready
        return player.media?.volume
      },
      media === 'element' ? CLIP : null,
      srcOf(media) ?? null
    )
    expect(volume).toBe(0.5)
  })

  it('is sought by slider, button and key; rate and volume by field', async () => {
    await mount(media)
    await person.drag('#seek', 0.1, 0.5)
    await person.until('the place', () => Math.abs((document.querySelector('yoke-player')?.currentTime ?? 0) - 6) < 0.5)
    await person.click('#skip')
    await person.until('the skip', () => Math.abs((document.querySelector('yoke-player')?.currentTime ?? 0) - 9) < 0.5)
    await person.page.run(() => {
      const rate = document.querySelector('#rate') as HTMLSelectElement
      rate.value = '1.5'
      rate.dispatchEvent(new Event('change', { bubbles: true }))
    })
    await person.until('the rate', () => document.querySelector('yoke-player')?.playbackRate === 1.5)
    await person.page.run(() => document.querySelector<HTMLElement>('#b')?.focus())
    await person.page.press('m')
    await person.until('sound', () => document.querySelector('yoke-player')?.muted === false)
  })

  it('has the whole bar, its menu, and full screen for all of it', async () => {
    await mount(media, 'controls', '')
    await drawn()
    await person.click(bar('play-pause'))
    await state('playing')
    await person.click(bar('settings'))
    await person.until('the menu', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector(':popover-open [role^=menuitem]')
    )
    await person.page.press('Escape')
    await person.click(bar('fullscreen'))
    await state('fullscreen')
    expect(await person.page.run(() => document.fullscreenElement?.id)).toBe('p')
    await person.page.run(() => document.exitFullscreen())
    expect((await notes()).faults).toEqual([])
  })

  it('a click on its picture plays, and a double click fills the screen', async () => {
    await mount(media, 'controls', '')
    await drawn()
    await person.page.run(() => {
      const player = document.querySelector('yoke-player')
      Object.assign(player?.media?.surface ?? {}, { id: 'surface' })
    })
    const surface = media === 'element' ? '#surface' : 'yoke-player >>> #surface'
    const { height } = await person.box(surface)
    expect(height).toBeGreaterThan(200)
    await person.page.run(() => document.querySelector('yoke-player')?.play())
    await state('playing')
    await person.click(surface)
    await state('paused')
  })

  it('hides its controls while nobody is there', async () => {
    await mount(media, 'controls hide-after="0.2"', '')
    await drawn()
    await person.page.run(() => void document.querySelector('yoke-player')?.play())
    await state('idle')
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.wake())
    await person.until('somebody', () => document.querySelector('yoke-player')?.yoke.states.idle === false)
  })

  it('captions are read, listed and drawn at their time', async () => {
    const track = '<track kind="captions" src="/media/spring-tide.en.vtt" srclang="en" label="English" default>'
    await mount(media, 'controls', `${PIECES}${media === 'element' ? '' : track}`)
    if (media === 'element')
      await person.page.run(
        (html: string) => document.querySelector('video')?.insertAdjacentHTML('beforeend', html),
        track
      )
    await person.until('the track', () => document.querySelector('yoke-player')?.textTracks.length === 1)
    await person.page.run(() => {
      const player = document.querySelector('yoke-player')
      player?.yoke.run('set-captions', 'en')
      player?.yoke.run('seek', 7)
    })
    await person.until('a caption', () => document.querySelector('yoke-player')?.yoke.values.captionText)
    await person.until(
      'it over the picture',
      () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.yoke-cue-text')?.textContent
    )
  })

  it('ends, and plays again from the start', async () => {
    await mount(media, 'controls', '')
    await drawn()
    await person.page.run(async () => {
      const player = document.querySelector('yoke-player')
      await player?.play()
      await player?.yoke.run('seek', 11.8)
    })
    await state('ended')
    await person.click(bar('play-pause'))
    await person.until('the start', () => {
      const { currentTime = 9, paused } = document.querySelector('yoke-player') ?? {}
      return !paused && currentTime < 3
    })
  })
})

describe('a media that is no element', () => {
  it('of sound alone has the form for sound', async () => {
    await mount({ videoWidth: 0 }, 'controls', '')
    await drawn()
    expect(await person.page.run(() => document.querySelector('yoke-player')?.matches(':state(sound)'))).toBe(true)
  })

  it('offers the rates that it takes; one that falls back is told, and the field shows what is', async () => {
    await mount({ playbackRate: [0.5, 1, 2], delays: { rate: 0.05 } })
    const offered = (): Promise<string[]> =>
      person.page.run(() => [...document.querySelectorAll<HTMLOptionElement>('#rate option')].map(({ value }) => value))
    expect(await offered()).toEqual(['1', '2'])
    await person.page.run(() => {
      ;(globalThis.kept as { refuseRates(refuses: boolean): void }).refuseRates(true)
      return document.querySelector('yoke-player')?.yoke.run('set-playback-rate', 2)
    })
    await person.until('the fault', () => globalThis.notes.faults.some(said => said.startsWith('rate-refused')))
    await person.until('what is', () => document.querySelector<HTMLSelectElement>('#rate')?.value === '1')
    await person.page.run(() =>
      (globalThis.kept as { changeRates(rates: readonly number[]): void }).changeRates([1, 1.5])
    )
    await person.until(
      'the other rates',
      () =>
        [...document.querySelectorAll<HTMLOptionElement>('#rate option')].map(({ value }) => value).join() === '1,1.5'
    )
  })

  it('says why it cannot go on; a refused start leaves it paused', async () => {
    await mount({ delays: { refusal: 0.05 } }, 'controls')
    await drawn()
    const ok = await person.page.run(async () => {
      ;(globalThis.kept as { refusePlay(refuses: boolean): void }).refusePlay(true)
      return (await document.querySelector('yoke-player')?.yoke.run('play'))?.ok
    })
    expect(ok).toBe(false)
    await state('paused')
    await person.page.run(() =>
      (globalThis.kept as { fail(code: number, message: string, reason: object): void }).fail(4, '', {
        code: 'source-denied',
        message: 'no',
        hint: 'ask'
      })
    )
    await state('failed')
    await person.until('the sentence', () => document.querySelector('#f')?.textContent?.startsWith('This is not open'))
  })

  it('given to the yoke itself is the player’s as well; taken away, the markup’s comes back', async () => {
    await mount('element')
    const seen = await person.page.run(async () => {
      const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      const simulated = testing.createSimulatedMedia({ clock: testing.createSystemClock(), duration: 7 })
      player.yoke.attach(simulated)
      while (!(player.duration > 0)) await new Promise(resolve => setTimeout(resolve, 10))
      const { duration } = player
      player.media = undefined
      while (!(player.duration > 7)) await new Promise(resolve => setTimeout(resolve, 10))
      return [duration, Math.round(player.duration), player.media === simulated]
    })
    expect(seen).toEqual([7, 12, false])
  })
})
