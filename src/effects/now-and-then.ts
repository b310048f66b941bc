import type { Yoked } from './capture.ts'

/** From the least to the most, in seconds. */
export type Span = readonly [least: number, most: number]

/** When something happens. */
export interface NowAndThenOptions {
  /** How long it is until the next time, of time that plays. Default 6 to 14 seconds. */
  readonly every?: Span
  /** How long each time lasts. Default 0.3 to 0.9 seconds. */
  readonly lasts?: Span
  /** From 0 to below 1. Default `Math.random`. */
  readonly random?: () => number
  /** Ends it. */
  readonly signal?: AbortSignal
}

/**
 * Does something now and then while a player plays; what waits while it is paused waits on.
 * @param effect begins something. @returns its end, called after as long as it lasts, when the player pauses, and at the end
 * of all; `undefined` where it has not begun.
 */
export const nowAndThen = (
  { yoke }: Yoked,
  effect: () => (() => void) | undefined,
  { every = [6, 14], lasts = [0.3, 0.9], random = Math.random, signal }: NowAndThenOptions = {}
): void => {
  if (signal?.aborted) return
  const within = ([least, most]: Span): number => (least + (most - least) * random()) * 1000
  let timer: ReturnType<typeof setTimeout> | undefined
  let end: (() => void) | undefined
  /** Milliseconds of playing that are left until the next time. */
  let left = within(every)
  let since = 0
  const stop = (): void => {
    end?.()
    end = undefined
  }
  const begin = (): void => {
    end = effect()
    left = within(every)
    timer = setTimeout(
      () => {
        stop()
        wait()
      },
      end ? within(lasts) : 0
    )
  }
  const wait = (): void => {
    since = performance.now()
    timer = setTimeout(begin, left)
  }
  const rest = (): void => {
    clearTimeout(timer)
    if (!end && since) left = Math.max(0, left - (performance.now() - since))
    stop()
  }
  const follow = (plays: boolean): void => (plays ? wait() : rest())
  if (yoke.states.playing) wait()
  const unfollow = yoke.subscribe(({ states }) => states.playing, follow)
  signal?.addEventListener('abort', () => {
    unfollow()
    rest()
  })
}
