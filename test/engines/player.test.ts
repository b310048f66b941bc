import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const ready = (): Promise<void> =>
  person.until('data', () => (document.querySelector('yoke-player')?.readyState ?? 0) >= 2)
const ask = <Value>(question: (player: HTMLElementTagNameMap['yoke-player']) => Value): Promise<Awaited<Value>> =>
  person.page.run(
    (source: string) =>
      new Function(`const __name = named => named; return (${source})`)()(document.querySelector('yoke-player')),
    String(question)
  ) as Promise<Awaited<Value>>

describe('<yoke-player>', () => {
  it('makes a video from src, and is a player at once', async () => {
    await person.mount('<yoke-player src="/media/tide-clock.webm" muted preload="auto"></yoke-player>')
    await ready()
    expect(await ask(player => [player.videoWidth, player.duration > 11, player.muted, player.paused])).toEqual([
      600,
      true,
      true,
      true
    ])
    await ask(player => player.play())
    await person.until('playback', () => (document.querySelector('yoke-player')?.currentTime ?? 0) > 0.2)
    expect(
      await ask(player => player.getBoundingClientRect().width > 0 && player.querySelector('video') === null)
    ).toBe(true)
  })

  it('takes a later src, another src, and no src', async () => {
    await person.mount('<yoke-player muted preload="auto"></yoke-player>')
    await ask(player => {
      player.src = '/media/tide-clock.webm'
    })
    await ready()
    await ask(player => {
      player.src = '/media/lock-gate.webm'
    })
    await person.until('the other', () => document.querySelector('yoke-player')?.videoWidth === 540)
  })

  it('answers to the media’s own properties and methods', async () => {
    await person.mount(`<yoke-player>${CLIP}</yoke-player>`)
    await ready()
    expect(
      await ask(player => {
        const names = [
          'buffered',
          'currentSrc',
          'currentTime',
          'defaultPlaybackRate',
          'duration',
          'ended',
          'error',
          'loop',
          'muted',
          'networkState',
          'paused',
          'playbackRate',
          'played',
          'preload',
          'readyState',
          'seekable',
          'seeking',
          'src',
          'textTracks',
          'videoHeight',
          'videoWidth',
          'volume'
        ] as const
        const video = player.querySelector('video') as HTMLVideoElement
        return names.filter(name => typeof player[name] !== typeof video[name])
      })
    ).toEqual([])
    await ask(player => {
      player.currentTime = 4
      player.volume = 0.3
      player.playbackRate = 1.5
      player.loop = true
    })
    await person.until('the place', () => document.querySelector('video')?.currentTime === 4)
    expect(
      await ask(player => {
        const { volume, playbackRate, loop } = player.querySelector('video') as HTMLVideoElement
        return [Math.round(volume * 10), playbackRate, loop]
      })
    ).toEqual([3, 1.5, true])
    expect(await ask(player => [player.canPlayType('video/webm') !== '', player.textTracks.length])).toEqual([true, 0])
  })

  it('fails as HTML says', async () => {
    await person.mount(`<yoke-player>${CLIP}</yoke-player>`)
    await ready()
    const names = await ask(player =>
      [
        () => {
          player.currentTime = Number.NaN
        },
        () => {
          player.volume = 2
        },
        () => {
          player.playbackRate = -1
        }
      ].map(act => {
        try {
          act()
          return ''
        } catch (error) {
          return (error as Error).name
        }
      })
    )
    expect(names).toEqual(['TypeError', 'IndexSizeError', 'NotSupportedError'])
  })

  it('keeps what is set before there is media', async () => {
    await person.mount('<yoke-player></yoke-player>')
    await ask(player => {
      player.currentTime = 3
      player.volume = 0.4
    })
    expect(
      await ask(player => [player.paused, player.currentTime, Number.isNaN(player.duration), player.readyState])
    ).toEqual([true, 0, true, 0])
    await person.page.run(
      (clip: string) => document.querySelector('yoke-player')?.insertAdjacentHTML('beforeend', clip),
      CLIP
    )
    await ready()
    await person.until('the place', () => Math.abs((document.querySelector('video')?.currentTime ?? 0) - 3) < 0.1)
    expect(await ask(player => Math.round(player.volume * 10))).toBe(4)
  })

  it('fires the media’s events itself', async () => {
    await person.mount(`<yoke-player>${CLIP}</yoke-player>`)
    await ready()
    await ask(player => {
      for (const type of ['play', 'playing', 'seeking', 'seeked', 'pause', 'volumechange', 'timeupdate']) {
        player.addEventListener(type, () => {
          if (globalThis.notes.events.at(-1) !== type) globalThis.notes.events.push(type)
        })
      }
      player.onratechange = () => globalThis.notes.events.push('ratechange')
    })
    await ask(player => player.play())
    await ask(player => {
      player.playbackRate = 2
      player.pause()
      player.currentTime = 2
    })
    await person.until('seeked', () => globalThis.notes.events.includes('seeked'))
    const { events } = await person.page.run(() => globalThis.notes)
    for (const type of ['play', 'playing', 'ratechange', 'pause', 'seeking', 'seeked']) expect(events).toContain(type)
    expect(events.indexOf('seeking')).toBeLessThan(events.indexOf('seeked'))
  })

  it('ready resolves, also for those who come late', async () => {
    await person.mount(`<yoke-player>${CLIP}</yoke-player>`)
    expect(
      await ask(player => player.ready.then(given => given === player && given.querySelector('video') !== null))
    ).toBe(true)
    await ready()
    expect(
      await ask(player =>
        Promise.race([
          player.ready.then(() => 'late, and served'),
          new Promise(resolve => setTimeout(resolve, 0, 'too late'))
        ])
      )
    ).toBe('late, and served')
  })

  it('what the media says itself wins, and what differs is told', async () => {
    await person.mount(
      '<yoke-player src="/media/lock-gate.webm" preload="none" loop poster="/a.jpg"><video muted src="/media/tide-clock.webm" preload="auto"></video></yoke-player>'
    )
    await ready()
    expect(
      await ask(player => [
        player.currentSrc.includes('tide-clock'),
        player.loop,
        player.querySelector('video')?.poster.endsWith('/a.jpg')
      ])
    ).toEqual([true, true, true])
    // What tells of it comes by itself.
    await person.until('both faults', () => globalThis.notes.faults.length >= 2)
    expect((await person.page.run(() => globalThis.notes)).faults).toEqual([
      'setting-twice: take one of the two away',
      'setting-twice: take one of the two away'
    ])
    await ask(player => player.setAttribute('src', '/media/lock-gate.webm?2'))
    await person.until('the later word', () => document.querySelector('yoke-player')?.currentSrc.endsWith('?2'))
  })

  it.each<[string, string, boolean]>([
    ['no others are there', CLIP.replace('<video', '<video controls'), true],
    [
      'there is only a way to seek',
      `${CLIP.replace('<video', '<video controls')}<button type="button" command="--restart">x</button>`,
      true
    ],
    [
      'there is a play button',
      `${CLIP.replace('<video', '<video controls')}<button type="button" command="--play">x</button>`,
      false
    ],
    ['the author never wanted them', CLIP, false]
  ])('keeps the browser’s controls while %s', async (_, inside, kept) => {
    await person.mount(`<yoke-player>${inside}</yoke-player>`)
    await ready()
    expect(await person.page.run(() => document.querySelector('video')?.controls)).toBe(kept)
  })

  it('a media that leaves its player has the browser’s controls as before', async () => {
    await person.mount(`<yoke-player controls>${CLIP.replace('<video', '<video controls')}</yoke-player>`)
    await ready()
    expect(await person.page.run(() => document.querySelector('video')?.controls)).toBe(false)
    await person.page.run(async () => {
      const player = document.querySelector('yoke-player')
      globalThis.kept = document.querySelector('video')
      player?.remove()
      await new Promise(resolve => setTimeout(resolve, 0))
    })
    expect(await person.page.run(() => (globalThis.kept as HTMLVideoElement).controls)).toBe(true)
  })

  it('is a block that keeps its picture’s space, and obeys the page’s CSS', async () => {
    await person.mount(
      '<yoke-player id="a"><video preload="none" width="1280" height="720"></video></yoke-player><yoke-player id="b" style="width:320px"><video preload="none"></video></yoke-player><yoke-player id="c" src="/media/tide-clock.webm" preload="none" style="max-width:160px"></yoke-player>'
    )
    const sizes = await person.page.run(() =>
      ['#a video', '#b', '#c'].map(selector => {
        const { width, height } = document.querySelector(selector)?.getBoundingClientRect() ?? new DOMRect()
        return [Math.round(width), Math.round((width / height) * 100) / 100]
      })
    )
    expect(sizes[0]?.[1]).toBeCloseTo(1.78, 1)
    expect(sizes.slice(1)).toEqual([
      [320, 1.78],
      [160, 1.78]
    ])
  })
})
