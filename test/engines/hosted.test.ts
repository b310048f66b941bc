import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import type * as hosted from '../../src/media/hosted/index.ts'
import type { Conduct } from '../../stand-ins/conduct.ts'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'
import { part } from '../support/ready-made.ts'
import { BothServices, PATIENT, STAND_INS, type StandInName } from '../support/stand-ins.ts'

let person: Person
const services = new BothServices()
beforeAll(async () => {
  person = await openPerson(currentEngine())
  await services.open()
})
afterAll(async () => {
  await person?.leave()
  await services.close()
})
afterEach(() => services.reset())

/** @param more what makes its page another one: there, no script of the service has run yet. */
const mount = async (name: StandInName, attributes = 'controls muted', inside = '', more = ''): Promise<void> => {
  const src = services.of(name).address('st60')
  await person.mount(
    `<div style="width: 640px"><yoke-player id="p" ${PATIENT} ${attributes} src="${src}">${inside}</yoke-player></div>`,
    {
      head: services.head + more
    }
  )
  await person.until('a media', () => document.querySelector('yoke-player')?.yoke.media)
}

/** Asks for playback, and does not wait for what comes of it. */
const start = (): Promise<void> =>
  person.page.run(() => {
    const player = document.querySelector('yoke-player')
    player?.play().catch(() => undefined)
  })
const play = async (): Promise<void> => {
  await start()
  await plays()
}
const plays = (): Promise<void> =>
  person.until('playback', () => {
    const { playing, started } = document.querySelector('yoke-player')?.yoke.states ?? {}
    return playing && started
  })
/** Whether keys are kept out of the frame, and what presses on it do. */
const shield = (): Promise<[boolean, string] | undefined> =>
  person.page.run(() => {
    const frame = document.querySelector('yoke-player')?.shadowRoot?.querySelector('iframe')
    return frame ? [frame.closest('[inert]') !== null, getComputedStyle(frame).pointerEvents] : undefined
  })
/** Waits until presses and keys go to the service itself. */
const opens = (): Promise<void> =>
  person.until('a frame that is open', () => {
    const frame = document.querySelector('yoke-player')?.shadowRoot?.querySelector('iframe')
    return frame && getComputedStyle(frame).pointerEvents === 'auto' && !frame.closest('[inert]')
  })
const faults = async (): Promise<string[]> => (await person.page.run(() => globalThis.notes)).faults
const expectNoErrors = async (): Promise<void> =>
  expect((await person.page.run(() => globalThis.notes)).errors).toEqual([])

