import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine(), { fresh: true })
})
afterAll(() => person?.leave())

const button = (id: string, command: string, value = '', more = ''): string =>
  `<button type="button" id="${id}" command="--${command}" ${value && `value="${value}"`} ${more}>${id}</button>`
const mount = async (controls: string, attributes = '', media = CLIP): Promise<void> => {
  await person.mount(`<yoke-player id="p" ${attributes}>${media}<div>${controls}</div></yoke-player>`)
  await person.until('data', () => (document.querySelector('video')?.readyState ?? 0) >= 2)
}
const play = async (): Promise<void> => {
  await person.page.run(() => void document.querySelector('yoke-player')?.play())
  await person.until('playback', () => document.querySelector('yoke-player')?.yoke.states.playing)
}
const faults = async (): Promise<string[]> => (await person.page.run(() => globalThis.notes)).faults

describe('keys', () => {
  const FIELDS = `${button('b', 'restart')}<input id="text" aria-label="Text"><input id="r" type="range" data-yoke-value="volume" aria-label="Volume"><p id="edit" contenteditable>x</p>`

  it.each<[string, string, string, 'Control' | undefined, string[]]>([
    ['on a button', '#b', 'm', undefined, ['toggle-muted']],
    ['the space bar on a button is the button’s', '#b', ' ', undefined, ['restart']],
    ['the space bar on the player', 'yoke-player', ' ', undefined, ['play-pause']],
    ['an arrow on the player', 'yoke-player', 'ArrowRight', undefined, ['skip 5']],
    ['an arrow on a slider is the slider’s', '#r', 'ArrowLeft', undefined, ['set-volume 0.95']],
    ['a letter on a slider', '#r', 'm', undefined, ['toggle-muted']],
    ['a field that is typed into', '#text', 'm', undefined, []],
    ['text that is edited', '#edit', 'm', undefined, []],
    ['with a modifier', '#b', 'm', 'Control', []],
    ['up and down scroll the page', '#b', 'ArrowDown', undefined, []],
    ['a command that cannot run here', '#b', 'n', undefined, []],
    ['focus outside', '#outside', 'm', undefined, []]
  ])('%s', async (_, focus, key, modifier, wanted) => {
    await person.mount(
      `<yoke-player id="p">${CLIP}${FIELDS}</yoke-player><button type="button" id="outside">x</button>`
    )
    await person.until('data', () => (document.querySelector('video')?.readyState ?? 0) >= 2)
    await person.page.run(async (selector: string) => {
      await document.querySelector('yoke-player')?.yoke.run('unmute')
      globalThis.notes.commands.length = 0
      document.querySelector<HTMLElement>(selector)?.focus()
    }, focus)
    await person.page.press(key, modifier)
    expect((await person.page.run(() => globalThis.notes)).commands).toEqual(wanted)
  })

  it.each<[string, string[]]>([
    ['shortcuts="off"', []],
    ['shortcuts="Space"', []],
    ['shortcuts="m"', ['toggle-muted']]
  ])('%s', async (attributes, wanted) => {
    await mount(FIELDS, attributes)
    await person.page.run(() => document.querySelector<HTMLElement>('#b')?.focus())
    await person.page.press('m')
    expect((await person.page.run(() => globalThis.notes)).commands).toEqual(wanted)
  })

  it('can be others', async () => {
    await mount(FIELDS)
    await person.page.run(() => {
      document
        .querySelector('yoke-player')
        ?.yoke.configure({ shortcuts: [{ key: 'z', command: 'seek', value: '50%' }] })
      document.querySelector<HTMLElement>('#b')?.focus()
    })
    // Read with care, by a part that is loaded for that.
    await person.until('the keys', () => document.querySelector('yoke-player')?.yoke.settings.shortcuts?.length === 1)
    await person.page.press('m')
    await person.page.press('z')
    expect((await person.page.run(() => globalThis.notes)).commands).toEqual(['seek 50%'])
  })
})

