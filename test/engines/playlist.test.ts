import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { BROUGHT } from '../../src/core/markup/brought-names.ts'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
  person.server.page('/tapes.json', JSON.stringify({ label: 'Harbour sounds', items: TAPES }))
})
afterAll(() => person?.leave())

const TAPES = [
  {
    id: 'clock',
    title: 'The tide clock',
    artist: 'Station',
    cover: '/media/tide-clock.jpg',
    sources: ['/media/tide-clock.webm']
  },
  {
    id: 'gate',
    title: 'The lock gate',
    artist: 'Lock keeper',
    cover: '/media/lock-gate.jpg',
    sources: ['/media/lock-gate.webm']
  },
  { id: 'buoy', title: 'Bell buoy', cover: { src: 'javascript:alert(1)' }, sources: ['/media/bell-buoy.webm'] }
]
const MISSING = { id: 'lost', title: 'Lost tape', sources: ['/media/nobody-has-this.webm'] }

const CONTROLS = `<div style="position: fixed; inset: 0 auto auto 0; background: #fff">
<button id="previous" type="button" command="--previous">Back</button>
<button id="play" type="button" command="--play-pause">Play</button>
<button id="next" type="button" command="--next">On</button>
<b id="title" data-yoke-value="title"></b> <i id="artist" data-yoke-item="artist"></i>
<span id="number" data-yoke-value="item-number"></span>/<span id="count" data-yoke-value="item-count"></span>
<img id="cover" width="40" height="40" data-yoke-item="cover">
<p id="more" data-yoke-when="has-next" hidden>more</p></div>`

const mount = async (attributes: string, inside = CONTROLS): Promise<void> => {
  await person.mount(`<yoke-player muted ${attributes}>${inside}</yoke-player>`)
  await person.until('a list', () => document.querySelector('yoke-player')?.yoke.playlist?.items.length)
}
const mountList = (items: readonly unknown[], more = '', inside = CONTROLS): Promise<void> =>
  mount(`playlist='${JSON.stringify(items)}' ${more}`, inside)

const run = (command: string, value?: string | number): Promise<unknown> =>
  person.page.run(
    (name: string, given: string | number | null) =>
      document.querySelector('yoke-player')?.yoke.run(name, given ?? undefined),
    command,
    value ?? null
  )
/** Waits until this item is what plays, or is to play. */
const becomes = (id: string, playing?: boolean): Promise<void> =>
  person.until(
    `${id} ${playing ? 'playing' : ''}`,
    (wanted: string, plays: boolean | null) => {
      const player = document.querySelector('yoke-player')
      const { playlist, media, states } = player?.yoke ?? {}
      const isIt =
        playlist?.current?.id === wanted &&
        media?.currentSrc.includes((playlist.current.record.sources as string[])[0] ?? '')
      return isIt && (plays === null || states?.playing === plays)
    },
    id,
    playing ?? null
  )
/** To just before the end of what plays. */
const nearEnd = async (): Promise<void> => {
  await person.until('time runs', () => {
    const { duration = Number.NaN, currentTime = 0 } = document.querySelector('yoke-player') ?? {}
    return Number.isFinite(duration) && currentTime > 0
  })
  await person.page.run(() => {
    const player = document.querySelector('yoke-player')
    if (player) player.currentTime = player.duration - 0.4
  })
}
const shown = (): Promise<Record<string, string>> =>
  person.page.run(() => ({
    title: document.querySelector('#title')?.textContent ?? '',
    artist: document.querySelector('#artist')?.textContent ?? '',
    place: `${document.querySelector('#number')?.textContent}/${document.querySelector('#count')?.textContent}`,
    cover: document.querySelector('#cover')?.getAttribute('src') ?? '',
    more: String(!document.querySelector<HTMLElement>('#more')?.hidden),
    next: String(document.querySelector('#next')?.getAttribute('aria-disabled')),
    previous: String(document.querySelector('#previous')?.getAttribute('aria-disabled'))
  }))

