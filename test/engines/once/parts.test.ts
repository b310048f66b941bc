import { createCipheriv } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../../support/engines.ts'
import '../../support/page-types.ts'
import { CLIP, openPerson, type Person } from '../../support/person.ts'

/** How a part comes to be wanted, and how one sees that it is there. */
interface Wanted {
  readonly html: string
  /** What wants it, beside the markup. */
  readonly want?: () => unknown
  /** What asks for it again. */
  readonly again: () => unknown
  readonly works: () => unknown
}

const CAPTIONED = CLIP.replace(
  '</video>',
  '<track kind="captions" src="/media/spring-tide.en.vtt" srclang="en" label="English" default></video>'
)
const withTrack = (src: string): string => CAPTIONED.replace('/media/spring-tide.en.vtt', src)
const player = (attributes: string, inside = CLIP): string =>
  `<yoke-player id="p" style="width: 700px" ${attributes}>${inside}</yoke-player>`

/** Plays, or pauses what plays. */
const press = (): unknown => document.querySelector('yoke-player')?.yoke.run('play-pause')
const hasFault = (code: string) =>
  new Function(`return globalThis.notes.faults.some(said => said.startsWith('${code}'))`) as () => boolean

/** Presets as modules, with what they are told. */
const PRESETS = `<script type="module">import * as presets from '/dist/presets/index.js'; globalThis.presets = presets; globalThis.heard = []; addEventListener('yoke-fault', ({ fault }) => globalThis.heard.push(fault.message))</script>`
const block = (preset: object): string =>
  `<script type="application/json" data-yoke-presets>${JSON.stringify(preset)}</script>`
const name = (preset: string) =>
  new Function(`document.querySelector('yoke-player')?.setAttribute('preset', '${preset}')`) as () => void
const call = (expression: string) => new Function(`return globalThis.presets.${expression}`) as () => unknown
const style = (selector: string, property: string) =>
  new Function(
    `const found = document.querySelector('yoke-player').shadowRoot?.querySelector('${selector}') ?? document.querySelector('yoke-player'); return !/^(none|)$/.test(getComputedStyle(found).getPropertyValue('${property}'))`
  ) as () => unknown

const ROOM = '<video muted playsinline preload="auto" src="/media/lamp-room.webm"></video>'
/** Has what goes round shown anew. */
const showAnew = async (): Promise<void> => {
  const element = document.querySelector('yoke-player')
  element?.setAttribute('view', 'flat')
  await new Promise(resolve => setTimeout(resolve))
  element?.setAttribute('view', 'around')
}

const AROUND_PARTS: Readonly<Record<string, Wanted>> = {
  around: {
    html: player('view="around"', ROOM),
    again: press,
    works: () => document.querySelector('yoke-player canvas')
  },
  compass: {
    html: player('controls view="around"', ROOM),
    again: showAnew,
    works: () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.compass')
  },
  'around-device': {
    html: `<script>Object.defineProperty(navigator, 'maxTouchPoints', { value: 5 })</script>${player('view="around"', ROOM)}`,
    again: showAnew,
    works: () => {
      const { yoke } = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      return yoke.commands.get('turn-with-device')?.availability?.(yoke) !== 'never'
    }
  },
  'around-faults': {
    html: player('view="around"', '<audio preload="auto" src="/media/fog-horn.webm"></audio>'),
    again: showAnew,
    works: hasFault('view-unavailable')
  }
}

