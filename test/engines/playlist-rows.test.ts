import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const TAPES = [
  {
    id: 'clock',
    title: 'The tide clock',
    artist: 'Station',
    seconds: 12,
    cover: '/media/tide-clock.jpg',
    page: '/clock.html',
    sources: ['/media/tide-clock.webm']
  },
  { id: 'gate', title: 'The lock gate', artist: ['Keeper', 'Gate'], seconds: 75, sources: ['/media/lock-gate.webm'] },
  { id: 'buoy', title: 'Bell buoy', sources: ['/media/bell-buoy.webm'] }
]
const list = (items: readonly unknown[]): string => `playlist='${JSON.stringify(items).replaceAll("'", '&#39;')}'`

/** The rows of `#list`: what they say, and how they are marked. */
const rows = (): Promise<readonly string[]> =>
  person.page.run(() =>
    [...(document.querySelector('#list')?.children ?? [])]
      .filter(row => row.localName !== 'template')
      .map(row => `${row.textContent?.replace(/\s+/g, ' ').trim()}${row.ariaCurrent === 'true' ? ' *' : ''}`)
  )
const become = async (wanted: readonly string[]): Promise<void> => {
  let seen: readonly string[] = []
  for (const end = Date.now() + 10_000; Date.now() < end && String(seen) !== String(wanted); ) seen = await rows()
  expect(seen).toEqual(wanted)
}
const plays = (file: string): Promise<void> =>
  person.until(
    `${file} to play`,
    (name: string) => {
      const player = document.querySelector('yoke-player')
      return player?.currentSrc.includes(name) && player.yoke.states.playing
    },
    file
  )

