import { useSyncExternalStore } from 'react'

/** A line of the log. */
interface Line {
  readonly id: number
  readonly text: string
}

/** What the desk holds for all pictures at once. */
export interface Desk {
  readonly playing: boolean
  readonly muted: boolean
  readonly rate: number
  /** The id of the picture whose table and chart are shown. */
  readonly shown: string
  /** What has happened, the newest first. */
  readonly log: readonly Line[]
}

const MOST_LINES = 40

let desk: Desk = { playing: false, muted: true, rate: 1, shown: 'tide', log: [] }
const listeners = new Set<() => void>()

/** Changes what the desk holds, for everyone. */
export const change = (next: Partial<Desk>): void => {
  desk = { ...desk, ...next }
  for (const listener of listeners) listener()
}

/** Writes a line into the log. */
export const note = (text: string): void => {
  const [last] = desk.log
  change({ log: [{ id: (last?.id ?? 0) + 1, text }, ...desk.log].slice(0, MOST_LINES) })
}

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

/** What the desk holds; drawn again when that changes. */
export const useDesk = <Picked>(pick: (desk: Desk) => Picked): Picked =>
  useSyncExternalStore(subscribe, () => pick(desk))
