import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { CONTROL_NAMES } from '../../src/core/layout/layouts.ts'
import { CONTROLS_CSS } from '../../src/player/bar/styles.ts'
import { MEDIA_CSS } from '../../src/player/stage.ts'
import { axeFindings } from '../support/axe.ts'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person } from '../support/person.ts'
import { namesUnder } from '../support/samples.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const ALL = JSON.stringify([{ rows: CONTROL_NAMES.map(name => [name]) }])
const SOUND = '<audio muted preload="auto" src="/media/bell-buoy.webm"></audio>'
/** Where a part of the first player is. */
const part = (name: string): string => `yoke-player >>> [part~="${name}"]`

const mount = async (attributes = '', inside = CLIP, width = 800, page = ''): Promise<void> => {
  await person.mount(
    `<main ${page}><div style="width: ${width}px"><yoke-player id="p" controls ${attributes}>${inside}</yoke-player></div></main>`
  )
  await person.until('the bar', () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar .cell'))
  await person.until('data', () => (document.querySelector('yoke-player')?.readyState ?? 0) >= 2)
}
/** The names of the buttons that can be seen, in their order. */
const buttons = (selector = '.bar .row button'): Promise<string[]> =>
  person.page.run((wanted: string) => {
    const shown = (element: Element): boolean => element.checkVisibility()
    const nameOf = (button: Element): string =>
      button.getAttribute('aria-label') ??
      [...button.querySelectorAll('.label')].find(label => label.parentElement && shown(label.parentElement))
        ?.textContent ??
      button.textContent ??
      ''
    return [...(document.querySelector('yoke-player')?.shadowRoot?.querySelectorAll(wanted) ?? [])]
      .filter(shown)
      .map(nameOf)
  }, selector)
const open = async (name: string): Promise<void> => {
  await person.click(part(name))
  await person.until('the menu', () =>
    document.querySelector('yoke-player')?.shadowRoot?.querySelector(':popover-open [role^=menuitem]')
  )
}
const focusedName = (): Promise<string> =>
  person.page.run(() => {
    let active = document.activeElement
    while (active?.shadowRoot?.activeElement) active = active.shadowRoot.activeElement
    return active?.getAttribute('aria-label') ?? (active as HTMLElement | null)?.innerText.trim() ?? ''
  })
const play = async (): Promise<void> => {
  await person.page.run(() => void document.querySelector('yoke-player')?.play())
  await person.until('playback', () => document.querySelector('yoke-player')?.yoke.states.playing)
}
/** A piece of a page has neither a heading nor landmarks. */
const violations = (): Promise<readonly string[]> =>
  axeFindings(person.page, { without: ['page-has-heading-one', 'region'] })

describe('the layout', () => {
  it.each<[number, string[]]>([
    [320, ['Play', 'Mute', 'More', 'Full screen']],
    [500, ['Play', 'Mute', 'More', 'Full screen']],
    [800, ['Play', 'Back 10 seconds', 'Forward 10 seconds', 'Mute', 'Speed', 'Floating window', 'More', 'Full screen']]
  ])('of a player %d px wide', async (width, names) => {
    await mount('', CLIP.replace('muted', ''), width)
    const floats = await person.page.run(() => document.pictureInPictureEnabled === true)
    expect(await buttons()).toEqual(names.filter(name => floats || name !== 'Floating window'))
    const inside = await person.page.run(() => {
      const player = document.querySelector('yoke-player') as HTMLElement
      const edge = player.getBoundingClientRect()
      return [...(player.shadowRoot?.querySelectorAll('.bar, .row button, .slider') ?? [])].every(element => {
        const { left, right, width } = element.getBoundingClientRect()
        return width === 0 || (left >= edge.left - 0.5 && right <= edge.right + 0.5)
      })
    })
    expect(inside).toBe(true)
  })

  it('what has no room goes into the menu, and comes back', async () => {
    await mount(
      `layouts='[{"rows":[["play-pause","restart","skip","loop","seek-bar","clock","fullscreen"]]}]'`,
      CLIP,
      600
    )
    const before = await buttons()
    expect(before).not.toContain('More')
    await person.page.run(() => {
      document.querySelector('#p')?.parentElement?.setAttribute('style', 'width: 230px')
    })
    await person.until('the menu button', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('[part~=settings]')?.checkVisibility()
    )
    await open('settings')
    const items = await buttons('.menu [role^=menuitem]')
    expect(items).toEqual(expect.arrayContaining(['From the start', 'Repeat']))
    await person.page.press('Escape')
    await person.page.run(() => {
      document.querySelector('#p')?.parentElement?.setAttribute('style', 'width: 600px')
    })
    await person.until(
      'the whole bar',
      () => !document.querySelector('yoke-player')?.shadowRoot?.querySelector('[part~=settings]')?.checkVisibility()
    )
    expect(await buttons()).toEqual(before)
  })

  it('leaves out what the author left out, and says a slip', async () => {
    await mount('without="playback-rate fulscreen muted volume"')
    expect(await buttons()).not.toContain('Speed')
    expect((await person.page.run(() => globalThis.notes)).faults).toEqual([
      'control-unknown: did you mean fullscreen?'
    ])
  })

  it('of the author, wrongly written, is a fault, and that of the house serves', async () => {
    await mount(`layouts='[{"rows":[["play-puase"]]}]'`)
    expect(await buttons()).toContain('Play')
    expect((await person.page.run(() => globalThis.notes)).faults).toEqual([
      'control-unknown: did you mean play-pause?'
    ])
  })

  it('by script wins', async () => {
    await mount(`layouts='[{"rows":[["stop"]]}]'`)
    await person.page.run(() => {
      const player = document.querySelector('yoke-player')
      if (player) player.layouts = [{ rows: [['restart']] }]
    })
    await person.until('the other bar', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('[part~=restart]')
    )
    expect(await buttons()).toEqual(['From the start'])
  })
})

describe('an author’s own piece', () => {
  it('takes the place of one, and works; the rest stays', async () => {
    await mount(
      '',
      `${CLIP}<button type="button" id="mine" slot="play-pause" command="--play-pause">Go</button><b slot="bar-end" id="beside">x</b>`
    )
    expect(await buttons()).not.toContain('Play')
    await person.click('#mine')
    await person.until('playback', () => document.querySelector('yoke-player')?.yoke.states.playing)
    const { x, y } = await person.box('#beside')
    const bar = await person.box(part('bar'))
    expect(x > bar.x && y > bar.y && y < bar.y + bar.height).toBe(true)
  })

  it('is styled through parts and properties', async () => {
    await mount('style="--yoke-accent: rgb(1, 2, 3)"')
    await person.page.run(() => {
      const sheet = new CSSStyleSheet()
      sheet.replaceSync('yoke-player::part(bar) { border-radius: 33px }')
      document.adoptedStyleSheets.push(sheet)
    })
    expect(
      await person.page.run(() =>
        ['.bar', '.played'].map(inner => {
          const piece = document.querySelector('yoke-player')?.shadowRoot?.querySelector(inner) as Element
          return getComputedStyle(piece)[inner === '.bar' ? 'borderTopLeftRadius' : 'backgroundColor']
        })
      )
    ).toEqual(['33px', 'rgb(1, 2, 3)'])
  })
})

describe('menus', () => {
  it('of rates by pointer: chosen, checked, closed; the press that closes it means nothing to the picture', async () => {
    await mount()
    await open('playback-rate')
    expect(await buttons('.menu [aria-checked=true]')).toEqual(['1×'])
    await person.click('yoke-player >>> [role=menuitemradio][value="1.5"]')
    await person.until('the rate', () => document.querySelector('video')?.playbackRate === 1.5)
    await person.until(
      'a closed menu',
      () => !document.querySelector('yoke-player')?.shadowRoot?.querySelector(':popover-open')
    )
    await open('playback-rate')
    expect(await buttons('.menu [aria-checked=true]')).toEqual(['1.5×'])
    const { x, y } = await person.box('video')
    await person.page.move(x + 60, y + 60)
    await person.page.down()
    await person.page.up()
    await person.until(
      'a closed menu',
      () => !document.querySelector('yoke-player')?.shadowRoot?.querySelector(':popover-open')
    )
    expect((await person.page.run(() => globalThis.notes)).commands).toEqual(['set-playback-rate 1.5'])
  })

  it('by keyboard: arrows, ends, first letters, Escape gives focus back', async () => {
    await mount('playback-rates="0.5 1 2"')
    await person.page.run(() =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector<HTMLElement>('[part~=playback-rate]')?.focus()
    )
    await person.page.press('Enter')
    await person.until('the menu', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector(':popover-open')
    )
    const trail = [await focusedName()]
    for (const key of ['ArrowDown', 'ArrowDown', 'End', 'Home', 'ArrowUp', '1']) {
      await person.page.press(key)
      trail.push(await focusedName())
    }
    expect(trail).toEqual(['1×', '2×', '0.5×', '2×', '0.5×', '2×', '1×'])
    expect(
      await person.page.run(
        () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('[part~=playback-rate]')?.ariaExpanded
      )
    ).toBe('true')
    await person.page.press('Escape')
    await person.until(
      'focus back on the button',
      () =>
        document.querySelector('yoke-player')?.shadowRoot?.activeElement?.localName === 'button' &&
        !document.querySelector('yoke-player')?.shadowRoot?.activeElement?.closest('.menu')
    )
    expect(
      await person.page.run(() => {
        const active = document.querySelector('yoke-player')?.shadowRoot?.activeElement
        return [active?.getAttribute('part'), active?.ariaExpanded]
      })
    ).toEqual(['button playback-rate', 'false'])
  })

  it('? opens the list of keys, and Escape closes it', async () => {
    await mount()
    await person.page.run(() => document.querySelector<HTMLElement>('yoke-player')?.focus())
    await person.page.press('?')
    await person.until('the list', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('.shortcuts:popover-open')
    )
    expect(await person.text('yoke-player >>> .shortcuts tr')).toMatch(/^Space bar\s+Play \/ Pause$/)
    expect(await focusedName()).toBe('Close')
    await person.page.press('Escape')
    await person.until('no list', () => !document.querySelector('yoke-player')?.shadowRoot?.querySelector('.shortcuts'))
  })
})

describe('what lies over the picture', () => {
  it('the big button begins, and gives its focus on; at the end another plays again', async () => {
    await mount()
    expect(await buttons('.big')).toEqual(['Play'])
    await person.page.run(() =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector<HTMLElement>('.big')?.focus()
    )
    await person.page.press('Enter')
    await person.until('playback', () => document.querySelector('yoke-player')?.yoke.states.playing)
    expect(await buttons('.big')).toEqual([])
    expect(await focusedName()).not.toBe('')
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('seek', 'end'))
    await person.until('the end', () => document.querySelector('yoke-player')?.yoke.states.ended)
    await person.until('the way to begin again', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('[part~=big-replay]')?.checkVisibility()
    )
    expect(await buttons('.row [part~=play-pause]')).toEqual(['Play again'])
  })

  it('a panel on pause, after the first play', async () => {
    await mount('', `${CLIP}<p slot="on-pause" id="words">High water</p>`)
    const seen = (): Promise<boolean | undefined> =>
      person.page.run(() => document.querySelector('#words')?.checkVisibility())
    expect(await seen()).toBe(false)
    await play()
    expect(await seen()).toBe(false)
    await person.page.run(() => document.querySelector('video')?.pause())
    await person.until('the panel', () => document.querySelector('#words')?.checkVisibility())
  })

  it('a fault in words, and a way on', async () => {
    await person.mount('<yoke-player controls><video muted playsinline src="/media/late.webm"></video></yoke-player>')
    await person.until('the fault', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('.fault')?.checkVisibility()
    )
    expect(await person.text(part('fault-text'))).toContain('This is no longer here')
    person.server.alias('/media/late.webm', '/media/tide-clock.webm')
    await person.click(part('way-on'))
    await person.until('playback', () => (document.querySelector('video')?.currentTime ?? 0) > 0.2)
    expect(
      await person.page.run(() =>
        document.querySelector('yoke-player')?.shadowRoot?.querySelector('.fault')?.checkVisibility()
      )
    ).toBe(false)
  })

  it('the sign for waiting comes only after a moment', async () => {
    await mount()
    const delay = await person.page.run(() => {
      const busy = document.querySelector('yoke-player')?.shadowRoot?.querySelector('.busy') as HTMLElement
      const hidden = busy.hidden
      busy.hidden = false
      const { animationDelay, animationFillMode } = getComputedStyle(busy)
      busy.hidden = hidden
      return [hidden, animationDelay, animationFillMode]
    })
    expect(delay).toEqual([true, '0.6s', 'both'])
  })

  it('what a key has changed is said in words', async () => {
    await mount()
    await person.page.run(() => {
      const player = document.querySelector('yoke-player') as HTMLElement & { muted: boolean; volume: number }
      Object.assign(player, { muted: false, volume: 0.5 })
      player.focus()
    })
    await person.page.press('+')
    await person.until(
      'the words',
      () =>
        document.querySelector('yoke-player')?.shadowRoot?.querySelector('[role=status]')?.textContent === 'Volume 55%'
    )
    await person.page.press('q')
    await person.until(
      'the words',
      () =>
        document.querySelector('yoke-player')?.shadowRoot?.querySelector('[role=status]')?.textContent === 'Speed 1.25×'
    )
  })

  it('hides while nobody is there, and takes no clicks then', async () => {
    await mount('hide-after="0.2"')
    await person.page.move(5, 790)
    await play()
    await person.until('a hidden bar', () => {
      const bar = document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar') as Element
      return getComputedStyle(bar).opacity === '0' && getComputedStyle(bar).pointerEvents === 'none'
    })
    const { x, y } = await person.box('video')
    // What is shown for 0.2 s may hide again unseen.
    await person.page.run(() => document.querySelector('yoke-player')?.setAttribute('hide-after', '60'))
    await person.page.move(x + 40, y + 40)
    await person.until(
      'the bar',
      () =>
        getComputedStyle(document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar') as Element)
          .opacity === '1'
    )
  })
})

it('around sound it is a bar alone', async () => {
  await mount('clip-title="Bell buoy"', SOUND)
  expect(await buttons()).toEqual(['Play', 'Back 10 seconds', 'Forward 10 seconds', 'Sound on', 'Speed', 'More'])
  expect(await buttons('.big')).toEqual([])
  const { height } = await person.box('yoke-player')
  expect(height).toBeLessThan(70)
  await person.click(part('play-pause'))
  await person.until('playback', () => document.querySelector('yoke-player')?.yoke.states.playing)
})

it('an address of sound makes an <audio>, any other a <video>', async () => {
  await person.mount(
    '<yoke-player controls src="/media/bell-buoy.m4a"></yoke-player><yoke-player controls src="/media/tide-clock.webm"></yoke-player>'
  )
  expect(
    await person.page.run(() =>
      [...document.querySelectorAll('yoke-player')].map(
        ({ shadowRoot }) => shadowRoot?.querySelector('audio, video')?.localName
      )
    )
  ).toEqual(['audio', 'video'])
})

describe('languages', () => {
  it.each<[string, string, string]>([
    ['ar', 'تشغيل', 'رجوع 10'],
    ['ar-EG', 'تشغيل', 'رجوع'],
    ['ja', '再生', '10 秒戻る'],
    ['xx', 'Play', 'Back 10 seconds']
  ])('%s', async (lang, first, second) => {
    await mount('', CLIP, 800, `lang="${lang}"`)
    const [play, back = ''] = await buttons()
    expect(play).toBe(first)
    // Engines differ in the figures of Arabic.
    expect(back.replace('١٠', '10')).toContain(second)
  })

  it('follow the page, and words of the author’s', async () => {
    await mount()
    await person.page.run(() => {
      document.documentElement.lang = 'ja'
    })
    await person.until(
      'Japanese',
      () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.label')?.textContent === '再生'
    )
    await person.page.run(() => {
      globalThis.yokewright.defineWords('en', { play: 'Let it run' })
      document.documentElement.lang = 'en'
    })
    await person.until(
      'the author’s word',
      () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.label')?.textContent === 'Let it run'
    )
  })

  it('from right to left the bar begins at the right', async () => {
    await mount('', CLIP, 800, 'lang="ar" dir="rtl"')
    const play = await person.box(part('play-pause'))
    const full = await person.box(part('fullscreen'))
    expect(play.x).toBeGreaterThan(full.x)
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('show-shortcuts'))
    await person.until('the list', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('.shortcuts:popover-open')
    )
    expect(await person.text('yoke-player >>> .shortcuts tr:nth-child(2)')).toMatch(/^→\s+رجوع/)
    await person.page.press('Escape')
    const track = await person.box(part('track'))
    await person.page.move(track.x + track.width * 0.75, track.y + track.height / 2)
    await person.page.down()
    await person.page.up()
    await person.until('a quarter', () => Math.abs((document.querySelector('video')?.currentTime ?? 0) - 3) < 0.2)
  })
})