describe.each(STAND_INS)('a clip of %s', name => {
  it('stays where it is: a frame that is moved to another window loads anew', async () => {
    await mount(name, 'controls muted picture-in-picture="player"')
    await person.until('all there is for windows', () => {
      const { ownWindow } = document.querySelector('yoke-player')?.yoke ?? {}
      return ownWindow || !('documentPictureInPicture' in globalThis)
    })
    expect(await person.page.run(() => document.querySelector('yoke-player')?.yoke.states.hasPictureInPicture)).toBe(
      false
    )
  })

  it('asks nothing of the service before a press, then plays under the player’s own controls', async () => {
    await mount(name, 'controls muted poster="/media/spring-tide.jpg"')
    await person.until('the bar', () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar .cell'))
    await person.until('the poster', () => {
      const image = document.querySelector('yoke-player')?.shadowRoot?.querySelector<HTMLImageElement>('.stage img')
      return image?.checkVisibility() && image.naturalWidth > 0
    })
    expect(services.of(name).service.asked).toEqual([])
    await person.click(part('centre-play'))
    await plays()
    expect(await person.page.run(() => document.querySelector('yoke-player')?.duration)).toBeCloseTo(60, 0)
    expect(
      await person.page.run(() =>
        document.querySelector('yoke-player')?.shadowRoot?.querySelector('.stage img')?.checkVisibility()
      )
    ).toBe(false)
    // A click on the picture is the player's, and not the frame's.
    await person.click('yoke-player')
    await person.until('a pause', () => document.querySelector('yoke-player')?.yoke.states.paused)
    await expectNoErrors()
  })

  it('has a frame with a title, and no more rights than it needs; keys and presses do not get into it', async () => {
    await mount(name)
    await play()
    const rights = await person.page.run(() => {
      const frame = document.querySelector('yoke-player')?.shadowRoot?.querySelector('iframe')
      return [Boolean(frame?.title), frame?.allow.includes('autoplay'), frame?.allow.includes('camera')]
    })
    expect(rights).toEqual([true, true, false])
    expect(await shield()).toEqual([true, 'none'])
  })

  it('opens a connection, and nothing more, when a pointer comes, where the page allows it', async () => {
    const links = (): Promise<unknown> =>
      person.page.run(() =>
        [...document.querySelectorAll<HTMLLinkElement>('link[rel=preconnect]')].map(({ href }) => href)
      )
    const come = (): Promise<void> =>
      person.page.run(() => {
        document.querySelector('yoke-player')?.dispatchEvent(new Event('pointerover', { bubbles: true }))
      })
    const { service } = services.of(name)
    await mount(name)
    await come()
    expect(await links()).toEqual([])
    await mount(name, 'controls muted preconnect')
    await come()
    expect(await links()).toEqual([`${service.address}/`])
    // A picture may still be fetched for the player before.
    expect(service.asked.filter(path => !path.startsWith('/media/'))).toEqual([])
    await person.page.run(() => document.querySelector('yoke-player')?.remove())
    await person.until('no connection', () => !document.querySelector('link[rel=preconnect]'))
  })

  it('is sought, set and read like a file', async () => {
    await mount(name)
    await play()
    const seen = await person.page.run(async () => {
      const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      const told: string[] = []
      for (const type of ['seeked', 'ratechange', 'volumechange']) player.addEventListener(type, () => told.push(type))
      player.currentTime = 30
      await new Promise(resolve => player.addEventListener('seeked', resolve, { once: true }))
      const at = player.currentTime
      await player.yoke.run('set-playback-rate', 1.5)
      // By the property: the command turns the sound on, and a browser may stop a frame then that nobody has pressed.
      player.volume = 0.4
      // What a service says meanwhile may be of a moment before.
      while (new Set(told).size < 3 || player.playbackRate !== 1.5)
        await new Promise(resolve => setTimeout(resolve, 15))
      const { playbackRate, volume, paused } = player
      return { at: Math.round(at), playbackRate, volume, paused }
    })
    expect(seen).toEqual({ at: 30, playbackRate: 1.5, volume: 0.4, paused: false })
  })

  it('has captions over it', async () => {
    const track = '<track default kind="captions" srclang="en" label="English" src="/media/spring-tide.en.vtt">'
    await mount(name, 'controls muted', track)
    await play()
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('seek', 5))
    await person.until('a caption', () => document.querySelector('yoke-player')?.yoke.snapshot.captionText)
  })

  it('a start that it wants a press for opens the service itself, and closes it again afterwards', async () => {
    services.of(name).service.behave({ press: true })
    await mount(name)
    await person.page.run(() => void document.querySelector('yoke-player')?.yoke.run('play'))
    await opens()
    expect(await person.page.run(() => document.querySelector('yoke-player')?.paused)).toBe(true)
    const ofOurs = (): Promise<(string | undefined)[]> =>
      person.page.run(() =>
        [...(document.querySelector('yoke-player')?.shadowRoot?.querySelectorAll('.over') ?? [])]
          .filter(piece => piece.checkVisibility())
          .map(({ className }) => className)
      )
    expect(await ofOurs()).toEqual([])
    await person.until('the fault', () => globalThis.notes.faults.includes('play-blocked: let nothing lie over it'))
    services.of(name).service.act('press')
    await plays()
    expect(await shield()).toEqual([true, 'none'])
  })

  it('an advertisement comes before it, and is the service’s own', async () => {
    services.of(name).service.behave({ advert: 1 })
    await mount(name)
    await start()
    await opens()
    await person.until('a wait', () => document.querySelector('yoke-player')?.yoke.states.waiting)
    await plays()
    expect(await shield()).toEqual([true, 'none'])
  })

  it('a frame that loads itself anew plays on where it was', async () => {
    await mount(name)
    await play()
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('seek', 20))
    await person.until('the place', () => (document.querySelector('yoke-player')?.currentTime ?? 0) > 20.3)
    services.of(name).service.act('reload')
    // Whether a frame without a press of its own may play is the engine's matter: the place is kept all the same.
    await person.until('the place again', () => {
      const player = document.querySelector('yoke-player')
      return player && !player.seeking && player.currentTime > 19 && player.readyState > 1
    })
    await expectNoErrors()
  })

  it.each<[string, Partial<Conduct>, string]>([
    ['one that is not there', { missing: true }, 'source-missing'],
    ['one that may not be shown elsewhere', { unshared: true }, 'source-denied']
  ])('%s is a fault', async (_, conduct, code) => {
    services.of(name).service.behave(conduct)
    await mount(name)
    await start()
    await person.until(
      'the fault',
      (wanted: string) => globalThis.notes.faults.some(each => each.startsWith(wanted)),
      code
    )
    expect(await person.page.run(() => document.querySelector('yoke-player')?.yoke.states.failed)).toBe(true)
    await expectNoErrors()
  })

  it('rude or slow, it does what it is asked for', async () => {
    services.of(name).service.behave({ rude: true, slow: 400 })
    await mount(name)
    await play()
    await person.page.run(() => void document.querySelector('yoke-player')?.pause())
    await person.until('a pause', () => document.querySelector('yoke-player')?.yoke.states.paused)
    expect(await person.page.run(() => document.activeElement?.localName)).not.toBe('iframe')
    await expectNoErrors()
  })

  it('leaves nothing behind, also in the middle of loading', async () => {
    await mount(name)
    await person.page.run(() => {
      void document
        .querySelector('yoke-player')
        ?.play()
        .catch(() => undefined)
      document.querySelector('yoke-player')?.remove()
    })
    await play_('another')
    await person.page.run(() => document.querySelector('yoke-player')?.remove())
    await person.until(
      'nothing left',
      () => !document.querySelector('iframe, script[src*="skerry"]') && !('skerryIsReady' in globalThis)
    )
    await expectNoErrors()
  })

  /** Puts a second player in, and plays it: the script is there by now, or on its way. */
  const play_ = async (id: string): Promise<void> => {
    await person.page.run(
      (address: string, id: string) => {
        const player = document.createElement('yoke-player')
        Object.assign(player, { id, muted: true })
        player.setAttribute('src', address)
        document.body.append(player)
        void player.play().catch(() => undefined)
      },
      services.of(name).address('tc12'),
      id
    )
    await plays()
  }
})