const PRESET_PARTS: Readonly<Record<string, Wanted>> = {
  looks: {
    html: PRESETS + block({ name: 'x', look: { accent: 'teal' } }) + player('preset="x"'),
    again: call(`definePreset({ name: 'x', look: { accent: 'red' } })`),
    works: style('none', '--yoke-accent')
  },
  icons: {
    html: `${PRESETS}<template data-yoke-icons="own"><svg slot="icon-play"><path d="M0 0h9" stroke="currentColor"/></svg></template>${block({ name: 'x', controls: true, look: { icons: 'own' } })}${player('preset="x"')}`,
    again: call(`definePreset({ name: 'x', controls: true, look: { icons: 'own', radius: 3 } })`),
    works: style('.bar .icon-play', 'mask-image')
  },
  logo: {
    html: PRESETS + block({ name: 'x', look: { logo: '/icon.svg' } }) + player('preset="x"'),
    again: call(`definePreset({ name: 'x', look: { logo: '/icon.svg', radius: 3 } })`),
    works: () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('[part=logo] img')
  },
  house: {
    html: PRESETS + player('preset="house:lesson@1"'),
    again: name('house:two-rows@1'),
    works: () => document.querySelector('yoke-player')?.yoke.settings.layouts
  },
  'preset-documents': {
    html: PRESETS + player('preset="/good-1.json"'),
    again: name('/good-2.json'),
    works: () => document.querySelector('yoke-player')?.yoke.settings.hideAfter === 5
  },
  'json-places': {
    html: PRESETS + player('preset="/bad-1.json"'),
    again: name('/bad-2.json'),
    works: new Function('return globalThis.heard.some(said => /bad-2.json:1:\\d+: /.test(said))') as () => unknown
  },
  'preset-reading': {
    html: PRESETS + player(''),
    want: call(`definePreset({ name: 'x', without: ['muted'] })`),
    again: call(`definePreset({ name: 'x', without: ['muted'] })`),
    works: call(`presetNamed('x')`)
  },
  'preset-editing': {
    html: PRESETS + block({ name: 'x', hideAfter: 3 }) + player(''),
    want: call(`copyPreset('x', 'y')`),
    again: call(`copyPreset('x', 'y')`),
    works: call(`presetNamed('y')`)
  }
}

const STREAM = '<video muted preload="auto" src="/quay.m3u8"></video>'
const STREAM_PARTS: Readonly<Record<string, Wanted>> = {
  streams: {
    html: player('', STREAM),
    again: () => document.querySelector('video')?.setAttribute('src', '/quay.m3u8?again'),
    works: () =>
      document.querySelector('yoke-player')?.readyState && document.querySelector('video')?.src.startsWith('blob:')
  },
  'choice-controls': {
    html: player(`controls layouts='[{"rows":[["play-pause","quality"]]}]'`, STREAM.replace('quay', 'all')),
    again: () => document.querySelector('video')?.setAttribute('src', '/all.m3u8?again'),
    works: () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('[part~=quality]')
  },
  'stream-texts': {
    html: player('', STREAM.replace('quay', 'all')),
    again: () => document.querySelector('video')?.setAttribute('src', '/all.m3u8?again'),
    works: () => document.querySelector('yoke-player')?.yoke.textTracks.length
  },
  presentations: {
    html: player('', STREAM.replace('m3u8', 'mpd')),
    again: () => document.querySelector('video')?.setAttribute('src', '/quay.mpd?again'),
    works: () => document.querySelector('yoke-player')?.readyState
  },
  decipher: {
    html: player('', STREAM.replace('quay', 'sealed')),
    again: () => undefined,
    works: () => document.querySelector('yoke-player')?.readyState
  },
  conversion: {
    html: player('', STREAM),
    again: () => undefined,
    works: () => document.querySelector('yoke-player')?.readyState
  },
  transmux: {
    html: `<script>delete globalThis.Worker</script>${player('', STREAM)}`,
    again: () => undefined,
    works: () => document.querySelector('yoke-player')?.readyState
  }
}