describe('accessibility', () => {
  it.each<[string, string, string, number, string]>([
    ['wide', '', CLIP, 800, ''],
    ['narrow', '', CLIP, 320, ''],
    ['sound', '', SOUND, 800, ''],
    ['right to left', '', CLIP, 800, 'lang="ar" dir="rtl"'],
    ['every control there is', `layouts='${ALL}' frame-rate="25"`, CLIP, 800, '']
  ])('axe finds nothing: %s', async (_, attributes, inside, width, page) => {
    await mount(attributes, inside, width, page)
    expect(await violations()).toEqual([])
    await open('settings')
    expect(await violations()).toEqual([])
  })

  it('every control is reached by Tab, once, and its focus can be seen', async () => {
    await mount('', CLIP.replace('muted', ''))
    await person.page.run(() => document.querySelector<HTMLElement>('yoke-player')?.focus())
    const trail: string[] = []
    const outlines: boolean[] = []
    for (let stop = 0; stop < 20; stop += 1) {
      await person.page.press('Tab')
      const seen = await person.page.run(() => {
        const active = document.querySelector('yoke-player')?.shadowRoot?.activeElement
        if (!active) return undefined
        const shown = active.matches('input') ? (active.parentElement?.querySelector('.handle') ?? active) : active
        return {
          name: active.getAttribute('aria-label') ?? active.getAttribute('part') ?? '',
          outlined: getComputedStyle(shown).outlineStyle !== 'none'
        }
      })
      if (seen) {
        trail.push(seen.name)
        outlines.push(seen.outlined)
      }
      // On from the last one focus would leave the page.
      if (seen?.name === 'button fullscreen') break
    }
    const floats = await person.page.run(() => document.pictureInPictureEnabled === true)
    expect(trail).toEqual(
      [
        'Play',
        'Position',
        'button play-pause',
        'button skip-back',
        'button skip-forward',
        'button muted',
        'Volume',
        'button playback-rate',
        'button picture-in-picture',
        'button settings',
        'button fullscreen'
      ].filter(name => floats || name !== 'button picture-in-picture')
    )
    expect(outlines.every(Boolean)).toBe(true)
  })

  it('the player is a group with its title; its sliders say where they are', async () => {
    await mount('clip-title="Tide clock"', CLIP.replace('muted', ''))
    await person.page.run(async () => {
      const player = document.querySelector('yoke-player')
      await player?.yoke.run('seek', 3)
      for (const input of player?.shadowRoot?.querySelectorAll('input') ?? []) input.focus()
      player?.shadowRoot?.querySelector('input')?.focus()
    })
    await person.until('the words', () =>
      document
        .querySelector('yoke-player')
        ?.shadowRoot?.querySelector('input')
        ?.getAttribute('aria-valuetext')
        ?.startsWith('3 seconds of 12 seconds')
    )
    expect(
      await person.page.run(() =>
        [...(document.querySelector('yoke-player')?.shadowRoot?.querySelectorAll('input') ?? [])].map(input => [
          input.ariaLabel,
          input.getAttribute('aria-valuetext')
        ])
      )
    ).toEqual([
      ['Position', '3 seconds of 12 seconds'],
      ['Volume', '100%']
    ])
  })
})