it('title and poster of the service serve where the page names none', async () => {
  const seen = (): Promise<unknown> =>
    person.page.run(() => {
      const { values, media } = document.querySelector('yoke-player')?.yoke ?? {}
      return [values?.title, media?.posterPort?.src]
    })
  await mount('lantern')
  await play()
  const { service } = services.of('lantern')
  await person.until('the title', () => document.querySelector('yoke-player')?.yoke.values.title)
  expect(await seen()).toEqual(['Spring tide at the quay', `${service.address}/media/spring-tide.jpg`])
  await mount('lantern', 'controls muted clip-title="Ours" poster="/media/tide-clock.jpg"')
  await play()
  expect(await seen()).toEqual(['Ours', expect.stringMatching(/\/media\/tide-clock\.jpg$/)])
})

it('qualities of a service fill a list and a menu, and are chosen by either', async () => {
  const list = '<select data-yoke-value="quality" data-yoke-when="has-qualities" hidden></select>'
  await mount('lantern', 'controls muted', list)
  expect(await person.page.run(() => document.querySelector('select')?.checkVisibility())).toBe(false)
  await play()
  const chosen = (): Promise<unknown> =>
    person.page.run(() => {
      const list = document.querySelector('select')
      const { values, media } = document.querySelector('yoke-player')?.yoke ?? {}
      return [[...(list?.options ?? [])].map(({ value }) => value).join(), list?.value, values?.quality, media?.quality]
    })
  await person.until('the list', () => document.querySelector('select')?.value)
  expect(await chosen()).toEqual(['low,middle,high', 'high', 'high', 'high'])
  await person.page.run(() => {
    const list = document.querySelector('select')
    if (list) list.value = 'low'
    list?.dispatchEvent(new Event('change', { bubbles: true }))
  })
  await person.until('the quality', () => document.querySelector('yoke-player')?.yoke.values.quality === 'low')
  await person.page.run(() =>
    document.querySelector('yoke-player')?.shadowRoot?.querySelector<HTMLElement>('[part~="settings"]')?.click()
  )
  await person.until('the item of the menu', () =>
    document
      .querySelector('yoke-player')
      ?.shadowRoot?.querySelector('[command="--set-quality"][value="middle"]')
      ?.dispatchEvent(new MouseEvent('click', { bubbles: true, composed: true }))
  )
  await person.until('the other quality', () => document.querySelector('select')?.value === 'middle')
  await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('set-quality', 'hihg'))
  expect(await faults()).toContainEqual(expect.stringContaining('quality-unknown'))
  await expectNoErrors()
})

