import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../../support/engines.ts'
import '../../support/page-types.ts'
import { openPerson, type Person, readFrameNumber } from '../../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const GOOD = '/media/spring-tide.mp4'

/** A player of some sources; nothing is fetched before it is told to play. */
const mount = (sources: readonly string[]): Promise<void> =>
  person.put(`<yoke-player source-timeout="${/slow|mislabelled/.test(sources[0] ?? '') ? 15 : 2}"><video muted preload="none" width="640">${sources
    .map(src => `<source src="${src}" type="video/${src.endsWith('mp4') ? 'mp4' : 'webm'}">`)
    .join('')}</video>
    <button type="button" command="--play-pause">Play</button></yoke-player>`)

/** Tells it to play, four times as fast, and keeps what comes of that. */
const play = (): Promise<void> =>
  person.page.run(() => {
    const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
    Object.assign(globalThis, { kept: { play: 'pending', states: [] as string[], left: [] as string[] } })
    const kept = globalThis.kept as { play: string; states: string[]; left: string[] }
    player.yoke.subscribe(
      ({ sources }) => sources[0]?.fault?.code ?? '',
      code => code && kept.left.push(code)
    )
    player.yoke.subscribe(
      ({ states: { paused, waiting, playing, ended } }) =>
        Object.entries({ paused, waiting, playing, ended })
          .filter(([, holds]) => holds)
          .map(([name]) => name)
          .join(' '),
      states => kept.states.push(states)
    )
    player.playbackRate = 4
    player.play().then(
      () => {
        kept.play = 'begun'
      },
      (reason: Error) => {
        kept.play = reason.name
      }
    )
  })

const untilPlaying = (file: string): Promise<void> =>
  person.until(
    `${file} to play`,
    (name: string) => {
      const player = document.querySelector('yoke-player')
      const at = player?.currentTime ?? 0
      return player?.currentSrc.endsWith(name) && player.yoke.states.playing && at > 0.3
    },
    file
  )

/** What a page knows after its sources have been tried. */
const look = () =>
  person.page.run(() => {
    const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
    const { play, states } = globalThis.kept as { play: string; states: string[] }
    return {
      play,
      states,
      at: player.currentTime,
      rate: player.playbackRate,
      muted: player.muted,
      fault: player.yoke.fault?.code ?? '',
      sources: player.yoke.sources.map(({ state, turn, fault }) => ({ state, turn, code: fault?.code ?? '' })),
      faults: notes.faults,
      errors: notes.errors
    }
  })

describe('a source that cannot be played from its start is left for the next one', () => {
  /** Each in a player of its own, on one page: most of the time goes by with waiting. */
  const WAYS = [
    ['missing', 'missing/tide.webm'],
    ['refused', 'denied/tide.webm'],
    ['on a server out of order', 'broken/tide.webm'],
    ['whose line is cut at once', 'hangup/tide.webm'],
    ['that is a page', 'page/tide.webm'],
    ['that is empty', 'empty/tide.webm'],
    ['of noise', 'corrupt/0/spring-tide.webm'],
    ['cut inside its header', 'cut/300/spring-tide.webm'],
    ['cut inside the index of an MP4', 'cut/2000/spring-tide.mp4'],
    ['that never answers', 'silent/tide.webm'],
    ['of which only the headers come', 'headers/spring-tide.webm']
  ] as const

  /** What each player knew when its second source played: kept by the page, because it may be over when it is asked for. */
  const seen = (path: string) =>
    person.page.run((wanted: string) => {
      const player = [...document.querySelectorAll('yoke-player')].find(({ dataset }) => dataset.path === wanted)
      return (player as unknown as { seen?: Record<string, unknown> } | undefined)?.seen
    }, path)

  beforeAll(async () => {
    await person.put(
      WAYS.map(
        ([, path]) =>
          `<yoke-player source-timeout="4" data-path="${path}"><video muted preload="none" width="160"><source src="/failing/${path}" type="video/${path.endsWith('mp4') ? 'mp4' : 'webm'}"><source src="/media/tide-clock.mp4" type="video/mp4"></video><button type="button" command="--play-pause">Play</button></yoke-player>`
      ).join('')
    )
    await person.page.run(() => {
      for (const player of document.querySelectorAll('yoke-player')) {
        const { yoke } = player
        const states: string[] = []
        yoke.subscribe(
          seen => (seen.states.paused ? 'paused' : seen.states.waiting ? 'waiting' : 'playing'),
          state => states.push(state)
        )
        player.playbackRate = 1.5
        const outcome = player.play().then(
          () => 'begun',
          (reason: Error) => reason.name
        )
        player.addEventListener('timeupdate', async () => {
          const play = await outcome
          const isThere = yoke.states.playing && player.currentSrc.endsWith('clock.mp4') && player.currentTime > 0.2
          if (!isThere || 'seen' in player) return
          const { playbackRate, muted } = player
          const sources = yoke.sources.map(({ state, turn }) => ({ state, turn }))
          const fault = yoke.fault?.code ?? ''
          Object.assign(player, { seen: { play, states: [...states], playbackRate, muted, sources, fault } })
          player.pause()
        })
      }
    })
  })

  it.each(WAYS)('one %s', async (_, path) => {
    await expect.poll(() => seen(path)).toBeTruthy()
    const { sources, states, ...rest } = (await seen(path)) as {
      sources: { state: string; turn: number }[]
      states: string[]
    }
    expect(rest).toEqual({ play: 'begun', fault: '', playbackRate: 1.5, muted: true })
    // A machine that is slow enough has the next one tried again, and before it one that has only been silent.
    expect(Number(sources[1]?.turn)).toBeGreaterThan(Number(sources[0]?.turn))
    expect(['failed', 'silent']).toContain(sources[0]?.state)
    expect(sources[1]?.state).toBe('chosen')
    // A viewer sees a wait, and not a fall back.
    expect(states.filter(state => state === 'paused').length).toBeLessThanOrEqual(1)
    expect(await person.page.run(() => notes)).toMatchObject({ faults: [], errors: [] })
  })
})

