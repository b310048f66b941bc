import type { Preset, ResolvedPreset } from 'yokewright/presets'
import { definePreset, removePreset, resolveNamed } from 'yokewright/presets'
import type { PresetStore } from 'yokewright/stores'
import { isSame } from '../core/documents.ts'
import { begin, type History, look, record, redo, undo } from '../core/history.ts'
import { type Base, type Conflicts, type Kept, reconcile, unsavedOf } from '../core/reconcile.ts'
import { BEGINNING, type Workspace } from '../core/workspace.ts'
import { followDrafts, keepDraft, readDraft } from './drafts.ts'
import type { Shelf } from './services.ts'

/** All that the pages of the workshop show. */
export interface SessionState {
  readonly history: History
  readonly workspace: Workspace
  /** What the open preset says together with all that it extends. */
  readonly resolved: ResolvedPreset
  /** What the library says is wrong with the open preset; `''`: nothing. */
  readonly problem: string
  readonly base: Base
  readonly conflicts: Conflicts
  readonly unsaved: number
  /** Whether this browser keeps what is not saved. */
  readonly isKept: boolean
  readonly saving: 'no' | 'going' | 'failed'
  /** What has happened, in words, for everyone to hear. */
  readonly notice: string
  /** Where saved presets are. */
  readonly place: string
}

const reasonOf = (error: unknown): string => (error instanceof Error ? error.message : String(error))

/** One sitting at the workshop: what is worked on, shown in the page at once, kept in this browser, saved when told. */
export class Session {
  readonly #store: PresetStore
  readonly #listeners = new Set<() => void>()
  /** What the page was last given, by name. */
  readonly #shown = new Map<string, Preset>()
  readonly #problems = new Map<string, string>()
  #state: SessionState