const PARTS: Readonly<Record<string, Wanted>> = {
  ...PRESET_PARTS,
  ...AROUND_PARTS,
  ...STREAM_PARTS,
  'caption-faults': {
    html: player('', withTrack('/bad.vtt')),
    again: () =>
      document.querySelector('video')?.insertAdjacentHTML('beforeend', '<track src="/bad.vtt?2" default srclang="de">'),
    want: () => document.querySelector('yoke-player')?.yoke.run('set-captions', 'en'),
    works: () =>
      document.querySelector('yoke-player')?.yoke.run('set-captions', 'de') &&
      globalThis.notes.faults.some(said => said.startsWith('cue-'))
  },
  'named-references': {
    html: player('', withTrack('/names.vtt')),
    again: () =>
      document
        .querySelector('video')
        ?.insertAdjacentHTML('beforeend', '<track src="/names.vtt?2" default srclang="de">'),
    works: () =>
      document.querySelector('yoke-player')?.yoke.run('set-captions', 'de') &&
      document.querySelector('yoke-player')?.yoke.values.captionText === 'marée é'
  },
  'page-checks': {
    html: `${player('')}<yoke-plyer></yoke-plyer>`,
    again: () =>
      document.body.append(Object.assign(document.createElement('yoke-player'), { src: '/media/tide-clock.webm' })),
    works: hasFault('element-unknown')
  },
  mistakes: {
    html: player('', `${CLIP}<i command="--play">Play</i>`),
    again: () =>
      document.querySelector('yoke-player')?.insertAdjacentHTML('beforeend', '<b command="--pause">Pause</b>'),
    works: hasFault('command-not-a-button')
  },
  playlist: {
    html: player(`playlist='["/media/lock-gate.webm"]'`),
    again: press,
    works: () => document.querySelector('yoke-player')?.yoke.playlist?.current
  },
  'playlist-playing': {
    html: player(`playlist='["/media/lock-gate.webm", "/media/tide-clock.webm"]' muted`, ''),
    want: press,
    again: async () => {
      await document.querySelector('yoke-player')?.yoke.run('pause')
      await document.querySelector('yoke-player')?.yoke.run('play')
    },
    works: () => performance.getEntriesByType('resource').some(({ name }) => name.endsWith('tide-clock.webm'))
  },
  'playlist-faults': {
    html: player(`playlist='["/media/lock-gate.webm", 7]'`),
    again: () => document.querySelector('yoke-player')?.setAttribute('playlist', '["/media/lock-gate.webm", 8]'),
    works: hasFault('entry-unreadable')
  },
  'playlist-rows': {
    html: player(`playlist='["/media/lock-gate.webm"]'`, `${CLIP}<ol data-yoke-playlist></ol>`),
    again: press,
    works: () => document.querySelector('[data-yoke-playlist] > li')
  },
  sound: {
    html: player('controls', '<audio muted src="/media/bell-buoy.webm"></audio>'),
    again: () => document.querySelector('yoke-player')?.setAttribute('without', 'title'),
    works: () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.cover')
  },
  'list-controls': {
    html: player(`controls playlist='["/media/lock-gate.webm"]'`, ''),
    again: () => document.querySelector('yoke-player')?.setAttribute('without', 'title'),
    works: () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('[part~="next"]')
  },
  moments: {
    html: player(`settings='{"moments":[{"at":1,"label":"Flood"}]}'`),
    again: press,
    works: () => document.querySelector('yoke-player')?.yoke.moments
  },
  'moment-rows': {
    html: player('', `${CLIP}<ol data-yoke-moments><li data-yoke-at="1">Flood</li></ol>`),
    again: press,
    works: () => document.querySelector('[data-yoke-moments] > [tabindex]')
  },
  'moments (marks)': {
    html: player(`settings='{"moments":[{"at":1,"label":"Flood"}]}'`, `${CLIP}<p><i data-yoke-marks></i></p>`),
    again: press,
    works: () => document.querySelector('[data-yoke-marks] > i')
  },
  preview: {
    html: player('', `${withTrack('/names.vtt')}<i data-yoke-preview></i>`),
    again: press,
    works: () => document.querySelector('[data-yoke-preview][hidden]')
  },
  'on-track': {
    html: player(`controls settings='{"moments":[{"at":1,"label":"Flood"}]}'`),
    again: press,
    works: () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.marks')
  },
  memory: {
    html: player('resume-position="at-once"'),
    again: press,
    works: () => document.querySelector('yoke-player')?.yoke.commands.has('forget')
  },
  habits: {
    html: player('resume-settings'),
    want: () => localStorage.setItem('yokewright.habits', '{"volume":0.25}'),
    again: press,
    works: () => document.querySelector('yoke-player')?.volume === 0.25
  },
  'resume-offer': {
    html: player('controls resume-position="offered"'),
    again: press,
    works: () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.resume-offer')
  },
  reports: {
    html: player(''),
    want: () =>
      document.querySelector('yoke-player')?.yoke.configure({ report: { to: report => (globalThis.kept = report) } }),
    again: press,
    works: () => globalThis.kept
  },
  dock: {
    html: player('dock-when="scrolled-away"'),
    again: press,
    works: () => document.querySelector('yoke-player')?.yoke.commands.has('undock')
  },
  docked: {
    html: `${player('dock-when="scrolled-away"')}<p style="block-size: 3000px"></p>`,
    want: () => {
      scrollTo(0, 3000)
      document.querySelector('yoke-player')?.yoke.run('play')
    },
    again: async () => {
      await document.querySelector('yoke-player')?.yoke.run('pause')
      await document.querySelector('yoke-player')?.yoke.run('play')
    },
    works: () => document.querySelector('yoke-player:popover-open')
  },
  window: {
    html: player('picture-in-picture="player"'),
    again: press,
    works: () => document.querySelector('yoke-player')?.yoke.ownWindow
  },
  place: {
    html: player('from="2"'),
    again: press,
    works: () => document.querySelector('yoke-player')?.yoke.snapshot.stretch
  },
  settings: {
    html: player('hide-after="soon"'),
    again: () => document.querySelector('yoke-player')?.setAttribute('hide-after', 'later'),
    works: hasFault('setting-unreadable')
  },
  ar: {
    html: player('controls lang="ar"'),
    again: () => {
      const element = document.querySelector('yoke-player')
      element?.setAttribute('lang', 'en')
      element?.setAttribute('lang', 'ar-EG')
    },
    works: () =>
      document
        .querySelector('yoke-player')
        ?.shadowRoot?.querySelector('.bar')
        ?.ariaLabel?.match(/\p{Script=Arabic}/u)
  },
  ja: {
    html: player('controls lang="ja"'),
    again: () => {
      const element = document.querySelector('yoke-player')
      element?.setAttribute('lang', 'en')
      element?.setAttribute('lang', 'ja-JP')
    },
    works: () =>
      document
        .querySelector('yoke-player')
        ?.shadowRoot?.querySelector('.bar')
        ?.ariaLabel?.match(/\p{Script=Katakana}/u)
  },
  diagnosis: {
    html: player('', '<video muted width="320" height="180" src="/no-such.webm"></video>'),
    again: () => document.querySelector('yoke-player')?.yoke.run('retry'),
    works: hasFault('source-missing')
  },
  failover: {
    html: player(''),
    want: press,
    again: async () => {
      await document.querySelector('yoke-player')?.yoke.run('pause')
      await document.querySelector('yoke-player')?.yoke.run('play')
    },
    works: () => document.querySelector('video')?.currentTime !== 0
  },
  'bar (a backdrop)': {
    html: player('backdrop'),
    again: press,
    works: () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.still')
  },
  'caption-looks': {
    html: player('controls', CAPTIONED),
    want: () => document.querySelector('yoke-player')?.yoke.run('show-caption-looks'),
    again: () => document.querySelector('yoke-player')?.yoke.run('show-caption-looks'),
    works: () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.caption-looks')
  },
  bar: {
    html: player('controls', CLIP.replace('<video', '<video controls')),
    again: press,
    works: () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar .cell')
  },
  placed: {
    html: player(`controls layouts='[{"rows":[["seek-bar"]],"places":{"centre":["play-pause"]}}]'`),
    again: () =>
      document.querySelector('yoke-player')?.setAttribute('layouts', '[{"rows":[["seek-bar"]],"bar":"under"}]'),
    works: () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar.under')
  },
  'shortcut-list': {
    html: player('controls'),
    want: () => document.querySelector('yoke-player')?.yoke.run('show-shortcuts'),
    again: () => document.querySelector('yoke-player')?.yoke.run('show-shortcuts'),
    works: () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.panel.shortcuts')
  },
  'captions (over the picture)': {
    html: player('', CAPTIONED),
    again: press,
    works: () => document.querySelector('yoke-player .yoke-captions')
  },
  clip: {
    html: player('', ''),
    want: () =>
      Object.assign(document.querySelector('yoke-player') ?? {}, { clip: { sources: ['/media/tide-clock.webm'] } }),
    again: () =>
      Object.assign(document.querySelector('yoke-player') ?? {}, { clip: { sources: ['/media/tide-clock.webm'] } }),
    works: () => document.querySelector('yoke-player')?.currentSrc.endsWith('tide-clock.webm')
  },
  outline: {
    html: player('debug'),
    again: press,
    works: () => document.querySelector('yoke-player')?.hasAttribute('data-yoke-debug')
  },
  'settings (spelling)': {
    html: player('contrls'),
    again: () => {
      const element = document.querySelector('yoke-player')
      element?.remove()
      // In another task: a player that is only moved reads nothing anew.
      setTimeout(() => element && document.body.append(element))
    },
    works: hasFault('setting-unknown: did you mean controls')
  },
  'file-drop': {
    html: player('drop-files'),
    again: press,
    works: () => {
      const dataTransfer = new DataTransfer()
      dataTransfer.items.add(new File([''], 'tide.webm'))
      const over = new DragEvent('dragover', { dataTransfer, cancelable: true, bubbles: true })
      document.querySelector('yoke-player')?.dispatchEvent(over)
      return over.defaultPrevented
    }
  },
  'last-resort': {
    html: player('', '<video muted width="320" height="180" src="/no-such.webm"><p>Call the harbour</p></video>'),
    again: () => document.querySelector('yoke-player')?.yoke.run('retry'),
    works: () => document.querySelector('[data-yoke-fallback] p')
  },
  'media-keys': {
    html: player('clip-title="Clock"'),
    want: press,
    again: async () => {
      await document.querySelector('yoke-player')?.yoke.run('pause')
      await document.querySelector('yoke-player')?.yoke.run('play')
    },
    works: () => navigator.mediaSession.metadata?.title === 'Clock'
  },
  poster: {
    html: player('poster-at="1"'),
    again: () => document.querySelector('yoke-player')?.setAttribute('poster-at', '2'),
    works: () => document.querySelector('video')?.poster.startsWith('blob:')
  },
  starter: {
    html: player('start-when="in-view" start-sound="off"', CLIP.replace(' muted', '')),
    again: () => document.querySelector('yoke-player')?.setAttribute('start-volume', '0.5'),
    works: () => document.querySelector('yoke-player')?.yoke.startOutcome === 'without-sound'
  },
  'captions (in a place of their own)': {
    html: player('', `${CAPTIONED}<div data-yoke-captions></div>`),
    again: press,
    works: () => document.querySelector('[data-yoke-captions].yoke-captions')
  },
  captions: {
    html: player('', CAPTIONED),
    again: press,
    works: () => document.querySelector('yoke-player')?.yoke.states.captionsShowing
  },
  'track-styles': {
    html: player('', withTrack('/styled.vtt')),
    again: press,
    works: () => {
      const cue = document.querySelector('.yoke-cue-text')
      return cue && getComputedStyle(cue).color === 'rgb(255, 0, 0)'
    }
  },
  transcript: {
    html: player('', `${CAPTIONED}<ol data-yoke-transcript></ol>`),
    again: press,
    works: () => document.querySelector('ol')?.children.length
  },
  controls: {
    html: player('', `${CLIP}<button type="button" command="--toggle-loop" aria-pressed="false">Loop</button>`),
    again: () => document.querySelector('button')?.dispatchEvent(new PointerEvent('pointerdown', { bubbles: true })),
    works: () => {
      document.querySelector('button')?.click()
      return document.querySelector('button')?.ariaPressed === 'true'
    }
  },
  inspect: {
    html: player(''),
    want: () => document.querySelector('yoke-player')?.yoke.inspect(),
    again: () =>
      document
        .querySelector('yoke-player')
        ?.yoke.inspect()
        .then(seen => Object.assign(globalThis, { kept: seen })),
    works: () => (globalThis.kept as { states?: unknown } | undefined)?.states
  }
}

