import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { captionsOf } from '../support/captions-page.ts'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'

const engine = currentEngine()
let person: Person
const { putFiles, file, track, EN, FR, mount, run, shows, seek } = captionsOf(() => person)
beforeAll(async () => {
  person = await openPerson(engine, { fresh: true })
  putFiles()
})
afterAll(() => person?.leave())

describe('cues as data', () => {
  it('are there before the first play, with a notice; by HTML’s names', async () => {
    await person.mount(
      `<yoke-player><video preload="none" src="/media/tide-clock.webm">${EN}${FR}</video></yoke-player>`
    )
    const seen = await person.page.run(async () => {
      const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      const list = player.textTracks
      if (list.length === 0) await new Promise(resolve => list.addEventListener('addtrack', resolve, { once: true }))
      const [first, second] = list
      const before = first?.cues
      const loaded = new Promise(resolve => first?.addEventListener('load', resolve))
      if (first) first.mode = 'hidden'
      await loaded
      return {
        before,
        ready: first?.readyState,
        cues: first?.cues?.map(({ startTime, endTime, text }) => [startTime, endTime, text]),
        second: [second?.kind, second?.label, second?.language, second?.mode, second?.readyState],
        all: (await second?.load())?.length,
        byId: list.getTrackById('fr') === second,
        paused: player.paused,
        media: player.readyState
      }
    })
    expect(seen).toEqual({
      before: null,
      ready: 2,
      cues: [
        [0, 2, 'first'],
        [2, 4, '<v Mara>second</v>'],
        [6, 11, 'third <00:07.000>and <00:08.000>last']
      ],
      second: ['subtitles', 'Français', 'fr', 'disabled', 0],
      all: 1,
      byId: true,
      paused: true,
      media: 0
    })
  })

  it('characters by any of HTML’s names', async () => {
    file('named', '00:00.000 --> 00:09.000\nmar&eacute;e &amp; &half; m')
    await mount(track('named', 'srclang="fr" default'))
    await shows('marée & ½ m')
  })

  it('chapters are moments', async () => {
    await mount(track('chapters', 'kind="chapters" srclang="en"'), { beside: '<b data-yoke-value="moment"></b>' })
    await person.until('the first chapter', () => document.querySelector('b')?.textContent === 'Flood')
    await seek(6)
    await person.until('the second one', () => document.querySelector('b')?.textContent === 'Ebb')
    await person.page.run(() => document.querySelector('track')?.remove())
    await person.until('none', () => document.querySelector('b')?.textContent === '')
  })

  it('descriptions are said to screen readers while it plays', async () => {
    await mount(track('other', 'kind="descriptions" srclang="fr"'))
    await run('play')
    await person.until(
      'the description',
      () => document.querySelector('[aria-live=polite][lang=fr]')?.textContent === 'other'
    )
  })

  // WebKitGTK has no floating window.
  it.skipIf(engine === 'webkit')('a real floating window gets the cues, and gives them back', async () => {
    await mount(track('plain', 'srclang="en" default'), {
      beside: '<button id="float" type="button" command="--toggle-picture-in-picture">Float</button>'
    })
    await shows('first')
    const mirrored = (mode: string): Promise<void> =>
      person.until(
        `a mirror that is ${mode}`,
        (wanted: string) => [...(document.querySelector('video')?.textTracks ?? [])].at(-1)?.mode === wanted,
        mode
      )
    await person.click('#float')
    await person.until('the window', () => document.querySelector('yoke-player')?.yoke.states.pictureInPicture)
    await mirrored('showing')
    await person.click('#float')
    await person.until('no window', () => !document.querySelector('yoke-player')?.yoke.states.pictureInPicture)
    await mirrored('disabled')
  })

  it('only the system draws: it gets the cues, and gives them back', async () => {
    await mount(track('plain', 'srclang="en" default'))
    await shows('first')
    const mirrored = (elsewhere: boolean): Promise<unknown> =>
      person.page.run((away: boolean) => {
        const video = document.querySelector('video') as HTMLVideoElement
        Object.defineProperty(document, 'pictureInPictureElement', {
          configurable: true,
          get: () => (away ? video : null)
        })
        video.dispatchEvent(new Event(away ? 'enterpictureinpicture' : 'leavepictureinpicture'))
        const own = [...video.textTracks].at(-1)
        return [own?.mode, [...(own?.cues ?? [])].map(cue => (cue as VTTCue).text)]
      }, elsewhere)
    expect(await mirrored(true)).toEqual([
      'showing',
      ['first', '<v Mara>second</v>', 'third <00:07.000>and <00:08.000>last']
    ])
    expect(await mirrored(false)).toEqual(['disabled', []])
  })
})

