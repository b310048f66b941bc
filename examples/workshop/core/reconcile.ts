import type { Preset } from 'yokewright/presets'
import { isSame } from './documents.ts'

/** A preset as the store had it, and which version of it that was. */
export interface Kept {
  readonly preset: Preset
  readonly version: string
}

/** What the store had when it was last asked, by name. */
export type Base = Readonly<Record<string, Kept>>

/** Somebody else has changed what is changed here too: theirs, or `undefined` where they have removed it. */
export type Conflicts = Readonly<Record<string, Kept | undefined>>

export interface Reconciled {
  readonly presets: readonly Preset[]
  readonly base: Base
  readonly conflicts: Conflicts
  /** What came from the store, in names. */
  readonly taken: readonly string[]
}

/** What has yet to be saved: documents that the store has otherwise or not at all, and names that it should lose. */
export const unsavedOf = (
  presets: readonly Preset[],
  base: Base
): { readonly changed: readonly Preset[]; readonly removed: readonly string[] } => ({
  changed: presets.filter(preset => !isSame(preset, base[preset.name]?.preset)),
  removed: Object.keys(base).filter(name => !presets.some(preset => preset.name === name))
})

/**
 * Brings together what is worked on here and what the store has now. What is unchanged here becomes what they have made of
 * it; what both have changed stays as it is here, and is named.
 */
export const reconcile = (presets: readonly Preset[], base: Base, listed: readonly Kept[]): Reconciled => {
  const there = new Map(listed.map(kept => [kept.preset.name, kept]))
  const { changed, removed } = unsavedOf(presets, base)
  const touched = new Set([...changed.map(({ name }) => name), ...removed])
  const next = new Map(presets.map(preset => [preset.name, preset]))
  const found: Record<string, Kept> = { ...base }
  const conflicts: Record<string, Kept | undefined> = {}
  const taken: string[] = []
  for (const name of new Set([...Object.keys(base), ...there.keys()])) {
    const theirs = there.get(name)
    if (theirs?.version === base[name]?.version) continue
    const isMine = touched.has(name) && !isSame(next.get(name), theirs?.preset)
    if (isMine && (theirs || next.has(name))) {
      conflicts[name] = theirs
      continue
    }
    if (theirs) found[name] = theirs
    else delete found[name]
    if (isSame(next.get(name), theirs?.preset)) continue
    taken.push(name)
    if (theirs) next.set(name, theirs.preset)
    else next.delete(name)
  }
  return { presets: [...next.values()], base: found, conflicts, taken }
}