describe('idle', () => {
  const idle = (wanted: boolean): Promise<void> =>
    person.until(
      wanted ? 'idle' : 'awake',
      (is: boolean) => document.querySelector('yoke-player')?.yoke.states.idle === is,
      wanted
    )

  it('comes while it plays and nobody is there, and goes with any sign of life', async () => {
    await mount(button('b', 'play-pause'), 'hide-after="0.3"')
    await person.page.move(600, 700)
    await play()
    await idle(true)
    expect(await person.page.run(() => document.querySelector('yoke-player')?.matches(':state(idle)'))).toBe(true)
    const { x, y } = await person.box('video')
    await person.page.move(x + 20, y + 20)
    await idle(false)
    await idle(true)
    await person.page.run(() => document.querySelector('video')?.pause())
    await idle(false)
  })

  it('does not come while what was reached by keyboard has focus, or a popover is open', async () => {
    await mount(`${button('b', 'play-pause')}<div popover id="menu">x</div>`, 'hide-after="0.1"')
    await person.page.run(() => document.querySelector<HTMLElement>('yoke-player')?.focus())
    const focused = (): Promise<string | undefined> => person.page.run(() => document.activeElement?.id)
    // Firefox stops at a video, too.
    for (let stops = 0; stops < 3 && (await focused()) !== 'b'; stops += 1) await person.page.press('Tab')
    await play()
    /** Whether the player stays awake while six times its patience is played. */
    const stays = async (): Promise<boolean> => {
      const from = await person.page.run(() => {
        const player = document.querySelector('yoke-player')
        const idles: true[] = []
        player?.yoke.subscribe(
          ({ states }) => states.idle,
          idle => idle && idles.push(true)
        )
        globalThis.kept = idles
        return player?.currentTime ?? 0
      })
      await person.until(
        'more of it',
        (start: number) => (document.querySelector('yoke-player')?.currentTime ?? 0) > start + 0.6,
        from
      )
      return person.page.run(() => (globalThis.kept as true[]).length === 0)
    }
    expect(await focused()).toBe('b')
    expect(await stays()).toBe(true)
    await person.page.run(() => {
      ;(document.activeElement as HTMLElement).blur()
      document.querySelector<HTMLElement>('#menu')?.showPopover()
    })
    expect(await stays()).toBe(true)
    await person.page.run(() => document.querySelector<HTMLElement>('#menu')?.hidePopover())
    await idle(true)
  })

  it('comes soon after a mouse has left', async () => {
    await mount('', 'hide-after="60"')
    const { x, y } = await person.box('video')
    await person.page.move(x + 20, y + 20)
    await play()
    await person.page.move(x + 30, y + 30)
    await person.page.move(x + 20, y + 700)
    await idle(true)
  })
})

describe('the media session', () => {
  it('is that of the player that plays, with its title, and goes with it', async () => {
    await mount('', 'clip-title="Tide clock"')
    await play()
    await person.until('the session', () => navigator.mediaSession.metadata?.title === 'Tide clock')
    expect(await person.page.run(() => navigator.mediaSession.playbackState)).toBe('playing')
    await person.page.run(() => document.querySelector('video')?.pause())
    await person.until('the pause', () => navigator.mediaSession.playbackState === 'paused')
    await person.page.run(() => document.querySelector('yoke-player')?.remove())
    await person.until('nobody', () => navigator.mediaSession.metadata === null)
  })

  it('of somebody else is left alone', async () => {
    await mount('', 'clip-title="Tide clock"')
    await person.page.run(() => {
      navigator.mediaSession.metadata = new MediaMetadata({ title: 'Theirs' })
    })
    await play()
    expect(await person.page.run(() => navigator.mediaSession.metadata?.title)).toBe('Theirs')
  })
})

it('inspect says what is so, what is coupled, and why something does not work', async () => {
  await mount(
    `${button('a', 'play-pause')}${button('s', 'step-frame', '1')}${button('l', 'seek-live')}<b id="v" data-yoke-when="ended">x</b>`
  )
  const seen = await person.page.run(async () => {
    const inspection = await document.querySelector('yoke-player')?.yoke.inspect()
    return {
      media: inspection?.media.endsWith('tide-clock.webm'),
      paused: inspection?.states.includes('paused'),
      length: Math.round(Number(inspection?.values.duration)),
      controls: inspection?.controls.map(({ element, is, why }) => `${element.id} ${is} ${why}`)
    }
  })
  expect(seen).toEqual({
    media: true,
    paused: true,
    length: 12,
    controls: [
      'a works ',
      's disabled A step by frames was asked for, and the frame rate is not known. write frame-rate="25"',
      expect.stringMatching(/^l hidden The command seek-live came/),
      'v hidden shown only when “ended”'
    ]
  })
})

it('moments, title and settings by script are read where they are shown', async () => {
  await mount('<b id="m" data-yoke-value="moment"></b><b id="t" data-yoke-value="title"></b>')
  await person.page.run(async () => {
    const yoke = document.querySelector('yoke-player')?.yoke
    yoke?.configure({
      title: 'Clock',
      moments: [
        { at: 5, label: 'High' },
        { at: '1:75', label: 'x' }
      ]
    })
    yoke?.configure({ title: 'Clock', moments: [{ at: 5, label: 'High' }] })
    await yoke?.run('seek', 6)
  })
  await person.until('the moment', () => document.querySelector<HTMLElement>('#m')?.innerText === 'High')
  expect(await person.text('#t')).toBe('Clock')
  expect(await faults()).toHaveLength(1)
})

it.each<[string, string]>([
  ['hide-after="soon"', 'setting-unreadable: write seconds above 0, or never'],
  ['playback-rates="fast"', 'setting-unreadable: write numbers above 0, as in playback-rates="0.75 1 1.5"'],
  ['frame-rate="x"', 'setting-unreadable: write frames a second, as in frame-rate="25"'],
  ['shortcuts="Spcae"', 'shortcut-unknown: did you mean Space?']
])('%s is a fault where the page hears it', async (attribute, wanted) => {
  await mount('', attribute)
  expect(await faults()).toEqual([wanted])
})