  constructor({ store, place }: Shelf) {
    this.#store = store
    const { workspace, base } = readDraft(place) ?? { workspace: BEGINNING, base: {} }
    this.#state = {
      history: begin(workspace),
      workspace,
      resolved: resolveNamed(workspace.open),
      problem: '',
      base,
      conflicts: {},
      unsaved: 0,
      isKept: true,
      saving: 'no',
      notice: '',
      place
    }
    followDrafts(place, draft => {
      this.#set({ base: draft.base })
      const { presets } = draft.workspace
      this.#become({ presets, open: this.#open(presets) }, 'a change in another tab')
    })
    store.watch?.(() => void this.refresh())
  }

  get state(): SessionState {
    return this.#state
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener)
    return () => this.#listeners.delete(listener)
  }

  /** Shows in the page what was left here, and asks the store. */
  async begin(): Promise<void> {
    await this.#show()
    await this.refresh()
  }

  /** Does something that can be undone. @param continues it is one with the same deed before it. */
  edit(deed: string, change: (workspace: Workspace) => Workspace, continues = false): void {
    const workspace = change(this.#state.workspace)
    if (isSame(workspace, this.#state.workspace)) return
    this.#go(record(this.#state.history, { workspace, deed }, continues))
    this.#keep()
  }

  /** Opens a preset; nothing changes by that. */
  open(name: string): void {
    this.#go(look(this.#state.history, name))
    this.#keep()
  }

  undo(): void {
    const { past, present } = this.#state.history
    if (past.length === 0) return
    this.#go(undo(this.#state.history), `Undone: ${present.deed}.`)
    this.#keep()
  }

  redo(): void {
    const [next] = this.#state.history.future
    if (!next) return
    this.#go(redo(this.#state.history), `Done again: ${next.deed}.`)
    this.#keep()
  }

  /** Says something to everyone. */
  say(notice: string): void {
    this.#set({ notice })
  }

  /** Asks the store what it has, and takes what others have changed. */
  async refresh(): Promise<void> {
    try {
      const listed = (await this.#store.list()).flatMap((each): Kept[] =>
        'preset' in each ? [{ preset: each.preset as Preset, version: each.version }] : []
      )
      const { presets, base, conflicts, taken } = reconcile(this.#state.workspace.presets, this.#state.base, listed)
      this.#set({ base, conflicts, saving: 'no' })
      if (taken.length > 0)
        this.#become({ presets, open: this.#open(presets) }, `what others made of ${taken.join(', ')}`)
      else await this.#show()
      this.#keep()
    } catch (error) {
      this.#fail(error)
    }
  }

  /** Saves everything that the store has otherwise. What somebody else has changed meanwhile stays, and is named. */
  async save(): Promise<void> {
    const { workspace, base } = this.#state
    const { changed, removed } = unsavedOf(workspace.presets, base)
    if (changed.length + removed.length === 0) return this.say('Everything is saved.')
    this.#set({ saving: 'going', notice: '' })
    let isRefused = false
    const attempt = async (name: string, act: () => Promise<void>): Promise<void> => {
      try {
        await act()
      } catch (error) {
        // Not by its class: the store may come from another copy of the library.
        if ((error as Error | undefined)?.name !== 'StoreConflict') throw error
        isRefused = true
        this.say(`${name} was saved by someone else meanwhile.`)
      }
    }
    try {
      for (const preset of changed)
        await attempt(preset.name, async () => {
          const version = await this.#store.save(preset, this.#state.base[preset.name]?.version)
          this.#set({ base: { ...this.#state.base, [preset.name]: { preset, version } } })
        })
      for (const name of removed)
        await attempt(name, async () => {
          await this.#store.remove(name, this.#state.base[name]?.version)
          const { [name]: _, ...base } = this.#state.base
          this.#set({ base })
        })
      this.#set({ saving: 'no' })
      this.#keep()
      if (isRefused) await this.refresh()
      else this.say(`Saved ${this.#state.place}.`)
    } catch (error) {
      this.#fail(error)
    }
  }

  /** Settles a conflict: takes what somebody else has made of a preset, or goes on with one's own, which is then saved over it. */
  settle(name: string, how: 'theirs' | 'mine'): void {
    const { conflicts, base, workspace } = this.#state
    const theirs = conflicts[name]
    const { [name]: _, ...open } = conflicts
    const { [name]: __, ...others } = base
    this.#set({ conflicts: open, base: theirs ? { ...others, [name]: theirs } : others })
    if (how === 'mine') {
      this.#keep()
      return
    }
    const presets = workspace.presets.filter(each => each.name !== name)
    const next = theirs ? [...presets, theirs.preset] : presets
    this.#become({ presets: next, open: this.#open(next) }, `their ${name}`)
    this.#keep()
  }

  /** The preset that stays open; another one where it is gone. */
  #open(presets: readonly Preset[]): string {
    const { open } = this.#state.workspace
    return open.startsWith('house:') || presets.some(({ name }) => name === open)
      ? open
      : (presets[0]?.name ?? 'house:standard@1')
  }

  #become(workspace: Workspace, deed: string): void {
    if (isSame(workspace.presets, this.#state.workspace.presets)) return
    this.#go(record(this.#state.history, { workspace, deed }), `There is ${deed}. It can be undone.`)
  }

  #go(history: History, notice = ''): void {
    this.#set({ history, workspace: history.present.workspace, notice })
    void this.#show()
  }

  #keep(): void {
    const { workspace, base, place } = this.#state
    this.#set({ isKept: keepDraft(place, { workspace, base }) })
  }

  #fail(error: unknown): void {
    this.#set({ saving: 'failed', notice: `Presets kept ${this.#state.place} cannot be reached: ${reasonOf(error)}.` })
  }

  /** Gives the page what has changed. */
  async #show(): Promise<void> {
    const { presets } = this.#state.workspace
    for (const name of [...this.#shown.keys()])
      if (!presets.some(preset => preset.name === name)) {
        this.#shown.delete(name)
        await removePreset(name, { evenIfUsed: true })
      }
    for (const preset of presets) {
      if (this.#shown.get(preset.name) === preset) continue
      this.#shown.set(preset.name, preset)
      const result = await definePreset(preset)
      this.#problems.set(preset.name, result.ok ? '' : result.fault.message)
    }
    const { open } = this.#state.workspace
    this.#set({ resolved: resolveNamed(open), problem: this.#problems.get(open) ?? '' })
  }

  #set(change: Partial<SessionState>): void {
    const next = { ...this.#state, ...change }
    const { changed, removed } = unsavedOf(next.workspace.presets, next.base)
    this.#state = { ...next, unsaved: changed.length + removed.length }
    for (const listener of this.#listeners) listener()
  }
}
