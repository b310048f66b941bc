import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { clipOfEntry } from './clip-of-entry.ts'
import { faultsOfPlaylist, withoutSources } from './playlist-faults.ts'
import { type PlaylistItem, readPlaylist } from './read-playlist.ts'

const codesOf = (document: unknown): readonly string[] =>
  faultsOfPlaylist(document).map(({ code, path }) => `${path.join('.')} ${code}`)
const titlesOf = (items: readonly PlaylistItem[]): readonly unknown[] => items.map(({ record }) => record.title)

describe('a playlist', () => {
  it('is a list, or an object with items; an address is an item too', () => {
    const items = [{ title: 'Bell buoy', artist: 'Sea', sources: ['bell.webm'] }, 'horn.webm']
    const record = { title: 'horn', sources: ['horn.webm'] }
    expect(readPlaylist(items)).toMatchObject({ items: [{ record: items[0] }, { record }], label: '', isWhole: true })
    expect(readPlaylist({ label: 'Sounds', repeat: 'all', shuffle: true, items })).toMatchObject({
      items: [{ record: items[0] }, { record }],
      label: 'Sounds',
      repeat: 'all',
      shuffle: true,
      isWhole: true
    })
  })

  it.each([
    ['horn.webm', 'horn'],
    ['https://quay.example/sounds/fog.horn.webm?from=/a#t=3', 'fog.horn'],
    ['https://skerry.example/v/st60', undefined],
    ['horn', undefined]
  ])('%s is called %s', (address, title) => {
    expect(titlesOf(readPlaylist([address]).items)).toEqual([title])
  })

  it.each<[unknown, readonly string[]]>([
    [undefined, [' document-unreadable']],
    ['tapes', [' document-unreadable']],
    [{ title: 'a clip', sources: [] }, [' document-unreadable']],
    [
      [null, 'a.webm', 7, ['b']],
      ['0 entry-unreadable', '2 entry-unreadable', '3 entry-unreadable']
    ],
    [{ items: [false] }, ['items.0 entry-unreadable']],
    [
      { items: [], repeats: 'all', repeat: 'twice', shuffle: 1, label: 3 },
      ['repeats key-unknown', 'repeat entry-unreadable', 'shuffle entry-unreadable', 'label entry-unreadable']
    ],
    [Array.from({ length: 10_002 }, (_, index) => `${index}.webm`), ['10000 clip-too-large']]
  ])('%j: what cannot be read is told with its place', (document, codes) => {
    expect(codesOf(document)).toEqual(codes)
    expect(readPlaylist(document).isWhole).toBe(false)
  })

  it('says what a misspelt key was to be', () => {
    expect(faultsOfPlaylist({ items: [], repeats: 'all' })[0]?.hint).toBe('did you mean repeat?')
  })

  it('leaves records out that refer to themselves, or throw', () => {
    const circle: Record<string, unknown> = {}
    circle.self = circle
    const thrower = {
      get title() {
        throw new Error('no')
      }
    }
    const entries = [circle, thrower, 'a.webm']
    expect(readPlaylist(entries).items).toMatchObject([{ record: { sources: ['a.webm'] } }])
    expect(faultsOfPlaylist(entries)).toMatchObject([{ path: [0] }, { path: [1] }])
  })

  it('knows its items again: by id, by the very record, by what it says', () => {
    const record = { title: 'Shingle', sources: ['c.webm'] }
    const { items: before } = readPlaylist([{ id: 1, title: 'Bell' }, record, { title: 'Horn' }, { title: 'Horn' }])
    const [bell, shingle, horn, other] = before
    record.title = 'Shingle beach'
    const { items: after } = readPlaylist(
      [{ title: 'Horn' }, { title: 'New' }, record, { title: 'Bell buoy', id: '1' }, { title: 'Horn' }],
      before
    )
    expect([after[0], after[2], after[3], after[4]].map(item => before.indexOf(item as PlaylistItem))).toEqual(
      [horn, shingle, bell, other].map(item => before.indexOf(item as PlaylistItem))
    )
    expect(titlesOf(after)).toEqual(['Horn', 'New', 'Shingle beach', 'Bell buoy', 'Horn'])
    expect(before).not.toContain(after[1])
  })

  it('any data gives items that are data, each a different one, and throws nothing', () => {
    fc.assert(
      fc.property(fc.array(fc.anything({ withDate: true, withMap: true, withNullPrototype: true })), entries => {
        const { items, isWhole } = readPlaylist(entries)
        const faults = faultsOfPlaylist(entries)
        expect(isWhole).toBe(faults.length === 0)
        expect(new Set(items).size).toBe(items.length)
        expect(items.length + faults.length).toBeGreaterThanOrEqual(Math.min(entries.length, 100))
        expect(readPlaylist(entries, items).items.every(item => items.includes(item))).toBe(true)
        for (const { record } of items) expect(() => JSON.stringify(clipOfEntry(record, undefined))).not.toThrow()
      })
    )
  })
})

describe('the clip of an item', () => {
  it('is what of its record is one; by other names where those are said', () => {
    const record = { title: 'Bell', artist: 'Sea', sources: ['a.webm'], moments: [] }
    expect(clipOfEntry(record, undefined)).toEqual({ title: 'Bell', sources: ['a.webm'], moments: [] })
    expect(clipOfEntry({ name: 'Bell', file: 'a.webm' }, { title: 'name', sources: 'file' })).toEqual({
      title: 'Bell',
      sources: ['a.webm']
    })
  })

  it.each([
    [
      { title: 'Bell', src: 'a.webm' },
      'An item “Bell” of a playlist has no sources.',
      'write “sources” in place of “src”'
    ],
    [{ souces: ['a.webm'] }, 'An item of a playlist has no sources.', 'write “sources” in place of “souces”'],
    [{ title: 'Bell' }, 'An item “Bell” of a playlist has no sources.', 'write "sources": ["bell-buoy.webm"]']
  ])('%j without sources says what to write', (record, message, hint) => {
    expect(withoutSources(record)).toMatchObject({ code: 'key-missing', message, hint })
  })
})
