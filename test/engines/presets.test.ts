import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { Preset } from '../../src/core/presets/preset.ts'
import { toHex } from '../../src/core/theme/look-css.ts'
import { derivePalette } from '../../src/core/theme/palette.ts'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person } from '../support/person.ts'
import { STORE_CASES } from '../support/store-cases.ts'

declare global {
  var heard: string[]
}

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const HEAD = '<script src="/dist/yokewright.presets.js" defer></script>'

/** Puts markup into a page with presets; those of the case before are gone. */
const mount = async (html: string): Promise<void> => {
  await person.mount('', { head: HEAD })
  await person.page.run(async () => {
    const { presetNames, removePreset } = yokewright.presets
    const own = presetNames().filter(name => !name.startsWith('house:'))
    await Promise.all(own.map(name => removePreset(name, { evenIfUsed: true })))
    return new Promise(resolve => setTimeout(resolve))
  })
  await person.mount(html, { head: HEAD })
}

const define = (...presets: readonly Preset[]): Promise<readonly unknown[]> =>
  person.page.run(
    async (...given: readonly Preset[]) => {
      const results = await Promise.all(given.map(preset => yokewright.presets.definePreset(preset)))
      await new Promise(resolve => setTimeout(resolve))
      return results.map(result => (result.ok ? 'ok' : result.fault.code))
    },
    ...presets
  )

/** What each player has of `hideAfter`. */
const hideAfter = (): Promise<readonly number[]> =>
  person.page.run(() => [...document.querySelectorAll('yoke-player')].map(({ yoke }) => yoke.settings.hideAfter))

const settles = (expected: readonly number[]): Promise<void> =>
  person.until(
    `${expected} in place`,
    (wanted: string) =>
      [...document.querySelectorAll('yoke-player')].map(({ yoke }) => yoke.settings.hideAfter).join() === wanted,
    expected.join()
  )

const ROW = ['play-pause', 'clock', 'gap', 'muted', 'settings', 'fullscreen'] as const
const player = (attributes = ''): string => `<yoke-player width="300" ${attributes}>${CLIP}</yoke-player>`

describe('other layouts', () => {
  it('show what plays, as those before did', async () => {
    const titled = { top: ['title' as const], rows: [['play-pause' as const]] }
    await mount(`<div style="inline-size: 480px">${player('controls clip-title="Spring tide"')}</div>`)
    await person.page.run(() => document.querySelector('yoke-player')?.setAttribute('preset', 'titled'))
    for (const rows of [titled, { ...titled, rows: [['clock' as const]] }]) {
      await define({ name: 'titled', layouts: [rows] })
      await person.until(
        'them',
        (control: string) =>
          document.querySelector('yoke-player')?.shadowRoot?.querySelector(`.row [part~="${control}"]`),
        rows.rows[0]?.[0] ?? ''
      )
      await person.until('its title', () =>
        document.querySelector('yoke-player')?.shadowRoot?.querySelector('span.title')?.checkVisibility()
      )
    }
  })
})

describe('readouts in another layout', () => {
  it('are as wide as what they show: none stands out of the bar', async () => {
    await mount(`<div style="inline-size: 230px">${player('controls')}</div>`)
    await person.page.run(() => document.querySelector('yoke-player')?.setAttribute('preset', 'clocks'))
    await define({ name: 'clocks', layouts: [{ rows: [['play-pause', 'fullscreen']] }] })
    await person.until('the first', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('.row .cell')
    )
    await define({ name: 'clocks', layouts: [{ rows: [[...ROW]] }] })
    await person.until('the clock', () =>
      document
        .querySelector('yoke-player')
        ?.shadowRoot?.querySelector('.row [part~="clock"]')
        ?.textContent?.includes('/')
    )
    await person.page.run(() => new Promise(requestAnimationFrame))
    const out = await person.page.run(() => {
      const root = document.querySelector('yoke-player')?.shadowRoot
      const end = root?.querySelector('.bar')?.getBoundingClientRect().right ?? 0
      return [...(root?.querySelectorAll('.row .cell:not([hidden])') ?? [])]
        .filter(cell => cell.getBoundingClientRect().right > end + 0.5)
        .map(cell => cell.className)
    })
    expect(out).toEqual([])
  })
})