describe('a source that cannot be played on is left for the next one', () => {
  it.each([
    ['breaks off', 'cut/150000/spring-tide.webm'],
    ['falls silent', 'stalling/150000/spring-tide.webm'],
    ['ends before its end', 'truncated/150000/spring-tide.webm'],
    ['turns to noise', 'corrupt/150000/spring-tide.webm']
  ])(
    'one that %s in the middle: the next goes on at the same place, the same rate, muted as before',
    async (_, path) => {
      await mount([`/failing/${path}`, GOOD])
      await play()
      await untilPlaying('spring-tide.mp4')
      const seen = await look()
      expect(seen).toMatchObject({ rate: 4, muted: true, fault: '', faults: [], errors: [] })
      expect(seen.sources[1]?.state).toBe('chosen')
      expect(seen.states.filter(state => state.includes('ended'))).toEqual([])
      await person.page.run(() => document.querySelector('yoke-player')?.pause())
      const distance = async (): Promise<number> => {
        // Its picture is that of its time; at four times the speed WebKit's lags behind, and stays so until it is sought.
        await person.page.run(
          () =>
            new Promise(resolve => {
              const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
              player.addEventListener('seeked', resolve, { once: true })
              player.currentTime -= 0.04
            })
        )
        const frame = await person.page.run(readFrameNumber, 'video')
        const time = await person.page.run(() => document.querySelector('video')?.currentTime ?? 0)
        return Math.abs((frame ?? Number.NaN) / 25 - time)
      }
      await expect.poll(distance).toBeLessThan(0.2)
    }
  )

  it('a seek that is under way when its source goes ends where it was to end, and so does the next', async () => {
    await mount(['/failing/stalling/150000/spring-tide.webm', GOOD])
    await play()
    await person.until('the duration', () => Number(document.querySelector('yoke-player')?.duration) > 40)
    await person.page.run(() => {
      const player = document.querySelector('yoke-player')
      player?.addEventListener('seeked', ({ type }) => globalThis.notes.events.push(type))
      player?.yoke.run('seek', 40)
    })
    await person.until('the next source', () => document.querySelector('yoke-player')?.currentSrc.endsWith('.mp4'))
    await person.until('the end of the seek', () => {
      const { yoke, currentTime = 0 } = document.querySelector('yoke-player') ?? {}
      return notes.events.includes('seeked') && yoke?.states.playing && currentTime >= 40
    })
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('seek', 10))
    await person.until('the next seek', () => {
      const { yoke, currentTime = 0 } = document.querySelector('yoke-player') ?? {}
      return !yoke?.states.seeking && currentTime >= 10 && currentTime < 30
    })
  })

  it.each([
    ['under a wrong type', 'mislabelled/spring-tide.webm'],
    ['slow', 'slow/150000/spring-tide.webm']
  ])('but one that is %s is waited for, and plays', async (_, path) => {
    await mount([`/failing/${path}`, GOOD])
    await play()
    await untilPlaying('spring-tide.webm')
    const { sources, faults, errors } = await look()
    expect({ faults, errors }).toEqual({ faults: [], errors: [] })
    expect(sources.map(({ state, turn }) => [state, turn])).toEqual([
      ['chosen', 1],
      ['untried', 0]
    ])
  })

  it('one whose type neither its markup nor its suffix says is tried by what comes of it', async () => {
    person.server.alias('/media/film', '/media/tide-clock.webm')
    await person.put(
      '<yoke-player><video muted preload="none" width="160"><source src="/media/film"></video><button type="button" command="--play-pause">Play</button></yoke-player>'
    )
    await play()
    await untilPlaying('film')
    expect(await person.page.run(() => document.querySelector('yoke-player')?.yoke.sources)).toMatchObject([
      { type: '', answer: 'maybe', state: 'chosen' }
    ])
  })

  it('so are several, one after the other', async () => {
    await mount([
      '/failing/stalling/150000/spring-tide.webm',
      '/failing/missing/tide.webm',
      '/failing/corrupt/0/spring-tide.mp4',
      GOOD
    ])
    await play()
    await untilPlaying('media/spring-tide.mp4')
    const { sources, errors } = await look()
    expect(sources.map(({ turn }) => turn)).toEqual([1, 2, 3, 4])
    expect(sources.at(-1)?.state).toBe('chosen')
    expect(errors).toEqual([])
  })

  it('one of a type that the engine refuses is passed over without a request, and tried last of all', async () => {
    const before = person.server.asked('/media/tide-clock.webm')
    await person.put(
      `<yoke-player><video muted preload="none" width="640"><source src="/media/tide-clock.webm" type="video/wbem"><source src="/failing/missing/x.webm" type="video/webm"></video></yoke-player>`
    )
    await play()
    await untilPlaying('tide-clock.webm')
    const { sources, errors } = await look()
    expect(sources.map(({ state, turn }) => [state, turn])).toEqual([
      ['chosen', 2],
      ['failed', 1]
    ])
    expect(errors).toEqual([])
    expect(person.server.asked('/media/tide-clock.webm')).toBeGreaterThan(before)
  })

  it('what the engine chose is left alone, and no more is fetched than it fetches', async () => {
    const before = person.server.asked('/media/tide-clock.mp4')
    await mount(['/media/tide-clock.webm', '/media/tide-clock.mp4'])
    await play()
    await untilPlaying('tide-clock.webm')
    expect((await look()).sources).toEqual([
      { state: 'chosen', turn: 1, code: '' },
      { state: 'untried', turn: 0, code: '' }
    ])
    expect(await person.page.run(() => document.querySelector('video')?.hasAttribute('src'))).toBe(false)
    expect(person.server.asked('/media/tide-clock.mp4')).toBe(before)
  })
})

