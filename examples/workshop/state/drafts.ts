import type { Base } from '../core/reconcile.ts'
import type { Workspace } from '../core/workspace.ts'

/** What is worked on and not saved, as this browser keeps it. */
export interface Draft {
  readonly workspace: Workspace
  /** What the store had when it was last asked. */
  readonly base: Base
}

const KEY = 'yokewright workshop'

const isDraft = (data: unknown): data is Draft => {
  const { workspace, base } = (data ?? {}) as Partial<Draft>
  return Array.isArray(workspace?.presets) && typeof workspace.open === 'string' && typeof base === 'object'
}

const read = (text: string | null): Draft | undefined => {
  try {
    const data: unknown = JSON.parse(text ?? 'null')
    return isDraft(data) ? data : undefined
  } catch {
    return undefined
  }
}

/** What was left here, if this browser lets it be read. @param place where the presets are kept: each has drafts of its own. */
export const readDraft = (place: string): Draft | undefined => {
  try {
    return read(localStorage.getItem(`${KEY} ${place}`))
  } catch {
    return undefined
  }
}

/** Keeps it against a closed tab. @returns whether this browser could. */
export const keepDraft = (place: string, draft: Draft): boolean => {
  try {
    localStorage.setItem(`${KEY} ${place}`, JSON.stringify(draft))
    return true
  } catch {
    return false
  }
}

/** Hears what other tabs of this workshop do (HTML, "storage" event). @returns the end of it. */
export const followDrafts = (place: string, heard: (draft: Draft) => void): (() => void) => {
  const hear = ({ key, newValue }: StorageEvent): void => {
    const draft = key === `${KEY} ${place}` ? read(newValue) : undefined
    if (draft) heard(draft)
  }
  addEventListener('storage', hear)
  return () => removeEventListener('storage', hear)
}
