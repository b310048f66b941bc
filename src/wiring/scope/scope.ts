import type { Fault } from '../../core/fault.ts'
import type { MediaSnapshot } from '../../core/playback/snapshot.ts'
import { MEASURE_NAMES, MEASURES } from '../../core/playback/values.ts'
import { use } from '../../loading/part.ts'
import { holdsState, stateNames } from '../yoke/own-names.ts'
import type { Scope, YokeView } from '../yoke/yoke-view.ts'
import { CONTROLS } from './controls-part.ts'
import { keepEarlyPress } from './early-press.ts'
import { hostOf, listen, unlisten } from './nodes.ts'
import { INSIDE_SELECTOR } from './outside.ts'
import { registerScope, unregisterScope, wake } from './registry.ts'
import { whenWanted } from './when-wanted.ts'

export interface ScopeOptions {
  /** A custom element's own states (HTML, `ElementInternals.states`); without it they stand in `data-yoke-state`. `unmarked`: another scope of the same element shows them. */
  readonly states?: CustomStateSet | 'unmarked'
  /** Couple what stands inside only when it comes near the viewport, is touched, or plays. */
  readonly lazily?: boolean
}

const statesOf = (yoke: YokeView): string =>
  stateNames(yoke)
    .filter(name => holdsState(name, yoke))
    .join(' ')

/** Keeps the scope's states where CSS can see them. */
const markStates = (target: Element, yoke: YokeView, set: CustomStateSet | undefined): (() => void) => {
  const show = (states: string): void => {
    if (!set) {
      if (target.getAttribute('data-yoke-state') !== states) target.setAttribute('data-yoke-state', states)
      return
    }
    const wanted = new Set(states.split(' '))
    for (const name of stateNames(yoke)) {
      // Only what changes: each touch may restyle what is inside.
      if (wanted.has(name) === set.has(name)) continue
      if (wanted.has(name)) set.add(name)
      else set.delete(name)
    }
  }
  show(statesOf(yoke))
  const stop = yoke.subscribe(statesOf, show)
  return () => {
    stop()
    if (set) for (const name of stateNames(yoke)) set.delete(name)
    else target.removeAttribute('data-yoke-state')
  }
}

/** Keeps `--yoke-position` and its like on a scope with the attribute `measures`. Each change restyles what is inside. */
const showMeasures = (target: Element, yoke: YokeView): (() => void) => {
  const { style } = target as HTMLElement
  const show = (snapshot: MediaSnapshot | undefined): void => {
    for (const name of MEASURE_NAMES) {
      if (snapshot) style.setProperty(`--yoke-${name}`, String(Number(MEASURES[name](snapshot).toFixed(4))))
      else style.removeProperty(`--yoke-${name}`)
    }
  }
  const wanted = (seen: YokeView): MediaSnapshot | undefined =>
    seen.settings.measures || target.hasAttribute('measures') ? seen.snapshot : undefined
  if (wanted(yoke)) show(yoke.snapshot)
  const stop = yoke.subscribe(wanted, show)
  return () => {
    stop()
    if (wanted(yoke)) show(undefined)
  }
}

/** Puts off what stands in a scope until it is wanted. @returns its end. */
const waitInside = (root: Element, yoke: YokeView, join: () => void): (() => void) => {
  const end = whenWanted(root, join)
  // A media that is made for a player plays where its root does not hear of it.
  const still = yoke.subscribe(
    seen => seen.snapshot.paused,
    () => wake(root)
  )
  return () => {
    end()
    still()
  }
}

/** Does something once somebody presses something in a scope, or plays. @returns its cancel. */
const onNextUse = (root: Element | ShadowRoot, yoke: YokeView, task: () => void): (() => void) => {
  const run = (): void => {
    cancel()
    task()
  }
  const stop = yoke.subscribe(({ snapshot: { paused } }) => paused, run)
  const cancel = (): void => {
    stop()
    unlisten(root, 'pointerdown', run, true)
  }
  listen(root, 'pointerdown', run, { capture: true })
  return cancel
}

/** Makes `root` a scope of the yoke. @returns its release. */
export const bindScope = (
  yoke: YokeView,
  root: Element | ShadowRoot,
  { states, lazily = false }: ScopeOptions = {}
): (() => void) => {
  if (yoke.disposed) return () => undefined
  const target = hostOf(root) as Element
  const stops = states === 'unmarked' ? [] : [markStates(target, yoke, states), showMeasures(target, yoke)]
  let leave = (): void => undefined
  let released = false
  const join = (): void => {
    const pressed = CONTROLS.here ? undefined : keepEarlyPress(root, INSIDE_SELECTOR)
    const host = {
      raise: (reason: Fault) => {
        pressed?.()
        yoke.raise(reason)
        // It is tried again when somebody presses something here, or plays.
        if (!released) stops.push(onNextUse(root, yoke, join))
      }
    }
    use(CONTROLS, host, ({ treeOf }) => {
      const button = pressed?.()
      if (released) return
      yoke.attend()
      const tree = treeOf(root)
      leave = tree.join(root, yoke)
      if (button) tree.answer(button)
    })
  }
  const scope: Scope = {
    root,
    target,
    release: () => {
      if (!yoke.removeScope(scope)) return
      released = true
      unregisterScope(root, yoke)
      leave()
      for (const stop of stops) stop()
    }
  }
  // Known before anything is coupled, so that the faults of its markup are heard here.
  registerScope(root, yoke)
  yoke.addScope(scope)
  if (lazily && root instanceof Element) stops.push(waitInside(root, yoke, join))
  else join()
  return scope.release
}
