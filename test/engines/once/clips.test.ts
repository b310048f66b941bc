import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../../support/engines.ts'
import '../../support/page-types.ts'
import { openPerson, type Person } from '../../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const notes = (): Promise<{ faults: string[]; errors: string[] }> => person.page.run(() => globalThis.notes)
const isShown = (name: string): Promise<void> =>
  person.until(
    `data of ${name}`,
    (wanted: string) => {
      const player = document.querySelector('yoke-player') as unknown as HTMLVideoElement
      return player.currentSrc.includes(wanted) && player.readyState >= 2
    },
    name
  )
const seen = () =>
  person.page.run(() => {
    const player = document.querySelector('yoke-player')
    const media = (player?.shadowRoot ?? player)?.querySelector('video, audio') ?? player?.querySelector('video, audio')
    return {
      kind: media?.localName,
      title: player?.yoke.values.title,
      poster: media?.getAttribute('poster')?.replace(location.origin, '') ?? null,
      width: media?.getAttribute('width') ?? null,
      moments: player?.yoke.snapshot.moments.map(({ label }) => label),
      tracks: player?.yoke.snapshot.captionTracks.map(({ label }) => label),
      sources: player?.yoke.sources.map(({ src }) => src.replace(location.origin, ''))
    }
  })
const give = (record: unknown): Promise<void> =>
  person.page.run((clip: unknown) => {
    const player = document.querySelector('yoke-player')
    if (player) player.clip = clip ?? undefined
  }, record)

const GATE = {
  title: 'The lock gate',
  width: 270,
  height: 480,
  sources: ['/media/lock-gate.webm', '/media/lock-gate.mp4'],
  poster: { src: '/media/lock-gate.jpg' },
  moments: [{ at: 5, label: 'Open' }]
}

describe('src names a clip document', () => {
  it('everything in it is there, with addresses relative to it', async () => {
    await person.mount('<yoke-player controls src="/media/spring-tide.json"></yoke-player>')
    await isShown('spring-tide')
    expect(await seen()).toEqual({
      kind: 'video',
      title: 'Spring tide at the quay',
      poster: '/media/spring-tide.jpg',
      width: '1280',
      moments: ['Low water', 'High water'],
      tracks: ['English', 'العربية', '日本語'],
      sources: ['/media/spring-tide.webm', '/media/spring-tide.mp4']
    })
    expect(await notes()).toMatchObject({ faults: [], errors: [] })
    expect(await person.server.asked('/media/spring-tide.json')).toBe(1)
  })

  it('a record of another system is read by the names of its fields', async () => {
    const fields = JSON.stringify({
      title: 'headline',
      width: '/shape/across',
      height: '/shape/down',
      poster: '/still/large',
      sources: { list: 'files', src: 'address', type: 'mime' },
      moments: { list: 'readings', at: 'second', label: 'what' }
    })
    await person.mount(
      `<yoke-player src="/clips.json#/films/0" clip-fields='${fields.replaceAll("'", '&#39;')}'></yoke-player>`
    )
    await isShown('tide-clock')
    await expect.poll(seen).toMatchObject({
      title: 'The tide clock',
      width: '480',
      moments: ["Three o'clock", "Nine o'clock"]
    })
    await person.page.run(() => document.querySelector('yoke-player')?.setAttribute('src', '/clips.json#/films/1'))
    await isShown('bell-buoy')
    await expect.poll(seen).toMatchObject({ kind: 'audio', title: 'Bell buoy', moments: [], poster: null })
    expect(await notes()).toMatchObject({ faults: [], errors: [] })
  })

  it.each([
    ['/nothing.json', 'document-unreachable'],
    ['/media/spring-tide.json#/nothing', 'document-unreadable'],
    ['/broken.json', 'document-unreadable']
  ])('%s is one fault, and the player says so', async (src, code) => {
    person.server.page('/broken.json', '{ "title": ')
    await person.mount(`<yoke-player controls src="${src}"></yoke-player>`)
    await person.until('the fault', () => document.querySelector('yoke-player')?.yoke.states.failed)
    const { faults, errors } = await notes()
    expect([faults.map(told => told.split(':')[0]), errors]).toEqual([[code], []])
  })

  it('what the markup says wins over it, and is told', async () => {
    await person.mount(
      '<yoke-player clip-title="Ours" src="/media/spring-tide.json"><video preload="metadata" poster="/media/tide-clock.jpg"></video></yoke-player>'
    )
    await isShown('spring-tide')
    await expect.poll(seen).toMatchObject({ title: 'Ours', poster: '/media/tide-clock.jpg' })
    expect((await notes()).faults.map(told => told.split(':')[0]).sort()).toEqual(['setting-twice', 'setting-twice'])
  })
})