describe('when nothing can be played', () => {
  it.each([
    ['missing/tide.webm', 'source-missing'],
    ['denied/tide.webm', 'source-denied'],
    ['broken/tide.webm', 'source-server'],
    ['page/tide.webm', 'source-not-media'],
    ['corrupt/0/spring-tide.webm', 'source-not-media'],
    ['truncated/400/spring-tide.mp4', 'source-damaged'],
    ['corrupt/3000/spring-tide.webm', 'source-damaged']
  ])('%s: says %s, once', async (path, code) => {
    await mount([`/failing/${path}`, `/failing/missing/other.mp4`])
    await play()
    await person.until('failure', () => document.querySelector('yoke-player')?.yoke.states.failed)
    await person.until(
      'the fault, and the end of the request',
      () => notes.faults.length > 0 && (globalThis.kept as { play: string }).play !== 'pending'
    )
    const { play: outcome, fault, faults, sources, errors } = await look()
    expect({ outcome, fault, errors }).toEqual({ outcome: 'NotSupportedError', fault: code, errors: [] })
    expect(faults).toHaveLength(1)
    expect(sources.map(source => source.code)).toEqual([code, 'source-missing'])
  })
})

describe('a connection that breaks', () => {
  /** How it breaks, and how it comes back. */
  const BREAKS: readonly (readonly [string, string, () => Promise<unknown>, () => Promise<unknown>])[] = [
    [
      'because its line is cut',
      'flaky/150000/spring-tide.webm',
      () => Promise.resolve(),
      () => person.page.run(() => fetch('/failing/mend').then(() => undefined))
    ],
    [
      'because its line is cut before anything is known of it',
      'flaky/300/spring-tide.webm',
      () => Promise.resolve(),
      () => person.page.run(() => fetch('/failing/mend').then(() => undefined))
    ],
    ['because the server goes', 'slow/100000/spring-tide.mp4', () => person.server.down(), () => person.server.up()],
    // Only Chromium's driver can do that.
    ...(currentEngine() === 'chromium'
      ? [
          [
            'because the device is off line',
            // An address of its own: what Chromium has of another one's bytes it plays from memory.
            'flaky/150000/spring-tide.webm?off-line',
            async () => {
              await untilPlaying('spring-tide.webm?off-line')
              await person.page.setOffline?.(true)
              // Only then: else all of it may have come before the line goes.
              await fetch(`${person.server.address}/failing/mend`)
            },
            async () => person.page.setOffline?.(false)
          ] as const
        ]
      : [])
  ]

  it.each(BREAKS)('%s is waited for: it goes on where it was, without a press', async (_, way, breakIt, mendIt) => {
    await person.put(
      `<yoke-player source-timeout="1" src="/failing/${way}" muted preload="none"><button type="button" command="--play-pause">Play</button></yoke-player>`
    )
    await person.page.run(() => fetch('/failing/break').then(() => undefined))
    await play()
    if (way.startsWith('slow')) await untilPlaying('spring-tide.mp4')
    await breakIt()
    await person.until('the break', () => (globalThis.kept as { left: string[] }).left.length > 0)
    const before = await look()
    expect(before.states).toContain('waiting')
    expect(before.faults).toEqual([])
    await person.page.run(() => {
      const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      Object.assign(globalThis.kept as object, { lowest: Number.POSITIVE_INFINITY })
      player.yoke.subscribe(
        ({ values }) => values.currentTime,
        time => {
          const kept = globalThis.kept as { lowest: number }
          kept.lowest = Math.min(kept.lowest, time)
        }
      )
    })
    await mendIt()
    await person.until(
      'playback',
      (at: number) => (document.querySelector('yoke-player')?.currentTime ?? 0) > at + 1,
      before.at
    )
    const after = await look()
    expect(after).toMatchObject({ rate: 4, fault: '', faults: [], errors: [] })
    expect(after.sources).toMatchObject([{ state: 'chosen' }])
    // Not from the start once more.
    const lowest = await person.page.run(() => (globalThis.kept as { lowest: number }).lowest)
    expect(lowest).toBeGreaterThan(before.at - 0.5)
  })

  // Only Chromium's driver can do that.
  it.runIf(currentEngine() === 'chromium')('that is not there at first is waited for, too', async () => {
    await person.put('<yoke-player src="/media/tide-clock.webm?late" muted preload="none"></yoke-player>')
    await person.page.setOffline?.(true)
    await play()
    await person.until('the break', () => (globalThis.kept as { left: string[] }).left.length > 0)
    expect((await look()).faults).toEqual([])
    await person.page.setOffline?.(false)
    await untilPlaying('tide-clock.webm?late')
    expect(await look()).toMatchObject({ fault: '', faults: [], errors: [] })
  })

  afterEach(async () => {
    await person.page.setOffline?.(false)
    await person.server.up()
  })
})

