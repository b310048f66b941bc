import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { captionsView } from '../support/captions-view.ts'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'

const engine = currentEngine()
let person: Person
beforeAll(async () => {
  person = await openPerson(engine, { fresh: true })
})
afterAll(() => person?.leave())

const { mount, run } = captionsView(() => person)

describe('a transcript', () => {
  const LIST =
    '<input type="search" id="find" data-yoke-search="cues"><output for="find"></output><ol id="cues" data-yoke-for="p" data-yoke-transcript style="height: 90px; overflow: auto"></ol>'
  const VTT = Array.from(
    { length: 20 },
    (_, index) =>
      `00:${String(index * 3).padStart(2, '0')}.000 --> 00:${String(index * 3 + 2).padStart(2, '0')}.000\n<v Keeper>Line ${index}</v>${index === 7 ? ' Crépuscule <b>gate</b>' : ''}`
  ).join('\n\n')
  const items = (): Promise<readonly string[]> =>
    person.page.run(() =>
      [...document.querySelectorAll<HTMLElement>('#cues > li')]
        .filter(({ hidden }) => !hidden)
        .map(({ textContent }) => textContent ?? '')
    )
  const current = (): Promise<string> =>
    person.page.run(() => document.querySelector('#cues > [aria-current]')?.textContent ?? '')

  it('shows the cues, follows the playhead inside its own box, seeks at a press', async () => {
    await mount(VTT, { beside: LIST })
    await person.until('the list', () => document.querySelectorAll('#cues > li').length === 20)
    expect((await items())[7]).toBe('0:21 Line 7 Crépuscule gate')
    await run('seek', '40')
    await person.until('the item', () =>
      document.querySelector('#cues > [aria-current]')?.textContent?.startsWith('0:39')
    )
    await person.until('it in view', () => {
      const list = document.querySelector('#cues')?.getBoundingClientRect()
      const item = document.querySelector('#cues > [aria-current]')?.getBoundingClientRect()
      return list && item && item.top >= list.top - 1 && item.bottom <= list.bottom + 1
    })
    expect(await person.page.run(() => scrollY)).toBe(0)
    await person.page.run(() => document.querySelector('#cues')?.scrollTo(0, 0))
    await person.click('#cues > li:nth-child(2) button')
    await person.until('the time', () => Math.abs((document.querySelector('yoke-player')?.currentTime ?? 0) - 3) < 0.05)
    await person.until('the item', () =>
      document.querySelector('#cues > [aria-current]')?.textContent?.startsWith('0:03')
    )
    expect(await current()).toBe('0:03 Line 1')
  })

  it('is searched without regard to marks and cases, and says how many there are', async () => {
    await mount(VTT, { beside: LIST })
    await person.until('the list', () => document.querySelectorAll('#cues > li').length === 20)
    await person.click('#find')
    await person.page.type('CREP')
    await person.until('one item', () => document.querySelector('output')?.textContent === '1 / 20')
    expect(await items()).toEqual(['0:21 Line 7 Crépuscule gate'])
    // Where the engine can mark text at all.
    await person.until('the mark', () => !CSS.highlights || CSS.highlights.get('yoke-found')?.size === 1)
    const marked = await person.page.run(() =>
      [...((CSS.highlights?.get('yoke-found') ?? []) as Iterable<AbstractRange>)].map(
        ({ startContainer, startOffset, endOffset }) => startContainer.textContent?.slice(startOffset, endOffset)
      )
    )
    expect(marked).toEqual(marked.length === 0 ? [] : ['Crép'])
    for (let letter = 0; letter < 4; letter += 1) await person.page.press('Backspace')
    await person.until('all items', () => document.querySelector('output')?.textContent === '')
    expect((await items()).length).toBe(20)
    expect(await person.page.run(() => CSS.highlights?.get('yoke-found')?.size ?? 0)).toBe(0)
  })

  it('a long list comes a few items at a time; what script changes touches only its own items', async () => {
    const long = Array.from(
      { length: 600 },
      (_, at) => `00:${at % 60 < 10 ? '0' : ''}${at % 60}.000 --> 02:00.000\n${at}`
    )
    const watch =
      '<script>kept = []; new MutationObserver(() => kept.push(cues.children.length)).observe(cues, { childList: true })</script>'
    await mount(long.join('\n\n'), { beside: LIST + watch })
    await person.until('the list', () => {
      const list = document.querySelector('#cues')
      return list?.children.length === 600 && !list.hasAttribute('aria-busy')
    })
    expect(await person.page.run(() => new Set(globalThis.kept as number[]).size)).toBeGreaterThan(2)
    const changed = await person.page.run(() => {
      const track = document.querySelector('yoke-player')?.textTracks[0]
      const list = document.querySelector('#cues')
      globalThis.kept = [...(list?.children ?? [])]
      const [first, second, third] = track?.cues ?? []
      if (!track || !first || !second || !third) return false
      track.removeCue(first)
      track.editCue(second, { text: 'edited' })
      track.addCue({ startTime: 200, endTime: 201, text: 'added' })
      return true
    })
    expect(changed).toBe(true)
    await person.until(
      'the changes',
      () => document.querySelector('#cues > li:last-child')?.textContent === '3:20 added'
    )
    expect(
      await person.page.run(() => {
        const items = [...document.querySelectorAll('#cues > li')]
        const before = globalThis.kept as Element[]
        return {
          same: items.filter(item => before.includes(item)).length,
          inOrder: items.every(
            (item, at) =>
              at === 0 || before.indexOf(item) < 0 || before.indexOf(item) > before.indexOf(items[at - 1] as Element)
          ),
          edited: items.filter(({ textContent }) => textContent?.endsWith('edited')).length,
          count: items.length
        }
      })
    ).toEqual({ same: 598, inOrder: true, edited: 1, count: 600 })
  })

  it('takes the author’s own item, and another track where one is named', async () => {
    person.server.page('/extra.vtt', 'WEBVTT\n\n00:01.000 --> 00:02.000\n<v Mara>extra</v>', {
      'content-type': 'text/vtt'
    })
    await mount(VTT, {
      inside:
        '<ul id="cues" data-yoke-transcript="metadata-en"><template><li><a data-yoke-cue="voice"></a>: <q data-yoke-cue="text"></q> (<time data-yoke-cue="start"></time>)</li></template></ul>'
    })
    await person.page.run(() => {
      const added = document.createElement('track')
      Object.assign(added, { kind: 'metadata', src: '/extra.vtt', srclang: 'en' })
      document.querySelector('video')?.append(added)
    })
    await person.until('the list', () => document.querySelectorAll('#cues > li').length === 1)
    expect(await items()).toEqual(['Mara: extra (0:01)'])
  })
})