describe('another look', () => {
  it('that gives controls less room, or makes them larger, lets none stand out of the bar', async () => {
    await mount(`<div style="inline-size: 300px">${player('controls')}</div>`)
    await person.page.run(() => document.querySelector('yoke-player')?.setAttribute('preset', 'wide'))
    for (const [property, look] of [
      ['--yoke-inset', { inset: 30 }],
      ['--yoke-control-size', { controlSize: 60 }]
    ] as const) {
      await define({ name: 'wide', layouts: [{ rows: [[...ROW]] }], look })
      await person.until(
        'the look',
        (name: string) => getComputedStyle(document.querySelector('yoke-player') as Element).getPropertyValue(name),
        property
      )
      await person.until('all within the bar', () => {
        const root = document.querySelector('yoke-player')?.shadowRoot
        const end = root?.querySelector('.bar')?.getBoundingClientRect().right ?? 0
        const cells = [...(root?.querySelectorAll('.row .cell:not([hidden])') ?? [])]
        return cells.length > 2 && cells.every(cell => cell.getBoundingClientRect().right <= end)
      })
    }
  })
})

describe('linking', () => {
  beforeEach(() => mount(''))

  it('is by the own name, else by the nearest around; an empty one cuts it', async () => {
    await person.page.run(
      (html: string) => {
        document.body.innerHTML = html
      },
      `${player('preset="own"')}<div preset="around">${player()}${player('preset=""')}${player('preset="own"')}</div>${player()}`
    )
    await define({ name: 'own', hideAfter: 5 }, { name: 'around', hideAfter: 7 })
    await settles([5, 7, 2.5, 5, 2.5])
    await person.page.run(() => document.querySelector('div')?.setAttribute('preset', 'own'))
    await settles([5, 5, 2.5, 5, 2.5])
    await person.page.run(() => {
      document.querySelector('div')?.removeAttribute('preset')
      document.querySelectorAll('yoke-player')[4]?.setAttribute('preset', 'around')
    })
    await settles([5, 2.5, 2.5, 5, 7])
  })

  it('reaches players that come later, those in shadow roots, and those that move', async () => {
    await define({ name: 'around', hideAfter: 7 })
    await person.page.run((html: string) => {
      document.body.innerHTML = '<section preset="around"><div></div></section>'
      const shadow = document.querySelector('div')?.attachShadow({ mode: 'open' })
      if (shadow) shadow.innerHTML = html
    }, player())
    const inShadow = (): Promise<number | undefined> =>
      person.page.run(
        () => document.querySelector('div')?.shadowRoot?.querySelector('yoke-player')?.yoke.settings.hideAfter
      )
    expect(await inShadow()).toBe(7)
    await person.page.run(() => {
      const moved = document.querySelector('div')?.shadowRoot?.querySelector('yoke-player')
      if (moved) document.body.append(moved)
    })
    await settles([2.5])
  })

  it('is by a clip too, and what the player says itself wins over the preset', async () => {
    await define({ name: 'lesson', hideAfter: 5, solo: true })
    await person.page.run((html: string) => {
      document.body.innerHTML = html
    }, player() + player('preset="lesson" hide-after="9"'))
    await person.page.run(() => {
      const [first] = document.querySelectorAll('yoke-player')
      if (first) first.clip = { sources: ['/media/bell-buoy.webm'], preset: 'lesson' }
    })
    await settles([5, 9])
    expect(await person.page.run(() => globalThis.notes.faults)).toEqual([])
  })

  it('is explained: who says it, and by way of which link', async () => {
    await person.page.run((html: string) => {
      document.body.innerHTML = html
    }, player('preset="lesson"'))
    await define({ name: 'base', hideAfter: 5 }, { name: 'lesson', extends: 'base', look: { accent: 'teal' } })
    await settles([5])
    expect(
      await person.page.run(() => {
        const { yoke } = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
        return [
          yoke.explain('hideAfter'),
          yoke.explain('look.accent'),
          yoke.explain('solo')?.origin,
          yoke.preset?.chain
        ]
      })
    ).toMatchObject([
      { value: 5, origin: 'preset', preset: 'base', linkedTo: 'lesson' },
      { value: 'teal', origin: 'preset', preset: 'lesson', linkedTo: 'lesson' },
      'library',
      ['lesson', 'base']
    ])
  })

  it('by script is of any yoke, and ends: a player then has again what it names itself', async () => {
    await define({ name: 'own', hideAfter: 5 }, { name: 'linked', hideAfter: 7 })
    await person.page.run(
      (html: string) => {
        document.body.innerHTML = html
        const yoke = yokewright.createYoke(document.querySelector('video') as HTMLVideoElement)
        const player = document.querySelector('yoke-player')
        const ends = [yoke, player?.yoke].flatMap(each => (each ? [yokewright.presets.linkPreset(each, 'linked')] : []))
        Object.assign(globalThis, { bare: yoke, end: () => ends.map(end => end()) })
      },
      `${CLIP}${player('preset="own"')}`
    )
    const conduct = (): Promise<unknown> =>
      person.page.run(() => {
        const { bare } = globalThis as unknown as {
          bare: { settings: { hideAfter: number }; preset?: { name: string } }
        }
        const { yoke } = document.querySelector('yoke-player') ?? {}
        return [bare.settings.hideAfter, bare.preset?.name, yoke?.settings.hideAfter, yoke?.preset?.name]
      })
    expect(await conduct()).toEqual([7, 'linked', 7, 'linked'])
    expect(await person.page.run(() => yokewright.presets.usersOfPreset('linked').length)).toBe(2)
    await define({ name: 'linked', hideAfter: 9 })
    expect(await conduct()).toEqual([9, 'linked', 9, 'linked'])
    await person.page.run(() => (globalThis as unknown as { end(): void }).end())
    expect(await conduct()).toEqual([2.5, '', 5, 'own'])
  })

  it('knows its users; one in use is not removed unsaid; a copy stays as it is', async () => {
    await person.page.run(
      (html: string) => {
        document.body.innerHTML = html
      },
      player('preset="lesson"') + player('preset="base"') + player('preset="copy"')
    )
    await define({ name: 'base', hideAfter: 5 }, { name: 'lesson', extends: 'base' })
    const seen = await person.page.run(async () => {
      const { copyPreset, removePreset, usersOfPreset } = yokewright.presets
      const removed = await removePreset('base')
      return [
        usersOfPreset('base').length,
        usersOfPreset('lesson').length,
        await copyPreset('lesson', 'copy'),
        removed.ok ? '' : removed.fault.message
      ]
    })
    expect(seen).toEqual([
      2,
      1,
      { ok: true, value: { name: 'copy', hideAfter: 5 } },
      '2 players show the preset base, and would lose the setting that it says.'
    ])
    await settles([5, 5, 5])
    await define({ name: 'base', hideAfter: 6 })
    await settles([6, 6, 5])
    await person.page.run(() => yokewright.presets.removePreset('base', { evenIfUsed: true }))
    await settles([2.5, 2.5, 5])
  })
})