const dist = fileURLToPath(new URL('../../../dist/parts/', import.meta.url))

/** Every file that is imported when it is wanted. */
const partsIn = (): readonly string[] =>
  readdirSync(dist)
    .filter(name => name.endsWith('.js'))
    .flatMap(name => [...readFileSync(dist + name, 'utf8').matchAll(/\bimport\("\.\/([^"]+)\.js"\)/g)])
    .map(([, part = '']) => part)

const fileOf = (part: string): string => part.split(' ')[0] ?? ''

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
  for (const each of [1, 2]) {
    person.server.page(`/good-${each}.json`, '{ "name": "good", "hideAfter": 5 }')
    person.server.page(`/bad-${each}.json`, '{ "name": "bad", "hideafter": 5 }')
  }
  const stream = (name: string): Buffer =>
    readFileSync(new URL(`../../../stand-ins/origin/media/${name}`, import.meta.url))
  const [quay, whole] = [stream('quay-180.m2t').subarray(0, 28_012), stream('quay-180.mp4')]
  person.server.page('/quay.m3u8', '#EXTM3U\n#EXT-X-TARGETDURATION:2\n#EXTINF:2,\nquay.m2t\n#EXT-X-ENDLIST\n')
  person.server.answer('/quay.m2t', response => response.end(quay))
  const [key, iv] = [Buffer.from('tern quay lights'), Buffer.alloc(16)]
  const cipher = createCipheriv('aes-128-cbc', key, iv)
  const sealed = Buffer.concat([cipher.update(quay), cipher.final()])
  person.server.page(
    '/sealed.m3u8',
    '#EXTM3U\n#EXT-X-TARGETDURATION:2\n#EXT-X-KEY:METHOD=AES-128,URI="/quay.key"\n#EXTINF:2,\nsealed.m2t\n#EXT-X-ENDLIST\n'
  )
  person.server.answer('/sealed.m2t', response => response.end(sealed))
  person.server.answer('/quay.key', response => response.end(key))
  person.server.page(
    '/all.m3u8',
    '#EXTM3U\n#EXT-X-MEDIA:TYPE=SUBTITLES,GROUP-ID="t",NAME="English",URI="/text.m3u8"\n#EXT-X-STREAM-INF:BANDWIDTH=100000,RESOLUTION=320x180,SUBTITLES="t"\n/quay.m3u8\n#EXT-X-STREAM-INF:BANDWIDTH=200000,RESOLUTION=640x360,SUBTITLES="t"\n/quay.m3u8?more\n'
  )
  const [setup, index] = [whole.indexOf('sidx') - 4, whole.indexOf('moof') - 4]
  person.server.page(
    '/quay.mpd',
    `<MPD mediaPresentationDuration="PT60S"><Period><AdaptationSet mimeType="video/mp4" codecs="avc1.4d4015"><Representation id="180p" bandwidth="100000"><BaseURL>quay.mp4</BaseURL><SegmentBase indexRange="${setup}-${index - 1}"><Initialization range="0-${setup - 1}"/></SegmentBase></Representation></AdaptationSet></Period></MPD>`
  )
  // One that knows no ranges: all of it comes, and what was wanted is cut out.
  person.server.answer('/quay.mp4', response => response.end(whole))
  person.server.page('/bad.vtt', 'WEBVTT\n\n00:00 --> 1\nx\n')
  person.server.page('/styled.vtt', 'WEBVTT\n\nSTYLE\n::cue { color: #f00 }\n\n00:00.000 --> 01:00.000\nred\n')
  person.server.page('/names.vtt', 'WEBVTT\n\n00:00.000 --> 01:00.000\nmar&eacute;e &eacute;\n')
})
afterAll(() => person?.leave())

describe('a part that cannot be had for once', () => {
  it('each is tried', () => {
    expect([...new Set(Object.keys(PARTS).map(fileOf))].sort()).toEqual([...new Set(partsIn())].sort())
  })

  it.each(Object.entries(PARTS))(
    '%s: is told, the page lives, and it is had when it is asked for again',
    async (part, wanted) => {
      // Nothing that the case before still fetches may fail in its stead.
      await person.page.goto(person.server.page('/nothing', ''))
      person.server.failOnce(`/dist/parts/${fileOf(part)}.js`)
      await person.mountModules(wanted.html)
      const { want, again, works } = wanted
      if (want) {
        await person.until('the controls', () => document.querySelector('yoke-player')?.matches(':state(paused)'))
        if (/^(?:caption-looks|shortcut-list)/.test(part))
          await person.until('the bar', () => document.querySelector('yoke-player')?.shadowRoot?.querySelector('.bar'))
        await person.page.run(want as () => void)
      }
      await person.until('the fault', () => globalThis.notes.faults.some(said => said.startsWith('part-unreachable')))
      await person.page.run(again as () => void)
      await person.until('the part', works)
      expect(await person.page.run(() => globalThis.notes.errors)).toEqual([])
    }
  )
})
