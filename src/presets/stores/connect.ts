import { type Fault, fault, type Result, refuse, succeed, tellFirst, textOf } from '../../core/fault.ts'
import type { Preset } from '../../core/presets/preset.ts'
import { removePreset } from '../presets.ts'
import { beginPresets, pagePresets } from '../registry.ts'
import { tell } from '../tell.ts'
import { type PresetStore, StoreConflict, type StoredPreset } from './store.ts'

/** A store whose presets are in the page. */
export interface ConnectedStore {
  /**
   * Puts a preset into the page, and into the store. What cannot be kept stays in the page all the same. Faults:
   * `preset-conflict`, `store-failed`, and what `definePreset` refuses.
   */
  save(preset: Preset): Promise<Result<Preset>>
  /** Takes a preset out of both. Faults: `preset-in-use`, `preset-conflict`, `store-failed`. */
  remove(name: string, options?: { readonly evenIfUsed?: boolean }): Promise<Result<undefined>>
  /** Looks again what the store has: what others have changed. */
  reload(): Promise<Result<undefined>>
  /** Follows it no longer. Its presets stay in the page. */
  disconnect(): void
}

const conflict = (name: string): Fault =>
  fault(
    'preset-conflict',
    `The preset ${name} was saved by someone else since it was read here; nothing of theirs was overwritten.`,
    'look at what it is now with reload(), and save again'
  )

const failed = (what: string, error: unknown): Fault =>
  fault(
    'store-failed',
    `${what}: ${error instanceof Error ? error.message : textOf(error)}. The page keeps what it has.`,
    'look whether the store can be reached, has room, and lets this page write; then save again',
    error
  )

/** What a store has thrown, as a fault that has been told. */
const told = (reason: Fault): { readonly ok: false; readonly fault: Fault } => {
  tell(reason)
  return refuse(reason)
}

class Connection implements ConnectedStore {
  readonly #store: PresetStore
  readonly #versions = new Map<string, string>()
  #end: (() => void) | undefined

  constructor(store: PresetStore) {
    this.#store = store
    this.#end = store.watch?.(() => void this.reload())
  }

  async save(preset: Preset): Promise<Result<Preset>> {
    const put = await pagePresets().shelf.put(preset)
    if (!put.ok) return told(put.fault)
    try {
      this.#versions.set(preset.name, await this.#store.save(preset, this.#versions.get(preset.name)))
      return put
    } catch (error) {
      const isConflict = error instanceof StoreConflict
      return told(isConflict ? conflict(preset.name) : failed(`The preset ${preset.name} could not be kept`, error))
    }
  }

  async remove(name: string, options: { readonly evenIfUsed?: boolean } = {}): Promise<Result<undefined>> {
    const before = pagePresets().shelf.written(name)
    const removed = await removePreset(name, options)
    if (!removed.ok) return removed
    try {
      await this.#store.remove(name, this.#versions.get(name))
      this.#versions.delete(name)
      return removed
    } catch (error) {
      // It is still there: so the page has it, too.
      if (before) await pagePresets().shelf.put(before)
      return told(
        error instanceof StoreConflict ? conflict(name) : failed(`The preset ${name} could not be removed`, error)
      )
    }
  }

  async reload(): Promise<Result<undefined>> {
    try {
      const found = await this.#store.list()
      const unread = tellFirst(
        found.flatMap(each => ('unread' in each ? [each.unread] : [])),
        error => failed('A preset could not be read', error)
      )
      for (const reason of unread) tell(reason)
      const there = await this.#take(found.flatMap(each => ('preset' in each ? [each] : [])))
      // What cannot be read may be any of them: none is taken for removed.
      if (there && unread.length === 0) this.#forgetOthers(there)
      const [first] = unread
      return first ? refuse(first) : succeed(undefined)
    } catch (error) {
      return told(failed('The presets could not be read', error))
    }
  }

  /** Brings what is there into the page. @returns the names; `undefined` where there is one without. */
  async #take(presets: readonly StoredPreset[]): Promise<ReadonlySet<string> | undefined> {
    const { shelf } = pagePresets()
    const there = new Set<string>()
    let isWhole = true
    for (const { preset, version } of presets) {
      const name = String((preset as { name?: unknown } | null)?.name)
      if (this.#versions.get(name) !== version) {
        const put = await shelf.put(preset)
        if (!put.ok) told(put.fault)
        if (shelf.get(name)) this.#versions.set(name, version)
        else isWhole = false
      }
      there.add(name)
    }
    return isWhole ? there : undefined
  }

  #forgetOthers(there: ReadonlySet<string>): void {
    for (const name of [...this.#versions.keys()]) {
      if (there.has(name)) continue
      this.#versions.delete(name)
      pagePresets().shelf.delete(name)
    }
  }

  disconnect(): void {
    this.#end?.()
    this.#end = undefined
  }
}

/** Brings the presets of a store into the page, and keeps both alike: what others change there shows here. */
export const connectStore = async (store: PresetStore): Promise<ConnectedStore> => {
  beginPresets()
  const connection = new Connection(store)
  await connection.reload()
  return connection
}