describe('every command of the bar', () => {
  const COMMANDS = [
    'play-pause',
    'skip -10',
    'skip 10',
    'toggle-muted',
    'set-playback-rate 2',
    'toggle-loop',
    'toggle-fullscreen'
  ]

  it('by keyboard alone', async () => {
    await mount('', CLIP.replace('muted', ''))
    const pressOn = async (name: string, ...keys: string[]): Promise<void> => {
      await person.page.run(
        (wanted: string) =>
          document
            .querySelector('yoke-player')
            ?.shadowRoot?.querySelector<HTMLElement>(`.row [part~="${wanted}"]`)
            ?.focus(),
        name
      )
      for (const key of keys) await person.page.press(key)
    }
    await pressOn('play-pause', ' ')
    await pressOn('skip-back', 'Enter')
    await pressOn('skip-forward', 'Enter')
    await pressOn('muted', ' ')
    await pressOn('playback-rate', 'Enter', 'End', 'Enter')
    await pressOn('settings', 'Enter', 'Enter')
    await pressOn('fullscreen', 'Enter')
    expect((await person.page.run(() => globalThis.notes)).commands).toEqual(COMMANDS)
  })

  it('by touch alone', async () => {
    await mount('hide-after="never"', CLIP.replace('muted', ''))
    await person.tap(part('play-pause'))
    await person.tap(part('skip-back'))
    await person.tap(part('skip-forward'))
    await person.tap(part('muted'))
    await person.tap(part('playback-rate'))
    await person.until('the menu', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector(':popover-open')
    )
    await person.tap('yoke-player >>> [role=menuitemradio][value="2"]')
    await person.until('the rate', () => document.querySelector('video')?.playbackRate === 2)
    await person.tap(part('settings'))
    await person.until('the menu', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector(':popover-open [command="--toggle-loop"]')
    )
    await person.tap('yoke-player >>> [role=menuitemcheckbox][command="--toggle-loop"]')
    await person.tap(part('fullscreen'))
    await person.until('the last one', () => globalThis.notes.commands.includes('toggle-fullscreen'))
    expect((await person.page.run(() => globalThis.notes)).commands).toEqual(COMMANDS)
  })
})

