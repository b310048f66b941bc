import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person } from '../support/person.ts'
import { part, readyMade } from '../support/ready-made.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const { mount, play } = readyMade(() => person)

/** Whether an element of the page or of the player's shadow root can be seen. */
const isSeen = (selector: string): Promise<boolean> =>
  person.page.run(
    (wanted: string) =>
      (
        document.querySelector(wanted) ?? document.querySelector('yoke-player')?.shadowRoot?.querySelector(wanted)
      )?.checkVisibility({ visibilityProperty: true }) === true,
    selector
  )

describe('the title', () => {
  it('stands in a top corner, over the picture, and goes with the bar', async () => {
    await mount('clip-title="Spring tide at the gate" hide-after="0.3"')
    const title = await person.box('yoke-player >>> span.title')
    const player = await person.box('yoke-player')
    expect(await person.text('yoke-player >>> span.title')).toBe('Spring tide at the gate')
    expect([title.x - player.x < 20, title.y - player.y < 20, title.width < player.width / 2]).toEqual([
      true,
      true,
      true
    ])
    await person.page.move(5, 790)
    await play()
    await person.until('a hidden title', () => {
      const top = document.querySelector('yoke-player')?.shadowRoot?.querySelector('.top') as Element
      return getComputedStyle(top).opacity === '0'
    })
  })

  it('is not there while there is none, nor where the author leaves it out', async () => {
    await mount()
    expect(await isSeen('.top .title')).toBe(false)
    await mount('clip-title="Spring tide" without="title"')
    // What is left out is read with care, by a part that is loaded for that.
    await expect.poll(() => isSeen('.title')).toBe(false)
  })
})

describe('sound', () => {
  it('shows its cover and its title, and neither where none is given', async () => {
    await mount(
      'clip-title="Bell buoy" poster="/media/equinox-talk.jpg"',
      '<audio src="/media/bell-buoy.webm" preload="auto" muted></audio>'
    )
    await person.until('the cover', () => {
      const cover = document.querySelector('yoke-player')?.shadowRoot?.querySelector<HTMLImageElement>('.cover')
      return cover && cover.naturalWidth > 0 && cover.getBoundingClientRect().width > 40
    })
    expect(await person.text('yoke-player >>> span.title')).toBe('Bell buoy')
    await person.page.run(() => document.querySelector('yoke-player')?.removeAttribute('poster'))
    expect(await isSeen('.cover')).toBe(false)
    await person.page.run(() => document.querySelector('yoke-player')?.removeAttribute('clip-title'))
    await expect.poll(() => isSeen('.title')).toBe(false)
  })
})

describe('artwork of the author’s', () => {
  it.each([
    ['muted', 'muted', ''],
    ['picture-in-picture', 'picture-in-picture', ''],
    ['centre-play', 'centre-play', '']
  ])('takes the place of the icon %s, fitted into its box', async name => {
    if (name === 'picture-in-picture' && !(await person.page.run(() => document.pictureInPictureEnabled))) return
    const art = `<img slot="icon-${name}" id="art" alt="" src="/media/equinox-talk.jpg">`
    await mount('', `${CLIP}${art}`)
    await person.until('the artwork', () => (document.querySelector<HTMLImageElement>('#art')?.naturalWidth ?? 0) > 0)
    const { width, height } = await person.box('#art')
    expect([width > 0 && width <= 40, height > 0 && height <= 40]).toEqual([true, true])
  })

  it.each(['busy', 'centre-play', 'centre-replay', 'sound-offer'])(
    'in the slot %s shows only when that is wanted',
    async slot => {
      await mount('', `${CLIP}<b slot="${slot}" id="own">own</b>`)
      await play()
      await expect.poll(() => isSeen('#own')).toBe(false)
    }
  )
})

describe('another layout', () => {
  const LAYOUTS = JSON.stringify([
    { rows: [['play-pause', 'seek-bar', 'settings']] },
    { from: 500, rows: [['seek-bar'], ['settings', 'play-pause']] }
  ])

  it('leaves focus on its control, and an open menu open', async () => {
    await mount(`layouts='${LAYOUTS}'`, CLIP, 400)
    const widen = (width: number): Promise<void> =>
      person.page.run((pixels: number) => {
        const around = document.querySelector('yoke-player')?.parentElement as HTMLElement
        around.style.width = `${pixels}px`
      }, width)
    await person.page.run(() =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector<HTMLElement>('[part~=play-pause]')?.focus()
    )
    await widen(700)
    await person.until(
      'the other layout, and focus',
      () =>
        document.querySelector('yoke-player')?.shadowRoot?.querySelectorAll('.rows > .row').length === 2 &&
        document.querySelector('yoke-player')?.shadowRoot?.activeElement?.matches('[part~=play-pause]')
    )
    await person.click(part('settings'))
    await person.until('the menu', () =>
      document.querySelector('yoke-player')?.shadowRoot?.querySelector('.menu:popover-open')
    )
    await widen(400)
    await person.until(
      'the other layout, and the menu',
      () =>
        document.querySelector('yoke-player')?.shadowRoot?.querySelectorAll('.rows > .row').length === 1 &&
        document.querySelector('yoke-player')?.shadowRoot?.querySelector('.menu:popover-open [role^=menuitem]')
    )
  })
})

it('the outcome of a start that the viewer made is told', async () => {
  await mount()
  await person.click(part('centre-button'))
  await person.until('the outcome', () => document.querySelector('yoke-player')?.yoke.startOutcome === 'by-press')
})