describe('users', () => {
  it('are also players that rest, far below', async () => {
    await mount(`${player('preset="lesson"')}<div style="height: 9000px"></div>${player('preset="lesson"')}`)
    await define({ name: 'lesson', hideAfter: 5 })
    expect(await person.page.run(() => yokewright.presets.usersOfPreset('lesson').length)).toBe(2)
  })
})

describe('a page', () => {
  it('brings presets as JSON, and is told in which line one is wrong', async () => {
    await person.mount(
      `<script>heard = []; document.addEventListener('yoke-fault', ({ fault }) => heard.push(fault.code + ' ' + fault.message))</script><script type="application/json" data-yoke-presets>
[{ "name": "lesson", "hideAfter": 5 },
 { "name": "other", "hideAfter": 6, "lok": {} }]</script>${player('preset="lesson"')}${player('preset="other"')}`,
      { head: HEAD }
    )
    await settles([5, 6])
    await person.until('the fault', () => globalThis.heard.length > 0)
    expect(await person.page.run(() => globalThis.heard)).toEqual([
      'key-unknown data-yoke-presets:3:37: A preset has no “lok”.'
    ])
  })

  it('brings them by address, of which the fragment names one', async () => {
    person.server.page('/presets/two.json', '[{"name":"first","hideAfter":5},{"name":"second","hideAfter":6}]')
    await mount(player('preset="/presets/two.json"') + player('preset="/presets/two.json#second"'))
    await settles([5, 6])
    expect(await person.page.run(() => globalThis.notes.faults)).toEqual([])
  })

  it('does not fetch more of a document than presets can have', async () => {
    person.server.answer('/endless.json', response => {
      response.writeHead(200, { 'content-type': 'application/json' })
      const more = (): unknown => !response.destroyed && response.write(' '.repeat(2 ** 16), more)
      more()
    })
    await person.mount(player('preset="/endless.json"'), { head: HEAD })
    await person.until('the fault', () => globalThis.notes.faults.some(said => said.startsWith('preset-too-large')))
  })

  it('is a page all the same where the document is not there, or names what is not', async () => {
    await mount(player('preset="/none/lesson.json#%E0"') + player('preset="lesosn"'))
    await define({ name: 'lesson', hideAfter: 5 })
    await person.until('both faults', () => globalThis.notes.faults.length >= 2)
    expect((await person.page.run(() => [...globalThis.notes.faults])).map(text => text.split(':')[0]).sort()).toEqual([
      'document-unreachable',
      'preset-unknown'
    ])
    expect(await hideAfter()).toEqual([2.5, 2.5])
  })

  it('keeps the last good one where an edit is bad', async () => {
    await mount(player('preset="lesson"'))
    await define({ name: 'lesson', hideAfter: 5 })
    expect(await define({ name: 'lesson', hideAfter: -1 } as Preset, { name: 'lesson', layouts: [] })).toEqual([
      'setting-unreadable',
      'layout-unreadable'
    ])
    await settles([5])
  })
})