describe('what cannot be had', () => {
  it.each<[string, string, RegExp]>([
    [
      'a file that is missing',
      '<track default srclang="en" src="/captions/gone.vtt">',
      /^track-unreachable: look at the address/
    ],
    ['another scheme', '<track default srclang="en" src="ftp://quay/x.vtt">', /^track-unreachable: use http/],
    [
      'text that is not in the page',
      '<track default srclang="en" src="#gone">',
      /^track-unreachable: write <script type="text\/vtt"/
    ],
    [
      'a file without the signature',
      '<track default srclang="en" src="/captions/unsigned.vtt">',
      /^vtt-signature-missing: put WEBVTT alone/
    ],
    [
      'a cue without readable times',
      '<track default srclang="en" src="/captions/slip.vtt">',
      /^cue-timing-unreadable: write a point/
    ]
  ])('%s is a fault, and the picture plays on', async (_, tracks, told) => {
    person.server.page('/captions/unsigned.vtt', '00:00.000 --> 00:01.000\nHi', { 'content-type': 'text/vtt' })
    file('slip', '00:00,000 --> 00:01.000\nHi\n\n00:00.000 --> 00:09.000\nthere')
    await mount(tracks)
    await person.until('the fault', () => globalThis.notes.faults.length > 0)
    expect((await person.page.run(() => globalThis.notes.faults))[0]).toMatch(told)
    await run('play')
    await person.until('playing', () => (document.querySelector('yoke-player')?.currentTime ?? 0) > 0.2)
    expect(await person.page.run(() => globalThis.notes.errors)).toEqual([])
  })
})

describe('nothing in a cue can run', () => {
  it('hostile text is text, and no address is loaded', async () => {
    const hostile = [
      '<script>globalThis.broken = 1</script>',
      '<img src=/captions/leak onerror="globalThis.broken = 1">',
      '<v "onclick=alert(1)><b onmouseover=alert(1)>voice</b></v>',
      '<c.x"onload=alert(1)>class</c>',
      '<lang "><svg onload=alert(1)>>lang</lang>',
      '&lt;iframe src=/captions/leak&gt;'
    ]
    person.server.page(
      '/captions/hostile.vtt',
      `WEBVTT\n\nSTYLE\n::cue { background: url(/captions/leak); color: rgb(1, 2, 3) }\n} body { display: none }\n\nSTYLE\n@import "/captions/leak";\n\n${hostile.map(text => `00:00.000 --> 00:09.000\n${text}`).join('\n\n')}\n`,
      { 'content-type': 'text/vtt' }
    )
    await mount('<track default srclang="en" src="/captions/hostile.vtt">')
    await person.until('the cues', () => document.querySelectorAll('.yoke-cue').length === 6)
    // What reads the file's STYLE blocks comes with the first that has some.
    await person.until(
      'the file’s own style',
      () => getComputedStyle(document.querySelector('.yoke-cue-text') as Element).color === 'rgb(1, 2, 3)'
    )
    const seen = await person.page.run(() => ({
      elements: [
        ...new Set([...document.querySelectorAll('.yoke-captions *')].map(({ localName }) => localName))
      ].sort(),
      handlers: [...document.querySelectorAll('.yoke-captions *')]
        .flatMap(({ attributes }) => [...attributes].map(({ name }) => name))
        .filter(name => name.startsWith('on')),
      broken: 'broken' in globalThis,
      leaks: performance.getEntriesByType('resource').filter(({ name }) => name.includes('leak')).length,
      color: getComputedStyle(document.querySelector('.yoke-cue-text') as Element).color,
      body: getComputedStyle(document.body).display,
      iframe: document.querySelector('.yoke-captions')?.textContent?.includes('<iframe src=/captions/leak>')
    }))
    expect(seen).toEqual({
      elements: ['b', 'div', 'span'],
      handlers: [],
      broken: false,
      leaks: 0,
      color: 'rgb(1, 2, 3)',
      body: 'block',
      iframe: true
    })
  })

  it('works under a strict policy with trusted types', async () => {
    await person.page.run(() => localStorage.clear())
    const policy = "default-src 'self'; require-trusted-types-for 'script'; trusted-types yokewright"
    const styled = person.server.page(
      '/captions/styled.vtt',
      'WEBVTT\n\nSTYLE\n::cue { color: gold }\n\n00:00.000 --> 00:09.000 line:0\n<b>strict</b>'
    )
    const page = `<!doctype html><html lang="en"><meta charset="utf-8"><title>Strict</title><script src="/dist/yokewright.js" defer></script><yoke-player id="p" controls><video muted preload="auto" width="600" height="600" src="/media/tide-clock.webm"><track default srclang="en" src="${styled}"></video></yoke-player><ol data-yoke-for="p" data-yoke-transcript></ol>`
    await person.page.goto(person.server.page('/captions/strict', page, { 'content-security-policy': policy }))
    const seen = await person.page.run(async () => {
      const text = (): HTMLElement | null | undefined =>
        document.querySelector('yoke-player')?.shadowRoot?.querySelector<HTMLElement>('.yoke-cue-text')
      while (!text() || !document.querySelector('ol li')) await new Promise(resolve => setTimeout(resolve, 15))
      const drawn = text() as HTMLElement
      // What reads the styles of a file comes with the first that has some.
      while (getComputedStyle(drawn).color !== 'rgb(255, 215, 0)') await new Promise(resolve => setTimeout(resolve, 15))
      return [
        drawn.textContent,
        getComputedStyle(drawn).color,
        getComputedStyle(drawn.parentElement as Element).position,
        document.querySelector('ol li')?.textContent
      ]
    })
    expect(seen).toEqual(['strict', 'rgb(255, 215, 0)', 'absolute', '0:00 strict'])
  })
})