describe('player.clip', () => {
  it('makes a media where there is none, and each next one takes the place of the last whole', async () => {
    await person.mount('<yoke-player id="p" controls></yoke-player>')
    await give(GATE)
    await isShown('lock-gate')
    await expect.poll(seen).toMatchObject({
      title: 'The lock gate',
      poster: '/media/lock-gate.jpg',
      width: '270',
      moments: ['Open']
    })
    await give({ sources: ['/media/tide-clock.webm', '/media/tide-clock.mp4'] })
    await isShown('tide-clock')
    await expect.poll(seen).toMatchObject({ title: '', poster: null, moments: [] })
    expect(await notes()).toMatchObject({ faults: [], errors: [] })
  })

  it('stands before the markup, which holds again without it', async () => {
    const inside =
      '<video preload="metadata" poster="/media/tide-clock.jpg"><source src="/media/tide-clock.webm"><source src="/media/tide-clock.mp4"></video>'
    await person.mount(`<yoke-player clip-title="Clock">${inside}</yoke-player>`)
    await isShown('tide-clock')
    await give(GATE)
    await isShown('lock-gate')
    await expect.poll(seen).toMatchObject({ title: 'The lock gate', poster: '/media/lock-gate.jpg' })
    await give(null)
    await isShown('tide-clock')
    await expect.poll(seen).toMatchObject({ title: 'Clock', poster: '/media/tide-clock.jpg', moments: [] })
  })

  it('what cannot be read of it is told, and the rest plays', async () => {
    await person.mount('<yoke-player></yoke-player>')
    await give({ ...GATE, titel: 'x', moments: [{ at: '1:75', label: 'never' }] })
    await isShown('lock-gate')
    const { faults, errors } = await notes()
    expect([faults.map(told => told.split(':')[0]).sort(), errors]).toEqual([['entry-unreadable', 'key-unknown'], []])
  })
})

describe('one setting, several places', () => {
  const conduct = () =>
    person.page.run(() => {
      const { yoke } = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
      return { hideAfter: yoke.settings.hideAfter, title: yoke.values.title, rates: yoke.snapshot.playbackRates }
    })

  it('script wins over an attribute, which wins over the attribute settings; each is told once', async () => {
    await person.mount(
      `<yoke-player hide-after="3" settings='{ "hideAfter": 9, "title": "Quay", "playbackRates": [1, 2] }'><video></video></yoke-player>`
    )
    expect(await conduct()).toEqual({ hideAfter: 3, title: 'Quay', rates: [1, 2] })
    await person.page.run(() => {
      const player = document.querySelector('yoke-player')
      player?.yoke.configure({ hideAfter: 1 })
      player?.setAttribute('hide-after', '4')
    })
    expect((await conduct()).hideAfter).toBe(1)
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.configure({ hideAfter: undefined }))
    expect((await conduct()).hideAfter).toBe(4)
    await person.page.run(() => document.querySelector('yoke-player')?.removeAttribute('hide-after'))
    expect((await conduct()).hideAfter).toBe(9)
    await person.page.run(() => document.querySelector('yoke-player')?.removeAttribute('settings'))
    expect(await conduct()).toEqual({ hideAfter: 2.5, title: '', rates: [0.5, 0.75, 1, 1.25, 1.5, 2] })
    expect((await notes()).faults).toEqual(['setting-twice: take one of the two away'])
  })

  it.each([
    [`settings='{ "hideAfer": 1 }'`, 'setting-unknown: did you mean hideAfter?'],
    ['hide-afer="1"', 'setting-unknown: did you mean hide-after?'],
    ['start-wen="pressed"', 'setting-unknown: did you mean start-when?'],
    ['contrls', 'setting-unknown: did you mean controls?']
  ])('%s is told with what was probably meant', async (attribute, told) => {
    await person.mount(
      `<yoke-player ${attribute} data-anything class="a" x-of-another-kind><video></video></yoke-player>`
    )
    expect((await notes()).faults).toEqual([told])
  })

  it('so is a setting that script misspells', async () => {
    await person.mount('<yoke-player><video></video></yoke-player>')
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.configure({ sorces: [] } as object))
    expect((await notes()).faults).toEqual(['setting-unknown: did you mean sources?'])
  })
})