describe('an edit', () => {
  it('shows at once, and disturbs nothing: playback, focus, an open menu, captions', async () => {
    await mount(
      `<yoke-player preset="lesson" controls width="640" height="360" muted><video muted playsinline loop preload="auto" width="640" height="360" src="/media/spring-tide.webm"><track kind="captions" src="/media/spring-tide.en.vtt" srclang="en" default></video></yoke-player>`
    )
    await define({ name: 'lesson', extends: 'house:lesson@1' })
    // Not the bar that was there before it: that one goes, and with it whatever is pressed.
    await person.until('its bar', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('[part~=playback-rate]')
    )
    await person.click('yoke-player >>> [part~=play-pause]')
    await person.until('playback', () => (document.querySelector('yoke-player')?.currentTime ?? 0) > 0.3)
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('seek', 4))
    await person.until('a caption', () => (document.querySelector('yoke-player')?.yoke.values.captionText ?? '') !== '')
    await person.click('yoke-player >>> [part~=settings]')
    await person.until('the menu', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('.menu:popover-open')
    )
    await person.page.run(() => {
      const seen: string[] = []
      Object.assign(globalThis, { seen })
      const player = document.querySelector('yoke-player')
      for (const type of ['pause', 'emptied', 'seeking', 'loadstart'])
        player?.addEventListener(type, () => seen.push(type))
    })
    await define({
      name: 'lesson',
      extends: 'house:two-rows@1',
      hideAfter: 9,
      captionLook: { size: 1.5 },
      look: { accent: 'rgb(200, 30, 30)', ground: 'light', controlSize: 48 }
    })
    await settles([9])
    await person.until('the new look', () => {
      const shadow = document.querySelector('yoke-player')?.shadowRoot
      const button = shadow?.querySelector('[part~=play-pause]')
      return button && getComputedStyle(button).blockSize === '48px'
    })
    expect(
      await person.page.run(() => {
        const host = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
        return {
          disturbed: (globalThis as { seen?: unknown }).seen,
          paused: host.paused,
          menu: Boolean(host.shadowRoot?.querySelector('.menu:popover-open')),
          hasFocus: host.matches(':focus-within') || host.shadowRoot?.activeElement !== null,
          accent: getComputedStyle(host).getPropertyValue('--yoke-accent').trim(),
          ground: getComputedStyle(host).colorScheme,
          faults: globalThis.notes.faults
        }
      })
    ).toEqual({
      disturbed: [],
      paused: false,
      menu: true,
      hasFocus: true,
      accent: toHex(derivePalette([200 / 255, 30 / 255, 30 / 255], 'light').accent),
      ground: 'light',
      faults: []
    })
  })

  it('of a look is one style sheet for all, and what the page says wins over it', async () => {
    await mount(
      `<style>#own { --yoke-accent: rgb(1, 2, 3) }</style>${player('id="own" preset="lesson" controls')}${player('preset="lesson" controls')}`
    )
    await define({ name: 'lesson', look: { accent: '#3fb8a0' } })
    const accents = (): Promise<readonly string[]> =>
      person.page.run(() =>
        [...document.querySelectorAll('yoke-player')].map(host =>
          getComputedStyle(host).getPropertyValue('--yoke-accent').trim()
        )
      )
    await person.until(
      'the look',
      () =>
        getComputedStyle(document.querySelectorAll('yoke-player')[1] as Element).getPropertyValue('--yoke-accent') !==
        ''
    )
    expect(await accents()).toEqual([
      'rgb(1, 2, 3)',
      toHex(derivePalette([0x3f / 255, 0xb8 / 255, 0xa0 / 255], 'dark').accent)
    ])
    await define({ name: 'lesson' })
    expect(await accents()).toEqual(['rgb(1, 2, 3)', ''])
  })

  it('with colours that cannot be read is told, in figures', async () => {
    await mount(player('preset="lesson" controls'))
    await define({ name: 'lesson', look: { surface: '#777', text: '#888' } })
    await person.until('the fault', () => globalThis.notes.faults.some(text => text.startsWith('contrast-low')))
  })
})