describe('a playlist', () => {
  it.each([
    ['its address', 'playlist="/tapes.json"'],
    ['JSON', `playlist='${JSON.stringify(TAPES)}'`],
    ['settings', `settings='${JSON.stringify({ playlist: TAPES })}'`]
  ])('is named by %s: the first item waits, and everything shows it', async (_, attributes) => {
    await mount(attributes)
    await becomes('clock', false)
    const { cover, ...rest } = await shown()
    expect(rest).toEqual({
      title: 'The tide clock',
      artist: 'Station',
      place: '1/3',
      more: 'true',
      next: 'null',
      previous: 'true'
    })
    expect(cover).toContain('/media/tide-clock.jpg')
  })

  it('next and previous go through it, at its ends they cannot; nothing begins to play by that', async () => {
    await mountList(TAPES)
    await becomes('clock')
    await person.click('#next')
    await becomes('gate', false)
    await person.click('#next')
    await becomes('buoy', false)
    expect(await shown()).toEqual({
      title: 'Bell buoy',
      artist: '',
      place: '3/3',
      cover: '',
      more: 'false',
      next: 'true',
      previous: 'null'
    })
    await person.click('#previous')
    await becomes('gate', false)
  })

  it('goes on by itself at an end, at the same rate, and ends with the last one', async () => {
    await mountList(TAPES)
    await becomes('clock')
    await person.click('#play')
    await becomes('clock', true)
    await run('set-playback-rate', 2)
    await nearEnd()
    await becomes('gate', true)
    expect(await person.page.run(() => document.querySelector('yoke-player')?.playbackRate)).toBe(2)
    await nearEnd()
    await becomes('buoy', true)
    await nearEnd()
    await person.until('the end', () => document.querySelector('yoke-player')?.yoke.states.ended)
    await becomes('buoy', false)
    expect(await person.page.run(() => globalThis.notes.faults)).toEqual([])
  })

  it('previous goes to the start of what has run for some seconds', async () => {
    await mountList(TAPES)
    await run('play-item', 'gate')
    await becomes('gate', true)
    await run('seek', 6)
    await person.until('the place', () => (document.querySelector('yoke-player')?.currentTime ?? 0) >= 6)
    await person.click('#previous')
    await person.until('the start', () => (document.querySelector('yoke-player')?.currentTime ?? 9) < 3)
    await becomes('gate', true)
    await person.click('#previous')
    await becomes('clock', true)
  })

  it.each([
    ['one', 'clock'],
    ['all', 'clock']
  ])('repeat %s', async (repeat, after) => {
    await mountList(repeat === 'one' ? TAPES : TAPES.slice(0, 1), `repeat="${repeat}"`)
    await becomes('clock')
    await person.click('#play')
    await becomes('clock', true)
    await nearEnd()
    await person.until('the start', () => (document.querySelector('yoke-player')?.currentTime ?? 9) < 2)
    await becomes(after, true)
  })

  it('an item that fails is told, marked and passed over, and can be chosen again', async () => {
    await mountList(
      [TAPES[0], MISSING, { id: 'none', title: 'Without' }, TAPES[2]],
      '',
      `${CONTROLS}<ul id="list" data-yoke-playlist></ul>`
    )
    await becomes('clock')
    await person.click('#play')
    await becomes('clock', true)
    await person.click('#next')
    await becomes('buoy', true)
    await person.until(
      'the marks',
      () =>
        [...document.querySelectorAll('#list > li')].map(row => row.hasAttribute('data-yoke-failed')).join() ===
        'false,true,true,false'
    )
    const faults = await person.page.run(() => globalThis.notes.faults.map(said => said.split(':')[0]))
    expect(faults).toContain('key-missing')
    await run('previous')
    await becomes('clock', true)
  })

  it('what plays after a retry has not failed, and thousands without sources do not hold the page up', async () => {
    await person.mount(`<yoke-player muted><ul id="list" data-yoke-playlist></ul></yoke-player>`)
    await person.page.run(() => {
      const items = [
        ...Array.from({ length: 3000 }, () => ({ title: 'Empty' })),
        { id: 'late', sources: ['/media/late.webm'] }
      ]
      document.querySelector('yoke-player')?.yoke.configure({ playlist: items })
    })
    await run('play-item', 'late')
    await person.until('the failure', () => document.querySelector('yoke-player')?.yoke.states.failed)
    await person.page.run(() => {
      const { yoke } = document.querySelector('yoke-player') ?? {}
      yoke?.configure({ playlist: [{ id: 'late', sources: ['/media/tide-clock.webm'] }] })
      void yoke?.run('play')
    })
    await becomes('late', true)
    expect(await person.page.run(() => document.querySelector('yoke-player')?.yoke.playlist?.failed.length)).toBe(0)
    expect(await person.page.run(() => globalThis.notes.errors)).toEqual([])
  })

  it('edits while it plays: what plays plays on', async () => {
    await mountList(TAPES)
    await becomes('clock')
    await person.click('#play')
    await becomes('clock', true)
    await run('seek', 3)
    const edit = (records: readonly unknown[]): Promise<void> =>
      person.page.run(items => {
        document.querySelector('yoke-player')?.yoke.configure({ playlist: items })
      }, records)
    const [clock, gate, buoy] = TAPES
    await edit([gate, { ...clock, title: 'The clock', artist: 'Both' }, buoy])
    expect(await shown()).toMatchObject({ title: 'The clock', artist: 'Both', place: '2/3' })
    await edit([gate, buoy])
    expect(await shown()).toMatchObject({ title: 'The clock', place: '/2' })
    const isSame = (): Promise<boolean> =>
      person.page.run(() => {
        const player = document.querySelector('yoke-player')
        return (player?.currentTime ?? 0) >= 3 && player?.paused === false && player.currentSrc.includes('tide-clock')
      })
    expect(await isSame()).toBe(true)
    await person.click('#next')
    await becomes('buoy', true)
  })

  it('of files that a viewer has chosen, and what is no item is told with its place', async () => {
    await person.mount(`<yoke-player muted>${CONTROLS}</yoke-player>`)
    await person.page.run(async () => {
      const files = await Promise.all(
        ['tide-clock', 'lock-gate'].map(
          async name => new File([await (await fetch(`/media/${name}.webm`)).blob()], `${name}.webm`)
        )
      )
      document.querySelector('yoke-player')?.yoke.configure({ playlist: [...files, null, 7] as unknown as object })
    })
    await person.until('the first', () => document.querySelector('#title')?.textContent === 'tide-clock.webm')
    await person.until('data', () => (document.querySelector('yoke-player')?.readyState ?? 0) >= 1)
    expect(await shown()).toMatchObject({ place: '1/2' })
    expect(await person.page.run(() => globalThis.notes.faults.map(said => said.split(':')[0]))).toEqual([
      'entry-unreadable',
      'entry-unreadable'
    ])
  })

  it('an empty <select> is filled with the items, and follows an edit of the list', async () => {
    await mountList(TAPES)
    await person.page.run(() =>
      document
        .querySelector('yoke-player')
        ?.insertAdjacentHTML('beforeend', '<select data-yoke-value="playlist-item"></select>')
    )
    const options = (): Promise<readonly string[]> =>
      person.page.run(() =>
        [...(document.querySelector('select')?.options ?? [])].map(({ value, label }) => `${value} ${label}`)
      )
    await expect.poll(options).toHaveLength(3)
    expect((await options())[0]).toContain('clock ')
    await person.page.run(() => {
      const { yoke } = document.querySelector('yoke-player') ?? {}
      yoke?.configure({ playlist: yoke.playlist?.items.slice(1).map(({ record }) => record) ?? [] })
    })
    await expect.poll(options).toHaveLength(2)
  })

  it('says what is wrong with a command: an item, a way to repeat', async () => {
    await mountList(TAPES)
    expect(await run('play-item', 'gat')).toMatchObject({
      ok: false,
      fault: { code: 'item-unknown', hint: 'did you mean gate?' }
    })
    expect(await run('play-item', 9)).toMatchObject({ fault: { hint: 'write an id, or a number from 1 to 3' } })
    expect(await run('set-repeat', 'twice')).toMatchObject({ fault: { hint: 'there are off, one, all' } })
    expect(await run('play-item', 3)).toMatchObject({ ok: true })
    await becomes('buoy', true)
  })

  it('brings the names that the reference has, and no others', async () => {
    await mountList(TAPES)
    const brought = await person.page.run(() => {
      const yoke = document.querySelector('yoke-player')?.yoke
      return [yoke?.commands, yoke?.authorValues, yoke?.authorStates].map(names => [...(names?.keys() ?? [])])
    })
    expect(brought).toEqual(Object.values(BROUGHT.playlist))
  })

  it('media keys go on and back, and the lock screen shows the record', async () => {
    if (!(await person.page.run(() => 'mediaSession' in navigator))) return
    await mountList(TAPES)
    await becomes('clock')
    await person.page.run(() => {
      const keys: Record<string, (() => void) | null> = {}
      Object.assign(globalThis, { kept: keys })
      navigator.mediaSession.setActionHandler = (name: string, run: never) => {
        keys[name] = run
      }
    })
    await person.click('#play')
    await becomes('clock', true)
    await person.until('the artist', () => navigator.mediaSession.metadata?.artist === 'Station')
    expect(await person.page.run(() => navigator.mediaSession.metadata?.artwork[0]?.src)).toContain(
      '/media/tide-clock.jpg'
    )
    await person.page.run(() => (globalThis.kept as Record<string, () => void>).nexttrack?.())
    await becomes('gate', true)
    await person.page.run(() => (globalThis.kept as Record<string, () => void>).previoustrack?.())
    await becomes('clock', true)
  })

  it('a list that cannot be read says so, and retry reads it', async () => {
    await person.mount(`<yoke-player muted playlist="/none.json">${CONTROLS}</yoke-player>`)
    await person.until('the fault', () => globalThis.notes.faults.some(said => said.startsWith('document-unreachable')))
    person.server.page('/none.json', JSON.stringify(TAPES))
    await run('retry')
    await becomes('clock', false)
  })
})
