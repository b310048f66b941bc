import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { CONTROL_NAMES } from '../../src/core/layout/layouts.ts'
import { CONTROLS_CSS } from '../../src/player/bar/styles.ts'
import { MEDIA_CSS } from '../../src/player/look/stage.ts'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person } from '../support/person.ts'
import { ALL, part, readyMade, SOUND } from '../support/ready-made.ts'
import { namesUnder } from '../support/samples.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const { mount, buttons, open, play } = readyMade(() => person)

const focusedName = (): Promise<string> =>
  person.page.run(() => {
    let active = document.activeElement
    while (active?.shadowRoot?.activeElement) active = active.shadowRoot.activeElement
    return active?.getAttribute('aria-label') ?? (active as HTMLElement | null)?.innerText.trim() ?? ''
  })

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

  it('leaves out what the author left out, and tells a misspelling', async () => {
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
    expect(await buttons('.centre')).toEqual(['Play'])
    await person.page.run(() =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector<HTMLElement>('.centre')?.focus()
    )
    await person.page.press('Enter')
    await person.until('playback', () => document.querySelector('yoke-player')?.yoke.states.playing)
    expect(await buttons('.centre')).toEqual([])
    expect(await focusedName()).not.toBe('')
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('seek', 'end'))
    await person.until('the end', () => document.querySelector('yoke-player')?.yoke.states.ended)
    await person.until('the way to begin again', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('[part~=centre-replay]')?.checkVisibility()
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
      // Words go again after a moment, which may be over when they are looked for.
      const status = player.shadowRoot?.querySelector('[role=status]') as Node
      new MutationObserver(() => notes.events.push(status.textContent ?? '')).observe(status, { childList: true })
    })
    await person.page.press('+')
    await person.until('the words', () => notes.events.includes('Volume 55%'))
    await person.page.press('q')
    await person.until('the words', () => notes.events.includes('Speed 1.25×'))
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
  expect(await buttons('.centre')).toEqual([])
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

describe('a hundred players', () => {
  it('draw controls only where they are near, and leave nothing behind', async () => {
    await person.put(
      Array.from(
        { length: 100 },
        () =>
          `<div style="height: 400px"><yoke-player controls><video preload="none" width="300" height="300" src="/media/tide-clock.webm"></video></yoke-player></div>`
      ).join('')
    )
    // A few at a time: the second may come with a later frame.
    await person.until('two bars', () =>
      [...document.querySelectorAll('yoke-player')]
        .slice(0, 2)
        .every(({ shadowRoot }) => shadowRoot?.querySelector('.cell'))
    )
    const drawn = await person.page.run(
      () => [...document.querySelectorAll('yoke-player')].filter(player => player.shadowRoot).length
    )
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
    await mount(`layouts='${ALL.replace('{', '{"places":{"top-end":[]},')}'`)
    await open('settings')
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('show-shortcuts'))
    await person.until('a place', () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.place'))
    await person.until('the list', () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.shortcuts'))
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.configure({ tracks: [{ text: 'WEBVTT' }] }))
    await person.until('the place of captions', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('[part=captions]')
    )
    // As where there is something to choose.
    await person.page.run(() => {
      const { yoke } = document.querySelector('yoke-player') ?? {}
      Object.defineProperty(yoke?.media, 'qualities', { value: ['180p', '360p'] })
      yoke?.refresh()
    })
    await person.until('the choices', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('[part=quality]')
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
    const written = namesUnder(PAGE, 'Slots').filter(name => name !== 'icon-play' && name !== 'cover')
    expect([...written].sort()).toEqual(others.sort())
    const known = namesUnder(PAGE, 'Parts').filter(name => name !== 'media' && name !== 'cover')
    expect([...known].sort()).toEqual(
      [...new Set([...parts, 'menu-item', 'menu-label', 'menu-mark', 'menu-heading', 'panel'])].sort()
    )
  })
})
