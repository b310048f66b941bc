import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import { namesUnder } from '../support/samples.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'
import { part, readyMade } from '../support/ready-made.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())
const { buttons } = readyMade(() => person)

const TAPES = [
  {
    id: 'buoy',
    title: 'Bell buoy',
    artist: 'Station',
    cover: '/media/tape-buoys.svg',
    sources: ['/media/bell-buoy.webm']
  },
  {
    id: 'horn',
    title: 'Fog horn',
    artist: 'Station',
    cover: '/media/tape-shore.svg',
    sources: ['/media/fog-horn.webm']
  }
].map(tape => ({ ...tape, sources: tape.sources.map(src => ({ src, type: 'audio/webm' })) }))
const CLIPS = [
  { title: 'The tide clock', sources: ['/media/tide-clock.webm'] },
  { title: 'The lock gate', sources: ['/media/lock-gate.webm'] }
]
const mount = async (items: readonly object[], attributes = '', width = 700): Promise<void> => {
  await person.mount(
    `<div style="inline-size: ${width}px"><yoke-player id="p" controls muted playlist='${JSON.stringify(items)}' ${attributes}></yoke-player></div>`
  )
  await person.until('the controls of lists', () =>
    document.querySelector('yoke-player')?.shadowRoot?.querySelector('[part~="next"], [part~="playlist"], .cell')
  )
  await person.until('the data', () => (document.querySelector('yoke-player')?.readyState ?? 0) >= 1)
}
const seen = (selector: string): Promise<readonly (string | undefined)[]> =>
  person.page.run(
    (wanted: string) =>
      [...(document.querySelector('yoke-player')?.shadowRoot?.querySelectorAll(wanted) ?? [])].map(each =>
        each.textContent?.trim()
      ),
    selector
  )

describe('a ready-made player of sounds with a playlist', () => {
  it('has cover, title, artist, list and the buttons of lists, all from the records', async () => {
    await mount(TAPES)
    await expect.poll(() => seen('.list b')).toEqual(['Bell buoy', 'Fog horn'])
    expect(await buttons()).toEqual(
      ['Previous', 'Play', 'Next', 'Mute', 'Shuffle', 'Repeat', 'More'].map(name =>
        name === 'Mute' ? 'Sound on' : name
      )
    )
    await person.click('yoke-player >>> .list > li:nth-of-type(2) button')
    await person.until('the horn', () => {
      const player = document.querySelector('yoke-player')
      return player?.currentSrc.includes('fog-horn') && player.yoke.states.playing
    })
    expect(await seen('span.title')).toEqual(['Fog horn'])
    expect(await seen('span.artist')).toEqual(['Station'])
    await expect.poll(() => seen('.list [aria-current] b')).toEqual(['Fog horn'])
    expect(
      await person.page.run(() =>
        document.querySelector('yoke-player')?.shadowRoot?.querySelector('.cover')?.getAttribute('src')
      )
    ).toContain('tape-shore')
    await person.until('an end', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('[part~="next"][aria-disabled="true"]')
    )
    await person.click(part('repeat'))
    await person.until('a way on', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('[part~="next"]:not([aria-disabled="true"])')
    )
    expect(
      await person.page.run(
        () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('[part~="repeat"]')?.ariaPressed
      )
    ).toBe('true')
  })

  it('without="playlist" is without the list; a narrow one keeps its buttons', async () => {
    await mount(TAPES, 'without="playlist"', 340)
    await expect.poll(() => buttons()).toEqual(['Previous', 'Play', 'Next', 'Sound on', 'More'])
    expect(await seen('.list')).toEqual([])
  })

  it('speaks the language of its page', async () => {
    await mount(TAPES, 'lang="ar"')
    await expect.poll(() => buttons()).toContain('التالي')
  })
})

describe('a ready-made player of pictures with a playlist', () => {
  it('opens its list as a menu, in which the one that plays is checked', async () => {
    await mount(CLIPS)
    await person.until('the buttons', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('[part~="playlist"]')
    )
    await person.click(part('playlist'))
    await expect.poll(() => seen('.menu:popover-open [aria-checked="true"]')).toEqual(['The tide clock'])
    await person.click('yoke-player >>> .menu:popover-open [role="menuitemradio"]:nth-of-type(2)')
    await person.until('the gate', () => document.querySelector('yoke-player')?.currentSrc.includes('lock-gate'))
  })

  it('shows nothing of a list where there is none, whatever its layout says', async () => {
    await person.mount(
      `<yoke-player controls layouts='[{"rows":[["previous","play-pause","next","playlist","shuffle"]]}]'><video width="300" height="300" src="/media/tide-clock.webm"></video></yoke-player>`
    )
    await person.until('the bar', () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar .cell'))
    expect(await buttons()).toEqual(['Play'])
  })
})

it('has the parts and slots that the reference names', async () => {
  await mount(TAPES)
  await expect.poll(() => seen('.list b')).toHaveLength(2)
  const there = await person.page.run(() => {
    const shadow = document.querySelector('yoke-player')?.shadowRoot
    const parts = [...(shadow?.querySelectorAll('[part]') ?? [])].flatMap(each =>
      (each.getAttribute('part') ?? '').split(' ')
    )
    return [...parts, ...[...(shadow?.querySelectorAll('slot') ?? [])].map(({ name }) => name)]
  })
  for (const name of namesUnder('docs/reference/playlists.md', 'Parts of lists')) expect(there).toContain(name)
})