it('a service whose script is refused is a fault that names what to allow', async () => {
  services.of('skerry').service.behave({ blocked: true })
  await mount('skerry', 'controls muted', '', '<!-- refused -->')
  await start()
  await person.until('the fault', () => globalThis.notes.faults.some(each => each.startsWith('service-unreachable')))
  expect((await faults()).join()).toContain('let script-src and frame-src allow http://127.0.0.1')
  services.of('skerry').service.behave({ blocked: false })
  await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('retry'))
  await play()
})

it('a function that the page has for itself under the service’s name is called, and stays', async () => {
  await person.mount('', { head: `${services.head}<!-- its own function -->` })
  await person.page.run((address: string) => {
    const page = globalThis as unknown as { skerryIsReady?: () => void; called?: number }
    page.called = 0
    page.skerryIsReady = () => {
      page.called = (page.called ?? 0) + 1
    }
    for (const id of ['a', 'b']) {
      const player = document.createElement('yoke-player')
      Object.assign(player, { id, muted: true })
      player.setAttribute('src', address)
      document.body.append(player)
      void player.play().catch(() => undefined)
    }
  }, services.of('skerry').address('tc12'))
  await person.until('both', () =>
    [...document.querySelectorAll('yoke-player')].every(player => player.yoke.states.started)
  )
  expect(await person.page.run(() => (globalThis as unknown as { called: number }).called)).toBe(1)
  expect(services.of('skerry').service.asked.filter(path => path === '/skerry-1.js')).toHaveLength(1)
  expect(await person.page.run(() => typeof (globalThis as { skerryIsReady?: unknown }).skerryIsReady)).toBe('function')
})

it('believes the frame’s own window alone', async () => {
  await mount('lantern')
  await play()
  const outcome = await person.page.run(async () => {
    const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
    const media = player.yoke.media as hosted.HostedMedia
    postMessage(JSON.stringify({ lantern: 2, tell: 'state', value: { is: 'out', why: 'broken' } }), '*')
    postMessage(JSON.stringify({ lantern: 2, tell: 'beat', value: { now: 55 } }), '*')
    await new Promise(resolve => setTimeout(resolve, 50))
    return [player.currentTime < 50, media.error === null]
  })
  expect(outcome).toEqual([true, true])
})
