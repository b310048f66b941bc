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

const { mount } = readyMade(() => person)

describe('languages', () => {
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
