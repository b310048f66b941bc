import { useCallback, useContext, useEffect, useRef, useState, useSyncExternalStore } from 'react'
import { availabilityOf, isCommandOn } from '../core/playback/availability.ts'
import { type CommandName, type CommandValue, isCommandName } from '../core/playback/commands.ts'
import type { YokePlayer } from '../player/yoke-player.ts'
import { askOwn, ownAvailability } from '../wiring/yoke/own-names.ts'
import type { RunResult } from '../wiring/yoke/run-command.ts'
import type { Yoke } from '../wiring/yoke/yoke.ts'
import { nothing, useBeforePaint } from './hydrated.ts'
import { isSame } from './is-same.ts'
import { Around, stageNamed, useStage, WAIT } from './stage.ts'

/** Which player is meant: the one around (`undefined`), the one with an id, or an element. */
export type PlayerTarget = string | YokePlayer | null | undefined

/**
 * A player of the page: the one around, the one with an id (also one that comes later, or that React knows nothing of), or the
 * one that is given. `undefined` on a server, while it is being taken over, and while there is none.
 */
export const usePlayer = (target?: PlayerTarget): YokePlayer | undefined => {
  const around = useContext(Around)
  const stage = typeof target === 'string' ? stageNamed(target) : around
  const found = useStage(stage)
  useEffect(() => {
    // It may be a player of the page that is not React's. One that waits comes by itself.
    const other = typeof target === 'string' && !found && document.getElementById(target)
    if (other && 'yoke' in other && !other.hasAttribute(WAIT)) stage?.set(other as YokePlayer)
  }, [target, found, stage])
  return typeof target === 'string' ? found : (target ?? found)
}

/** Picks something of a yoke: the same value for as long as nothing has changed in it. */
const createPicker = <Value>() => {
  let from: Yoke | undefined
  let by: ((yoke: Yoke) => Value) | undefined
  let value: Value
  return (yoke: Yoke, select: (yoke: Yoke) => Value, isAskedAnew = false): Value => {
    if (isAskedAnew || from !== yoke || by !== select) {
      const next = select(yoke)
      if (from !== yoke || !isSame(value, next)) value = next
      from = yoke
      by = select
    }
    return value
  }
}

/**
 * Something that a player's yoke says, such as `yoke => yoke.values.currentTime`; the component is drawn again when it becomes
 * another. An object or a list is the same as long as its members are.
 * @param select may be another function at each call.
 * @param serverValue for as long as there is no player: on a server, while its page is being taken over, before it comes.
 * @param target which player; the one around where nothing is said.
 */
export const useYoke = <Value>(select: (yoke: Yoke) => Value, serverValue: Value, target?: PlayerTarget): Value => {
  const yoke = usePlayer(target)?.yoke
  const [pick] = useState(createPicker<Value>)
  const latest = useRef(select)
  useBeforePaint(() => {
    latest.current = select
  })
  const subscribe = useCallback(
    (changed: () => void): (() => void) =>
      yoke ? yoke.subscribe(() => pick(yoke, latest.current, true), changed) : nothing,
    [yoke, pick]
  )
  return useSyncExternalStore(
    subscribe,
    () => (yoke ? pick(yoke, select) : serverValue),
    () => serverValue
  )
}

/** A command as a button shows it. */
export interface OfferedCommand {
  /** Runs it. Never rejects. `undefined` while there is no player. */
  readonly run: () => Promise<RunResult> | undefined
  /** It cannot run now: for `aria-disabled`. */
  readonly disabled: boolean
  /** It never can on this media. */
  readonly hidden: boolean
  /** Whether what it stands for is so now: for `aria-pressed`. `undefined` for a command that sets nothing. */
  readonly pressed: boolean | undefined
}

/** Which one of a command's buttons it is. */
export interface CommandOptions {
  /** As a button's `value`: `10` for `skip`, `1.5` for `set-playback-rate`. */
  readonly value?: string | number | undefined
  /** Which player; the one around where nothing is said. */
  readonly for?: PlayerTarget
}

const offered = (yoke: Yoke, name: string, value: string): Omit<OfferedCommand, 'run'> => {
  const own = yoke.commands.get(name)
  const availability =
    ownAvailability(name, yoke) ?? (isCommandName(name) ? availabilityOf(name, yoke.snapshot) : 'later')
  return {
    disabled: availability !== 'now',
    hidden: availability === 'never',
    pressed: own
      ? askOwn(own, yoke, () => own.isOn?.(value, yoke))
      : isCommandName(name)
        ? isCommandOn(name, value, yoke.snapshot)
        : undefined
  }
}

/** A command of a player, for a button that React draws. One of ours by its name without dashes, or one of the page's own. */
export const useCommand = (
  name: CommandName | (string & {}),
  { value, for: target }: CommandOptions = {}
): OfferedCommand => {
  const player = usePlayer(target)
  const offer = useYoke<Partial<OfferedCommand>>(yoke => offered(yoke, name, String(value ?? '')), {}, target)
  return {
    disabled: true,
    hidden: false,
    ...(offer as Pick<OfferedCommand, 'pressed'>),
    run: () => player?.yoke.run(name, value as CommandValue | undefined)
  }
}