describe('layouts of a preset', () => {
  it('are chosen by what plays', async () => {
    await mount(
      player('preset="lesson"') +
        player('preset="lesson" src="/media/bell-buoy.webm"').replace(
          CLIP,
          '<audio preload="metadata" src="/media/bell-buoy.webm"></audio>'
        )
    )
    await define({
      name: 'lesson',
      layouts: [{ rows: [['play-pause']] }, { for: 'sound', rows: [['stop']] }]
    })
    await person.until('both', () =>
      [...document.querySelectorAll('yoke-player')].every(
        ({ yoke }) => yoke.settings.layouts !== undefined && yoke.media
      )
    )
    expect(
      await person.page.run(() =>
        [...document.querySelectorAll('yoke-player')].map(({ yoke }) => yoke.settings.layouts?.[0]?.rows[0]?.[0])
      )
    ).toEqual([{ control: 'play-pause' }, { control: 'stop' }])
  })
})

describe('the browser’s own storage', () => {
  it.each(STORE_CASES)('%s', async (_, run, expected) => {
    await mount('')
    const seen = await person.page.run(async (source: string) => {
      localStorage.clear()
      const test = new Function(`return (${source})`)() as (store: unknown) => Promise<unknown>
      return test(yokewright.presets.browserStore())
    }, `(store) => { const __name = named => named; return (${run})(store) }`)
    expect(seen).toEqual(expected)
  })

  it('shows what another page of the site has saved, and says where it cannot be read', async () => {
    await mount(`${player('preset="lesson"')}<iframe src="/icon.svg"></iframe>`)
    await person.page.run(async () => {
      const store = await yokewright.presets.connectStore(yokewright.presets.browserStore())
      await store.save({ name: 'lesson', hideAfter: 5 })
      const frame = document.querySelector('iframe')
      // A page of the same site, in a frame: its changes are another page's.
      while (!frame?.contentWindow?.location.href.endsWith('.svg'))
        await new Promise(resolve => setTimeout(resolve, 10))
      const kept = JSON.parse(localStorage.getItem('yokewright presets') ?? '')
      kept.lesson = { preset: { name: 'lesson', hideAfter: 8 }, version: 'theirs' }
      frame.contentWindow.localStorage.setItem('yokewright presets', JSON.stringify(kept))
    })
    await settles([8])
    const code = await person.page.run(async () => {
      localStorage.setItem('yokewright presets', 'rubbish')
      const store = await yokewright.presets.connectStore(yokewright.presets.browserStore())
      const read = await store.reload()
      return read.ok ? '' : read.fault.code
    })
    expect(code).toBe('store-failed')
    expect(await hideAfter()).toEqual([8])
  })
})

