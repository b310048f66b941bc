import type { PresetStore, StoredPreset } from '../../src/presets/stores/store.ts'

/** What a store has to do: each runs where the store is, in Node or in a page, and says what came of it. */
export const STORE_CASES: readonly (readonly [
  name: string,
  run: (store: PresetStore) => Promise<unknown>,
  expected: unknown
])[] = [
  [
    'keeps what is saved, as it is',
    async store => {
      await store.save({ name: 'a', look: { accent: 'teal' } } as { name: string }, undefined)
      await store.save({ name: 'ümlaut b' }, undefined)
      const list = (await store.list()) as readonly StoredPreset[]
      return list
        .map(({ preset }) => preset)
        .sort((one, other) => (JSON.stringify(one) < JSON.stringify(other) ? -1 : 1))
    },
    [{ name: 'a', look: { accent: 'teal' } }, { name: 'ümlaut b' }]
  ],
  [
    'has another version after each save',
    async store => {
      const first = await store.save({ name: 'a' }, undefined)
      const second = await store.save({ name: 'a', solo: true } as { name: string }, first)
      const [{ version, preset } = { version: '', preset: {} }] = (await store.list()) as readonly StoredPreset[]
      return [first !== second, version === second, preset]
    },
    [true, true, { name: 'a', solo: true }]
  ],
  [
    'overwrites nothing that it was not asked to: saved, new, removed',
    async store => {
      const failure = (promise: Promise<unknown>): Promise<unknown> =>
        promise.then(
          () => 'done',
          (error: Error) => error.name
        )
      const first = await store.save({ name: 'a' }, undefined)
      await store.save({ name: 'a', solo: true } as { name: string }, first)
      return [
        await failure(store.save({ name: 'a' }, first)),
        await failure(store.save({ name: 'a' }, undefined)),
        await failure(store.remove('a', first)),
        await failure(store.save({ name: 'none' }, first)),
        (await store.list()).length
      ]
    },
    ['StoreConflict', 'StoreConflict', 'StoreConflict', 'StoreConflict', 1]
  ],
  [
    'removes what is of the version that was read',
    async store => {
      await store.remove('a', await store.save({ name: 'a' }, undefined))
      return store.list()
    },
    []
  ]
]