describe('sources by script', () => {
  it('the first that the engine plays, by size and by the wish to save data; a chosen file is a source', async () => {
    await person.mount('<yoke-player><video muted preload="none" width="320"></video></yoke-player>')
    const chosen = (): Promise<string | undefined> =>
      person.page.run(() => document.querySelector('video')?.src.split('/').at(-1))
    const give = (sources: readonly object[], saveData?: boolean): Promise<void> =>
      person.page.run(
        (entries, save) => {
          const { yoke } = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
          yoke.configure({ saveData: save ?? false, sources: entries as { src: string }[] })
        },
        sources,
        saveData
      )
    const sizes = [
      { src: '/media/nothing.xyz', type: 'video/nothing' },
      { src: '/media/spring-tide.webm', type: 'video/webm', width: 1280 },
      { src: '/media/tide-clock.webm', type: 'video/webm', width: 600 }
    ]
    await give(sizes)
    await person.until('the size that fits', () => document.querySelector('video')?.src.includes('tide-clock'))
    await person.page.run(() => document.querySelector('video')?.setAttribute('width', '1200'))
    await give(sizes)
    await person.until('the larger one', () => document.querySelector('video')?.src.includes('spring-tide'))
    await give(sizes, true)
    await person.until('the smallest', () => document.querySelector('video')?.src.includes('tide-clock'))
    expect(await chosen()).toBe('tide-clock.webm')
    await person.page.run(async () => {
      const file = await (await fetch('/media/lock-gate.webm')).blob()
      document
        .querySelector('yoke-player')
        ?.yoke.configure({ sources: [new File([file], 'lock-gate.webm', { type: 'video/webm' })] })
    })
    await person.until('the file', () => document.querySelector('video')?.src.startsWith('blob:'))
    await person.page.run(() => void document.querySelector('yoke-player')?.play())
    await person.until('its picture', () => document.querySelector('video')?.videoWidth === 540)
    expect(await person.page.run(() => notes.errors)).toEqual([])
  })
})

