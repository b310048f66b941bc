import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { captionsOf } from '../support/captions-page.ts'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person } from '../support/person.ts'

let person: Person
const { putFiles, file, EN, mount, shows } = captionsOf(() => person)
beforeAll(async () => {
  person = await openPerson(currentEngine(), { fresh: true })
  putFiles()
})
afterAll(() => person?.leave())

const errors = (): Promise<readonly string[]> => person.page.run(() => globalThis.notes.errors)

describe('a player that goes', () => {
  it.each(['', 'controls'])('with captions shown throws nothing, and leaves no sheet of theirs (%s)', async player => {
    person.server.page(
      '/captions/styled.vtt',
      'WEBVTT\n\nSTYLE\n::cue { color: gold }\n\n00:00.000 --> 00:09.000\nstyled',
      { 'content-type': 'text/vtt' }
    )
    await mount('<track default srclang="en" src="/captions/styled.vtt">', { player })
    await shows('styled')
    const gold = (): Promise<number> =>
      person.page.run(
        () =>
          document.adoptedStyleSheets.filter(({ cssRules }) =>
            [...cssRules].some(({ cssText }) => cssText.includes('gold'))
          ).length
      )
    if (!player) await expect.poll(gold).toBe(1)
    await person.page.run(() => document.querySelector('yoke-player')?.remove())
    await person.until('the end', () => document.querySelector('.yoke-cue') === null)
    expect([await gold(), await errors()]).toEqual([0, []])
  })

  it('leaves what names it as if nothing were known; another one of its name takes over', async () => {
    const player = `<yoke-player id="p">${CLIP}</yoke-player>`
    await person.mount(
      `<main>${player}</main><button type="button" id="b" commandfor="p" command="--play-pause"><span data-yoke-for="p" data-yoke-when="paused">Play</span><span data-yoke-for="p" data-yoke-when="!paused" hidden>Pause</span></button><output id="t" data-yoke-for="p" data-yoke-value="current-time"></output><output id="d" data-yoke-for="p" data-yoke-value="duration"></output>`
    )
    const seen = () =>
      person.page.run(() => ({
        label: document.querySelector<HTMLElement>('#b')?.innerText.trim(),
        isOff: document.querySelector('#b')?.getAttribute('aria-disabled') === 'true',
        time: document.querySelector('#t')?.textContent,
        duration: document.querySelector('#d')?.textContent
      }))
    await person.click('#b')
    await person.until('a second', () => document.querySelector('#t')?.textContent === '0:01')
    await person.page.run(() => document.querySelector('yoke-player')?.remove())
    await expect.poll(seen).toEqual({ label: 'Play', isOff: true, time: '0:00', duration: '–:––' })
    await person.page.run((html: string) => {
      const main = document.querySelector('main')
      if (main) main.innerHTML = html
    }, player)
    await expect.poll(seen).toEqual({ label: 'Play', isOff: false, time: '0:00', duration: '0:12' })
    expect(await errors()).toEqual([])
  })
})

describe('tracks', () => {
  it('one that stands right in the player is there once', async () => {
    for (const media of [CLIP, '<audio src="/media/bell-buoy.webm" muted></audio>']) {
      await person.mount(`<yoke-player controls>${media}${EN}</yoke-player>`)
      await person.until('the track', () => (document.querySelector('yoke-player')?.textTracks.length ?? 0) > 0)
      expect(await person.page.run(() => document.querySelector('yoke-player')?.textTracks.length)).toBe(1)
    }
  })

  it('cues by script are taken as HTML takes them, or refused in words', async () => {
    await mount(EN)
    await person.until('the track', () => document.querySelector('yoke-player')?.textTracks.length === 1)
    const seen = await person.page.run(async () => {
      const [track] = document.querySelector('yoke-player')?.textTracks ?? []
      await track?.load()
      const native = Object.assign(new VTTCue(1, 2.5, '<b>native</b>'), { line: 3, align: 'start', id: 'n' })
      const added = track?.addCue(native as never)
      const wrong = [
        'hello',
        { startTime: 1, text: 'x' },
        { startTime: 3, endTime: 2, text: 'x' },
        { startTime: 1, endTime: 2, txet: 'x' }
      ]
      const refused = wrong.map(cue => track?.addCue(cue as never))
      const edits = added && [
        track?.editCue(added, { txet: 'y' } as never),
        track?.editCue({ ...added }, { text: 'y' })
      ]
      if (added) track?.removeCue({ ...added })
      const { startTime, endTime, text, line, align, id } = added ?? {}
      return {
        added: { startTime, endTime, text, line, align, id },
        refused,
        edits,
        isFrozen: Object.isFrozen(added) && Object.isFrozen(track?.cues?.[0]),
        faults: globalThis.notes.faults,
        errors: globalThis.notes.errors
      }
    })
    expect(seen).toMatchObject({
      added: { startTime: 1, endTime: 2.5, text: '<b>native</b>', line: 3, align: 'start', id: 'n' },
      isFrozen: true,
      errors: []
    })
    expect([...seen.refused, ...(seen.edits ?? [])].filter(Boolean)).toEqual([])
    expect(seen.faults.map(text => text.split(':')[0])).toEqual([
      'cue-unreadable',
      'cue-unreadable',
      'cue-unreadable',
      'cue-unreadable',
      'cue-unreadable',
      'cue-unknown',
      'cue-unknown'
    ])
    expect(seen.faults.filter(text => text.includes('did you mean text'))).toHaveLength(2)
  })

  it('the page’s own rule for a voice or a class wins over the file’s; in a ready-made player a voice is a part', async () => {
    person.server.page(
      '/captions/voices.vtt',
      'WEBVTT\n\nSTYLE\n::cue(v[voice="Mara Voss"]) { color: rgb(1, 2, 3) }\n::cue(.far) { color: rgb(4, 5, 6) }\n\n00:00.000 --> 00:09.000\n<v Mara Voss>near</v> <c.far>far</c>',
      { 'content-type': 'text/vtt' }
    )
    file('unused', '')
    const colours = (): Promise<readonly string[]> =>
      person.page.run(() => {
        const root = document.querySelector('yoke-player')?.shadowRoot?.querySelector('.yoke-cue')
          ? document.querySelector('yoke-player')?.shadowRoot
          : document
        return ['[data-tag=v]', '[data-classes]'].map(selector => {
          const element = root?.querySelector(selector)
          return element ? getComputedStyle(element).color : ''
        })
      })
    const track = '<track default srclang="en" src="/captions/voices.vtt">'
    await mount(track)
    await expect.poll(colours).toEqual(['rgb(1, 2, 3)', 'rgb(4, 5, 6)'])
    await mount(track, {
      beside:
        '<style>[data-voice="Mara Voss"] { color: rgb(7, 7, 7) } [data-classes~=far] { color: rgb(8, 8, 8) }</style>'
    })
    await expect.poll(colours).toEqual(['rgb(7, 7, 7)', 'rgb(8, 8, 8)'])
    await mount(track, {
      player: 'controls',
      beside: '<style>yoke-player::part(cue-voice-Mara-Voss) { color: rgb(9, 9, 9) }</style>'
    })
    await expect.poll(colours).toEqual(['rgb(9, 9, 9)', 'rgb(4, 5, 6)'])
  })
})
