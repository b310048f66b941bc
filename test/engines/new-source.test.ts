import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const PLAYED = '/media/tide-clock.webm'
const BAD = '/failing/missing/none.webm'

/** Of a size that no media changes: the button stays where it is. */
const player = (inside: string, attributes = ''): string =>
  `<yoke-player width="320" height="180" ${attributes}>${inside}<button type="button" id="b" command="--play-pause">Play</button></yoke-player>`

const plays = (file: string): Promise<void> =>
  person.until(
    `playback of ${file}`,
    (name: string) => {
      const seen = document.querySelector('yoke-player')
      return seen && !seen.paused && seen.currentTime > 0.2 && seen.currentSrc.includes(name)
    },
    file
  )

describe('a new source', () => {
  const WAYS: readonly (readonly [string, string, string, (src: string) => void])[] = [
    [
      'player.src',
      '',
      `src="${PLAYED}" muted`,
      src => {
        Object.assign(document.querySelector('yoke-player') ?? {}, { src })
      }
    ],
    [
      'setAttribute',
      '',
      `src="${PLAYED}" muted`,
      src => document.querySelector('yoke-player')?.setAttribute('src', src)
    ],
    [
      'the src of the video inside',
      `<video muted playsinline src="${PLAYED}"></video>`,
      '',
      src => document.querySelector('video')?.setAttribute('src', src)
    ],
    [
      'configure',
      '',
      `src="${PLAYED}" muted`,
      src => document.querySelector('yoke-player')?.yoke.configure({ sources: [src] })
    ]
  ]

  it.each(WAYS)(
    'by %s that fails is a fault, and the one before does not come back',
    async (_, inside, attributes, give) => {
      await person.mount(player(inside, attributes))
      await person.click('#b')
      await plays('tide-clock')
      await person.page.run(give, BAD)
      await person.until('the failure', () => document.querySelector('yoke-player')?.yoke.states.failed)
      await person.until('the fault', () => globalThis.notes.faults.length > 0)
      const seen = await person.page.run(() => ({
        faults: globalThis.notes.faults.map(text => text.split(':')[0]),
        src: document.querySelector('yoke-player')?.currentSrc.split('/').pop(),
        code: document.querySelector('yoke-player')?.yoke.fault?.code
      }))
      expect(seen).toEqual({ faults: ['source-missing'], src: 'none.webm', code: 'source-missing' })
    }
  )

  it.each(WAYS.filter(([way]) => way !== 'the src of the video inside'))(
    'by %s goes on at the same rate and volume, playing if the one before was',
    async (_, inside, attributes, give) => {
      await person.mount(player(inside, attributes))
      await person.click('#b')
      await plays('tide-clock')
      await person.page.run(() => {
        Object.assign(document.querySelector('yoke-player') ?? {}, { playbackRate: 1.5, volume: 0.3 })
      })
      await person.page.run(give, '/media/bell-buoy.webm')
      await plays('bell-buoy')
      expect(
        await person.page.run(() => {
          const { playbackRate, volume, muted, yoke } = document.querySelector(
            'yoke-player'
          ) as HTMLElementTagNameMap['yoke-player']
          return {
            playbackRate,
            volume,
            muted,
            sources: yoke.sources.map(({ state }) => state),
            faults: globalThis.notes.faults
          }
        })
      ).toEqual({ playbackRate: 1.5, volume: 0.3, muted: true, sources: ['chosen'], faults: [] })
    }
  )
})

describe('play in the same breath', () => {
  it.each<[string, () => unknown]>([
    [
      'as a clip',
      () => {
        const { yoke } = Object.assign(document.querySelector('yoke-player') ?? {}, {
          clip: { sources: ['/media/bell-buoy.webm'] }
        }) as HTMLElementTagNameMap['yoke-player']
        return yoke.run('play').then(({ ok }) => ok)
      }
    ],
    [
      'as sources',
      () => {
        const { yoke } = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
        yoke.configure({ sources: ['/media/bell-buoy.webm'] })
        return yoke.run('play').then(({ ok }) => ok)
      }
    ],
    [
      'by play() after a clip',
      () => {
        const given = Object.assign(document.querySelector('yoke-player') ?? {}, {
          clip: { sources: ['/media/bell-buoy.webm'] }
        }) as HTMLElementTagNameMap['yoke-player']
        return given.play().then(() => true)
      }
    ]
  ])('%s truly plays', async (_, give) => {
    for (const inside of ['', `<video muted playsinline src="${PLAYED}"></video>`]) {
      await person.mount(player(inside, 'muted'))
      expect(await person.page.run(give)).toBe(true)
      await plays('bell-buoy')
      expect(await person.page.run(() => globalThis.notes)).toMatchObject({ faults: [], errors: [] })
    }
  })

  it('on a player without anything to play is a fault, and settles', async () => {
    await person.mount(player(''))
    const seen = await person.page.run(async () => {
      const [player] = document.querySelectorAll('yoke-player')
      const refused = await player?.play().then(
        () => '',
        (reason: Error) => reason.name
      )
      const run = await player?.yoke.run('play')
      return [
        refused,
        run?.ok,
        run && !run.ok && run.fault.code,
        globalThis.notes.faults.map(text => text.split(':')[0])
      ]
    })
    expect(seen).toEqual(['NotSupportedError', false, 'media-absent', ['media-absent', 'media-absent']])
  })

  it('of a file that is not there names the same reason everywhere', async () => {
    await person.mount(player('', `src="${BAD}" muted preload="none"`))
    const code = await person.page.run(async () => {
      const run = await document.querySelector('yoke-player')?.yoke.run('play')
      return run && !run.ok && run.fault.code
    })
    expect(code).toBe('source-missing')
    await person.until('the fault', () => document.querySelector('yoke-player')?.yoke.fault?.code === 'source-missing')
  })
})

describe('sound alone of a file with a picture', () => {
  // WebKit plays Theora; Firefox plays its sound, but refuses the type.
  it.runIf(currentEngine() !== 'webkit')('is told, also where the type names no codecs; it plays on', async () => {
    for (const type of currentEngine() === 'firefox' ? [''] : ['', 'type="video/ogg"']) {
      await person.mount(
        player(`<video muted playsinline preload="auto"><source src="/media/spring-tide.ogv" ${type}></video>`)
      )
      await person.click('#b')
      await person.until('the fault', () =>
        globalThis.notes.faults.some(text => text.startsWith('source-without-picture'))
      )
      await plays('spring-tide.ogv')
      expect(await person.page.run(() => document.querySelector('yoke-player')?.yoke.states.failed)).toBe(false)
    }
  })

  it('sound that has none is no fault', async () => {
    await person.mount(player('<video muted playsinline preload="auto" src="/media/bell-buoy.webm"></video>'))
    await person.click('#b')
    await plays('bell-buoy')
    expect(await person.page.run(() => globalThis.notes.faults)).toEqual([])
  })
})