describe('what another engine feeds', () => {
  it('is left alone, whatever becomes of it', async () => {
    await person.put(
      '<yoke-player source-timeout="1"><video muted width="320"></video><button type="button" command="--play-pause">Play</button></yoke-player>'
    )
    await person.page.run(() => {
      const video = document.querySelector('video') as HTMLVideoElement
      video.src = URL.createObjectURL(new Blob(['no media'], { type: 'video/webm' }))
      Object.assign(globalThis, { kept: video.src })
    })
    await person.until('failure', () => document.querySelector('yoke-player')?.yoke.states.failed)
    expect(
      await person.page.run(() => {
        const player = document.querySelector('yoke-player')
        return [player?.yoke.sources.length, document.querySelector('video')?.src === globalThis.kept]
      })
    ).toEqual([0, true])
  })
})

describe('Three formats', () => {
  it('breaks each file, and shows what becomes of it', async () => {
    await person.page.goto(`${person.server.address}/three-formats/index.html`)
    const row = (number: number, part: string): Promise<string> => person.text(`#files li:nth-child(${number}) ${part}`)
    await person.until('the files', () => document.querySelector('#files li:nth-child(3) .state')?.textContent)
    expect(await row(2, '.answer')).toBe('this browser: very likely')
    await person.click('#files li:nth-child(1) .ways button:nth-child(2)')
    await person.click('#files li:nth-child(2) .ways button:nth-child(5)')
    await person.page.run(() => {
      const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      player.muted = true
      return player.play().catch(() => undefined)
    })
    // What is cut off is made by the page first, and may come after the first choice.
    await person.until('the first to be left, and the second to play', () => {
      const texts = [...document.querySelectorAll('#files li')].map(row =>
        ['.turn', '.state'].map(part => row.querySelector(part)?.textContent?.trim()).join(' ')
      )
      return texts[0] === '1 left' && texts[1] === '2 plays'
    })
    await person.until('the log', () => document.querySelector('#log')?.textContent?.includes('playing from'))
  })
})

describe('when nothing plays', () => {
  const FALLBACK = '<p id="last">Ask at the <a href="/quay">station</a>.</p>'
  const shown = (): Promise<{ text: string | undefined; height: number | undefined }> =>
    person.page.run(() => {
      const last = document.getElementById('last')
      return { text: last?.parentElement?.localName, height: last?.getBoundingClientRect().height }
    })

  it.each(['controls', ''])(
    '<yoke-player %s>: the fallback content is shown, and goes when something plays',
    async attribute => {
      await person.put(
        `<yoke-player ${attribute}><video muted preload="none" width="640" height="360" src="/failing/missing/tide.webm">${FALLBACK}</video></yoke-player>`
      )
      expect((await shown()).text).toBe('video')
      await play()
      await person.until('it to be shown', () => document.getElementById('last')?.closest('[data-yoke-fallback]'))
      expect((await shown()).height).toBeGreaterThan(10)
      if (attribute) {
        const sentence = 'yoke-player >>> [part="fault-text"]'
        expect(await person.text(sentence)).toBe('This is no longer here. It may have moved.')
      }
      await person.page.run(() => {
        const player = document.querySelector('yoke-player')
        if (player) player.clip = { sources: ['/media/tide-clock.webm', '/media/tide-clock.mp4'] }
      })
      await person.until('it to be back', () => document.getElementById('last')?.parentElement?.localName === 'video')
      expect((await person.page.run(() => globalThis.notes)).errors).toEqual([])
    }
  )
})
