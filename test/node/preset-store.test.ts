import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { presetNamed, removePreset } from '../../src/presets/index.ts'
import {
  connectStore,
  httpStore,
  memoryStore,
  type PresetStore,
  type StoredPreset
} from '../../src/presets/stores/index.ts'
import type { PlainServer } from '../../stand-ins/plain-server.ts'
import { startPresetServer } from '../../stand-ins/presets.ts'
import { STORE_CASES } from '../support/store-cases.ts'

let server: PlainServer
beforeAll(async () => {
  server = await startPresetServer()
})
afterAll(() => server.close())

const readable = async (store: PresetStore): Promise<readonly StoredPreset[]> =>
  (await store.list()).flatMap(each => ('preset' in each ? [each] : []))

const emptyServer = async (): Promise<void> => {
  const store = httpStore(server.address)
  for (const { preset, version } of await readable(store))
    await store.remove((preset as { name: string }).name, version)
}

describe.each<[string, () => PresetStore]>([
  ['memory', memoryStore],
  ['HTTP', () => httpStore(server.address)]
])('a store: %s', (_, open) => {
  beforeEach(emptyServer)
  it.each(STORE_CASES)('%s', async (_name, run, expected) => {
    expect(await run(open())).toEqual(expected)
  })
})

describe('a connected store', () => {
  beforeEach(async () => {
    await emptyServer()
    for (const name of ['a', 'b']) await removePreset(name)
  })

  it('brings what is there, and what others change', async () => {
    const other = httpStore(server.address)
    const version = await other.save({ name: 'a', hideAfter: 3 } as { name: string }, undefined)
    const connection = await connectStore(httpStore(server.address))
    expect(presetNamed('a')).toEqual({ name: 'a', hideAfter: 3 })
    const next = await other.save({ name: 'a', hideAfter: 4 } as { name: string }, version)
    await connection.reload()
    expect(presetNamed('a')).toEqual({ name: 'a', hideAfter: 4 })
    await other.remove('a', next)
    await connection.reload()
    expect(presetNamed('a')).toBeUndefined()
    connection.disconnect()
  })

  it('lets two editors overwrite nothing unseen, and the page keeps its own', async () => {
    const mine = await connectStore(httpStore(server.address))
    // Somebody elsewhere: no tab of this browser tells of it.
    const theirs = httpStore(server.address.replace('127.0.0.1', 'localhost'))
    expect(await mine.save({ name: 'a', hideAfter: 3 })).toMatchObject({ ok: true })
    const [{ version } = { version: '' }] = await readable(theirs)
    await theirs.save({ name: 'a', hideAfter: 9 } as { name: string }, version)
    expect(await mine.save({ name: 'a', hideAfter: 5 })).toMatchObject({
      ok: false,
      fault: { code: 'preset-conflict' }
    })
    expect(presetNamed('a')?.hideAfter).toBe(5)
    expect((await readable(theirs))[0]?.preset).toMatchObject({ hideAfter: 9 })
    expect(await mine.remove('a')).toMatchObject({ ok: false, fault: { code: 'preset-conflict' } })
    await mine.reload()
    expect(presetNamed('a')?.hideAfter).toBe(9)
    expect(await mine.save({ name: 'a', hideAfter: 5 })).toMatchObject({ ok: true })
    expect(await mine.remove('a')).toMatchObject({ ok: true })
    expect(await theirs.list()).toEqual([])
    mine.disconnect()
  })

  it.each<[string, Partial<PresetStore>]>([
    ['cannot be read', { list: () => Promise.reject(new Error('out of order')) }],
    ['is full', { save: () => Promise.reject(new DOMException('no room', 'QuotaExceededError')) }],
    [
      'holds rubbish',
      {
        list: async () => [
          { preset: 3, version: '1' },
          { preset: { name: 'b', solo: 1 }, version: '2' }
        ]
      }
    ]
  ])('that %s is a fault, and nothing is lost from the page', async (_, broken) => {
    const connection = await connectStore({ ...memoryStore(), ...broken })
    const saved = await connection.save({ name: 'a', hideAfter: 3 })
    expect(saved.ok || saved.fault.code === 'store-failed').toBe(true)
    expect(presetNamed('a')).toEqual({ name: 'a', hideAfter: 3 })
    const read = await connection.reload()
    expect(read.ok || read.fault.code === 'store-failed').toBe(true)
    expect(presetNamed('a')).toBeDefined()
  })

  it('brings the others where one cannot be read, and takes none for removed', async () => {
    const found: Awaited<ReturnType<PresetStore['list']>>[number][] = [
      { preset: { name: 'a', hideAfter: 3 }, version: '1' }
    ]
    const connection = await connectStore({ ...memoryStore(), list: async () => found })
    found.splice(0, 1, { unread: new Error('b.json is torn') }, { preset: { name: 'b', hideAfter: 5 }, version: '1' })
    expect(await connection.reload()).toMatchObject({
      ok: false,
      fault: { code: 'store-failed', message: expect.stringContaining('b.json is torn') }
    })
    expect([presetNamed('a')?.hideAfter, presetNamed('b')?.hideAfter]).toEqual([3, 5])
    found.splice(0, 1)
    expect(await connection.reload()).toMatchObject({ ok: true })
    expect(presetNamed('a')).toBeUndefined()
  })

  it('of a server that answers oddly is a fault with its status', async () => {
    const connection = await connectStore(httpStore(`${server.address}/nothing/here`))
    expect(await connection.reload()).toMatchObject({
      ok: false,
      fault: { code: 'store-failed', message: expect.stringContaining('the server answers 404') }
    })
  })
})
