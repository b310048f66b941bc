import type { RememberedChoice } from '../../core/captions/choose-track.ts'
import { type CaptionLook, readLook } from '../../core/captions/layout/look.ts'

/** What a viewer has settled, kept between visits. */
export interface CaptionMemory {
  readonly choice?: RememberedChoice
  readonly look?: CaptionLook
}

const KEY = 'yokewright.captions'

/** Storage that a page may not have: in a sandbox, even asking throws. */
const storage = (): Storage | undefined => {
  try {
    return globalThis.localStorage
  } catch {
    return undefined
  }
}

let present: CaptionMemory | undefined
const followers = new Set<() => void>()

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null

const read = (): CaptionMemory => {
  try {
    const kept: unknown = JSON.parse(storage()?.getItem(KEY) ?? '{}')
    if (!isObject(kept)) return {}
    const { choice, look } = kept
    return {
      ...(isObject(choice) && {
        choice: { showing: choice.showing === true, language: String(choice.language ?? '') }
      }),
      ...(isObject(look) && { look: readLook(look) })
    }
  } catch {
    return {}
  }
}

const follow = (event: StorageEvent): void => {
  if (event.key !== KEY) return
  present = undefined
  for (const follower of [...followers]) follower()
}

/** What is remembered now. */
export const recall = (): CaptionMemory => {
  present ??= read()
  return present
}

/** Remembers something more; every player of the page hears of it, and every other page of the site. */
export const remember = (more: CaptionMemory): void => {
  present = { ...recall(), ...more }
  try {
    storage()?.setItem(KEY, JSON.stringify(present))
  } catch {
    // A full or forbidden storage: it holds for this page then.
  }
  for (const follower of [...followers]) follower()
}

/** Calls when what is remembered changes, here or in another window. @returns its stop. */
export const followMemory = (changed: () => void): (() => void) => {
  if (followers.size === 0) globalThis.addEventListener('storage', follow)
  followers.add(changed)
  return () => {
    followers.delete(changed)
    if (followers.size === 0) globalThis.removeEventListener('storage', follow)
  }
}
