import type { Workspace } from './workspace.ts'

/** What was there after a deed. */
export interface Step {
  readonly workspace: Workspace
  /** The deed, in words: `the accent`. */
  readonly deed: string
}

/** Everything that was done, and can be undone. */
export interface History {
  readonly past: readonly Step[]
  readonly present: Step
  readonly future: readonly Step[]
}

/** More deeds than this are not remembered. */
const MOST_STEPS = 500

export const begin = (workspace: Workspace): History => ({
  past: [],
  present: { workspace, deed: '' },
  future: []
})

/** Remembers a deed. One that `continues` the same deed before it, as a slider does on its way, becomes one with it. */
export const record = (history: History, step: Step, continues = false): History => ({
  past:
    continues && history.present.deed === step.deed
      ? history.past
      : [...history.past, history.present].slice(-MOST_STEPS),
  present: step,
  future: []
})

/** Another preset is open: that is no deed. */
export const look = (history: History, open: string): History => ({
  ...history,
  present: { ...history.present, workspace: { ...history.present.workspace, open } }
})

export const undo = (history: History): History => {
  const before = history.past.at(-1)
  if (!before) return history
  return { past: history.past.slice(0, -1), present: before, future: [history.present, ...history.future] }
}

export const redo = (history: History): History => {
  const [next, ...future] = history.future
  if (!next) return history
  return { past: [...history.past, history.present], present: next, future }
}