describe('a set of icons', () => {
  const SET = `<template data-yoke-icons="brass"><svg slot="icon-play" viewBox="0 0 10 10"><path fill="currentColor" d="M1 0 10 5 1 10z"/></svg><img slot="icon-fullscreen" src="/icon.svg"></template>`
  const SPRITE = `<svg xmlns="http://www.w3.org/2000/svg"><symbol id="play" viewBox="0 0 4 4"><path fill="currentColor" d="M0 0h4v4H0z"/></symbol></svg>`

  /** How the icon of a button is drawn. */
  const drawn = (part: string, wanted: string): Promise<void> =>
    person.until(
      `${part} as ${wanted}`,
      (name: string, expected: string) => {
        const icon = document
          .querySelector('yoke-player')
          ?.shadowRoot?.querySelector(`.bar [part~="${name}"] .icon, .bar [part~="${name}"]  svg`)
        if (!icon) return false
        const { maskImage, backgroundImage } = getComputedStyle(icon)
        return [maskImage, backgroundImage].some(image => image.includes(expected))
      },
      part,
      wanted
    )

  it('in a template is worn by all, and what it leaves out stays', async () => {
    await mount(
      `${SET}<yoke-player preset="lesson" width="640" height="360" src="/media/tide-clock.webm"></yoke-player>`
    )
    await define({ name: 'lesson', extends: 'house:standard@1', look: { icons: 'brass' } })
    await drawn('play-pause', 'data:image/svg+xml')
    await drawn('fullscreen', 'icon.svg')
    await define({ name: 'lesson', extends: 'house:standard@1' })
    await drawn('play-pause', 'none')
    expect(await person.page.run(() => globalThis.notes.faults)).toEqual([])
  })

  it('in a file is fetched once; one that is not there is told', async () => {
    person.server.page('/icons/brass.svg', SPRITE, { 'content-type': 'image/svg+xml' })
    await mount(player('preset="lesson"').repeat(2))
    await define({ name: 'lesson', extends: 'house:standard@1', look: { icons: '/icons/brass.svg' } })
    await drawn('play-pause', 'data:image/svg+xml')
    expect(person.server.asked('/icons/brass.svg')).toBe(1)
    await define({ name: 'lesson', extends: 'house:standard@1', look: { icons: 'silver' } })
    await person.until('the fault', () => globalThis.notes.faults.some(text => text.startsWith('icons-missing')))
  })
})

describe('a logo', () => {
  it('stands over every picture that is linked, leads where it says, and can be left out', async () => {
    await mount(`${player('preset="site" controls')}${player('preset="bare" controls')}`)
    const logo = {
      logo: '/icon.svg',
      logoLink: '/first-light/index.html',
      logoCorner: 'top-start',
      logoSize: 24
    } as const
    await define({ name: 'site', look: logo }, { name: 'bare', extends: 'site', look: { logo: null } })
    await person.until(
      'the logo',
      () =>
        document.querySelector('yoke-player')?.shadowRoot?.querySelector<HTMLImageElement>('[part=logo] img')?.complete
    )
    expect(
      await person.page.run(() => {
        const [first, second] = document.querySelectorAll('yoke-player')
        const element = first?.shadowRoot?.querySelector<HTMLAnchorElement>('[part=logo]')
        const [box, around] = [element?.getBoundingClientRect(), first?.getBoundingClientRect()]
        return {
          href: new URL(element?.href ?? '', location.href).pathname,
          name: element?.querySelector('img')?.alt,
          at: box && around && [box.left - around.left < 20, box.top - around.top < 20, box.height],
          others: second?.shadowRoot?.querySelectorAll('[part=logo]').length
        }
      })
    ).toEqual({ href: '/first-light/index.html', name: '127.0.0.1', at: [true, true, 24], others: 0 })
    await define({ name: 'site', look: { ...logo, logoLink: null, logoLabel: 'Tide Station' } })
    await person.until('a picture without a link', () => {
      const element = document.querySelector('yoke-player')?.shadowRoot?.querySelector('[part=logo]')
      return element?.localName === 'span' && element.querySelector('img')?.alt === 'Tide Station'
    })
    expect(await define({ name: 'site', look: { ...logo, logoLink: 'javascript:alert(1)' } })).toEqual([
      'entry-unreadable'
    ])
  })
})