describe('a list as the view of a playlist', () => {
  it('has rows of its own where the author wrote none; a press plays, and the row that plays is marked', async () => {
    await person.mount(
      `<yoke-player style="height: 320px" muted ${list(TAPES)}><ol id="list" data-yoke-playlist></ol></yoke-player>`
    )
    await become(['The tide clock *', 'The lock gate', 'Bell buoy'])
    await person.click('#list > li:nth-child(2) button')
    await plays('lock-gate')
    await become(['The tide clock', 'The lock gate *', 'Bell buoy'])
  })

  it('is made from a template: texts, images, links, times; elsewhere on the page too', async () => {
    await person.mount(
      `<yoke-player id="p" style="height: 120px" muted ${list(TAPES)}></yoke-player>
      <table><tbody id="list" data-yoke-for="p" data-yoke-playlist><template><tr><td><img width="20" height="20" data-yoke-field="cover"></td><td><button type="button" data-yoke-field="title"></button></td><td data-yoke-field="artist"></td><td><time data-yoke-field="seconds"></time></td><td><a data-yoke-field="page">about</a></td></tr></template></tbody></table>`
    )
    await become(['The tide clockStation0:12about *', 'The lock gateKeeper, Gate1:15about', 'Bell buoyabout'])
    const first = await person.page.run(() => {
      const row = document.querySelector('#list > tr')
      return {
        cover: row?.querySelector('img')?.src.replace(location.origin, ''),
        alt: row?.querySelector('img')?.alt,
        time: row?.querySelector('time')?.dateTime,
        page: row?.querySelector('a')?.href.replace(location.origin, ''),
        hidden: [...document.querySelectorAll<HTMLElement>('#list img')].map(({ hidden }) => hidden)
      }
    })
    expect(first).toEqual({
      cover: '/media/tide-clock.jpg',
      alt: '',
      time: 'PT12S',
      page: '/clock.html',
      hidden: [false, true, true]
    })
    await person.click('#list > tr:nth-of-type(3) td:nth-child(3)')
    await plays('bell-buoy')
  })

  it('says the list itself: rows that a server made, links that work without a script', async () => {
    await person.mount(
      `<yoke-player style="height: 320px" muted><ul id="list" data-yoke-playlist>
        <li id="clock"><a href="/media/tide-clock.webm" type="video/webm"><b data-yoke-field="title">The tide clock</b> by <i data-yoke-field="artist">Station</i></a></li>
        <li><a href="/media/lock-gate.webm">The lock gate</a> <button type="button" id="own">more</button></li>
      </ul><b id="artist" data-yoke-item="artist"></b></yoke-player>`
    )
    await become(['The tide clock by Station *', 'The lock gate more'])
    expect(await person.text('#artist')).toBe('Station')
    await person.click('#list > li:nth-child(2) a')
    await plays('lock-gate')
    await become(['The tide clock by Station', 'The lock gate more *'])
    const where = await person.page.run(() => location.pathname)
    await person.click('#own')
    await person.page.run(() => {
      document
        .querySelector('#list')
        ?.insertAdjacentHTML('afterbegin', '<li><a href="/media/bell-buoy.webm">Bell buoy</a></li>')
    })
    await become(['Bell buoy', 'The tide clock by Station', 'The lock gate more *'])
    expect(
      await person.page.run(() => [location.pathname, document.querySelector('yoke-player')?.yoke.playlist?.index])
    ).toEqual([where, 2])
  })

  it('rows without a button or a link are reached by keys: one stop, arrows, Enter', async () => {
    await person.mount(
      `<yoke-player style="height: 320px" muted ${list(TAPES)}><ul id="list" data-yoke-playlist><template><li data-yoke-field="title"></li></template></ul></yoke-player>`
    )
    await become(['The tide clock *', 'The lock gate', 'Bell buoy'])
    const stops = () =>
      person.page.run(() => [...document.querySelectorAll('#list > li')].map(row => (row as HTMLElement).tabIndex))
    expect(await stops()).toEqual([0, -1, -1])
    await person.page.run(() => document.querySelector<HTMLElement>('#list > li')?.focus())
    await person.page.press('ArrowDown')
    await person.page.press('End')
    await person.page.press('ArrowUp')
    expect(await stops()).toEqual([-1, 0, -1])
    await person.page.press('Enter')
    await plays('lock-gate')
    expect(await person.page.run(() => (document.activeElement as HTMLElement).textContent)).toBe('The lock gate')
  })

  it('of thousands of rows does not hold the page up, and keeps to edits', async () => {
    await person.mount(
      `<yoke-player style="height: 320px" muted></yoke-player><ul id="list" style="block-size: 200px; overflow: auto" data-yoke-for="p" data-yoke-playlist><template><li><button type="button" data-yoke-field="title"></button></li></template></ul>`
    )
    await person.page.run(() => {
      const items = Array.from({ length: 5000 }, (_, index) => ({
        title: `Tape ${index + 1}`,
        sources: ['/media/tide-clock.webm']
      }))
      const player = document.querySelector('yoke-player')
      if (player) player.id = 'p'
      player?.yoke.configure({ playlist: items })
    })
    await person.until('the rows', () => document.querySelectorAll('#list > li').length === 5000)
    await person.page.run(() => void document.querySelector('yoke-player')?.yoke.run('play-item', 4000))
    await plays('tide-clock')
    await person.until('the row in view', () => {
      const list = document.querySelector('#list')
      const row = list?.querySelector('[aria-current]')
      if (!list || !row) return false
      const [outer, inner] = [list.getBoundingClientRect(), row.getBoundingClientRect()]
      return row.textContent === 'Tape 4000' && inner.top >= outer.top && inner.bottom <= outer.bottom
    })
  })

  it('hostile records neither break out nor throw', async () => {
    await person.mount(
      `<yoke-player style="height: 320px" muted></yoke-player><ul id="list" data-yoke-for="p" data-yoke-playlist><template><li><a data-yoke-field="link"></a><img data-yoke-field="cover"><b data-yoke-field="title"></b><i data-yoke-field="/deep/er"></i></li></template></ul>`
    )
    await person.page.run(() => {
      Object.assign(globalThis, { struck: 0 })
      const strikes = [
        '<img src=x onerror="struck++">',
        'javascript:struck++',
        ' java\nscript:struck++',
        'data:text/html,<script>parent.struck++</script>',
        '\u202e\u0000',
        '__proto__',
        'x'.repeat(10_000)
      ]
      const items = Array.from({ length: 2000 }, (_, index) => {
        const strike = strikes[index % strikes.length] as string
        const wide: readonly unknown[] = [
          strike,
          { toString: 'no' },
          [strike],
          { src: strike },
          null,
          Number.NaN,
          { deep: { er: strike } }
        ]
        const any = wide[index % wide.length]
        return JSON.parse(
          JSON.stringify({
            title: any,
            link: strike,
            cover: any,
            id: any,
            deep: any,
            sources: index % 3 ? [strike] : any,
            settings: any,
            preset: any
          }).replace('"deep"', '"__proto__"')
        )
      })
      const player = document.querySelector('yoke-player')
      if (player) player.id = 'p'
      player?.yoke.configure({ playlist: items })
    })
    await person.until('the rows', () => document.querySelectorAll('#list > li').length === 2000)
    const after = await person.page.run(() => {
      for (const link of document.querySelectorAll<HTMLElement>('#list a[href]'))
        if (link.getAttribute('href')?.startsWith('javascript')) link.click()
      return {
        struck: (globalThis as unknown as { struck: number }).struck,
        errors: globalThis.notes.errors,
        links: [...document.querySelectorAll('#list a')].filter(link =>
          /script|data:/i.test(link.getAttribute('href')?.split(':')[0] ?? '')
        ).length,
        inside: document.querySelectorAll('#list script, #list b *').length
      }
    })
    expect(after).toEqual({ struck: 0, errors: [], links: 0, inside: 0 })
  })
})