describe('a hundred players', () => {
  it('draw controls only where they are near, and leave nothing behind', async () => {
    await person.put(
      Array.from(
        { length: 100 },
        () =>
          `<div style="height: 400px"><yoke-player controls><video preload="none" width="300" height="300" src="/media/tide-clock.webm"></video></yoke-player></div>`
      ).join('')
    )
    await person.until('the first bar', () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.cell'))
    const drawn = await person.page.run(
      () => [...document.querySelectorAll('yoke-player')].filter(player => player.shadowRoot).length
    )
    expect(drawn).toBeGreaterThan(1)
    expect(drawn).toBeLessThan(8)
    await person.page.run(() => document.querySelectorAll('yoke-player')[60]?.scrollIntoView())
    await person.until('a bar further down', () =>
      document.querySelectorAll('yoke-player')[60]?.shadowRoot?.querySelector('.cell')
    )
  })

  it('controls come and go with the attribute', async () => {
    await mount('', CLIP.replace('<video', '<video controls'))
    await person.page.run(() => document.querySelector('yoke-player')?.removeAttribute('controls'))
    await person.until('the browser’s', () => document.querySelector('video')?.controls)
    expect(
      await person.page.run(() => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar'))
    ).toBeNull()
    await person.page.run(() => document.querySelector('yoke-player')?.setAttribute('controls', ''))
    await person.until('ours', () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar'))
    expect(await person.page.run(() => document.querySelector('video')?.controls)).toBe(false)
  })
})

it('debug outlines the player and what drives it', async () => {
  await mount('debug', `${CLIP}<button type="button" id="own" command="--restart">x</button>`)
  await person.until('the outline', () =>
    document.querySelector('#own')?.getAttribute('data-yoke-debug')?.endsWith('.webm')
  )
  expect(
    await person.page.run(() => [
      document.querySelector('#own')?.getAttribute('data-yoke-debug'),
      getComputedStyle(document.querySelector('#own') as Element).outlineStyle
    ])
  ).toEqual(['restart → #p tide-clock.webm', 'dashed'])
  await person.page.run(() => document.querySelector('yoke-player')?.removeAttribute('debug'))
  await person.until('no outline', () => !document.querySelector('[data-yoke-debug]'))
})

describe('the anatomy in the reference', () => {
  const PAGE = 'docs/reference/ready-made.md'

  it('names every control and property', () => {
    expect(namesUnder(PAGE, 'Controls')).toEqual(CONTROL_NAMES)
    const properties = [
      ...new Set([...(MEDIA_CSS + CONTROLS_CSS).matchAll(/var\((--yoke-[\w-]+)/g)].map(([, name = '']) => name))
    ]
    expect([...namesUnder(PAGE, 'Properties')].sort()).toEqual(properties.sort())
  })

  it('names every slot and part that is there', async () => {
    await mount(`layouts='${ALL}'`)
    await open('settings')
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('show-shortcuts'))
    await person.until('the list', () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.shortcuts'))
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.configure({ tracks: [{ text: 'WEBVTT' }] }))
    await person.until('the place of captions', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('[part=captions]')
    )
    const seen = async (): Promise<{ slots: string[]; parts: string[] }> =>
      person.page.run(() => {
        const shadow = document.querySelector('yoke-player')?.shadowRoot as ShadowRoot
        return {
          slots: [...shadow.querySelectorAll('slot[name]')].map(slot => slot.getAttribute('name') ?? ''),
          parts: [...shadow.querySelectorAll('[part]')].map(
            element => element.getAttribute('part')?.split(' ')[0] ?? ''
          )
        }
      })
    const first = await seen()
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('show-caption-looks'))
    await person.until('the looks', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('.caption-looks')
    )
    const second = await seen()
    const slots = [...first.slots, ...second.slots]
    const parts = [...first.parts, ...second.parts]
    const controls = new Set<string>([...CONTROL_NAMES, 'skip-back', 'skip-forward', 'step-back', 'step-forward'])
    const others = [
      ...new Set(slots.filter(name => !controls.has(name) && !name.startsWith('icon-') && !name.startsWith('away-')))
    ]
    const written = namesUnder(PAGE, 'Slots').filter(name => name !== 'icon-play')
    expect([...written].sort()).toEqual(others.sort())
    const known = namesUnder(PAGE, 'Parts').filter(name => name !== 'media')
    expect([...known].sort()).toEqual([...new Set([...parts, 'menu-item', 'menu-heading'])].sort())
  })
})
