import { useCallback, useContext, useEffect, useState, useSyncExternalStore } from 'react'
import type { CommandName, CommandValue } from '../core/playback/commands.ts'
import type { YokePlayer } from '../player/yoke-player.ts'
import { availabilityIn, isOn } from '../wiring/yoke/own-names.ts'
import type { RunResult } from '../wiring/yoke/run-command.ts'
import type { Yoke } from '../wiring/yoke/yoke.ts'
import { nothing, useLatest } from './hydrated.ts'
import { isSame } from './is-same.ts'
import { Around, stageNamed, useStage, WAIT } from './stage.ts'

/** Which player is meant: the one around (`undefined`), the one with an id, or an element. */
export type PlayerTarget = string | YokePlayer | null | undefined

/**
 * A player of the page: the one around, the one with an id (also one that comes later, or that React knows nothing of), or the
 * one that is given. `undefined` on a server, while it is being taken over, and while there is none.
 */
export const usePlayer = (target?: PlayerTarget): YokePlayer | undefined => {
  const id = typeof target === 'string' ? target : undefined
  const around = useContext(Around)
  const stage = id === undefined ? around : stageNamed(id)
  const found = useStage(stage)
  useEffect(() => {
    // It may be a player of the page that is not React's. One that waits comes by itself.
    const other = document.getElementById(id ?? '')
    if (!found && other && 'yoke' in other && !other.hasAttribute(WAIT)) stage.set(other as YokePlayer)
  }, [id, found, stage])
  return (id === undefined && (target as YokePlayer | null)) || found
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
  const latest = useLatest(select)
  const subscribe = useCallback(
    (changed: () => void): (() => void) =>
      yoke ? yoke.subscribe(() => pick(yoke, latest.current, true), changed) : nothing,
    [yoke, pick, latest]
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

type Offer = Omit<OfferedCommand, 'run'>

const offered = (yoke: Yoke, name: string, value: string): Offer => {
  const availability = availabilityIn(name, yoke)
  return { disabled: availability !== 'now', hidden: availability === 'never', pressed: isOn(name, value, yoke) }
}

const NO_OFFER: Offer = { disabled: true, hidden: false, pressed: undefined }

/** A command of a player, for a button that React draws. One of ours by its name without dashes, or one of the page's own. */
export const useCommand = (
  name: CommandName | (string & {}),
  { value, for: target }: CommandOptions = {}
): OfferedCommand => {
  const player = usePlayer(target)
  const offer = useYoke(yoke => offered(yoke, name, String(value ?? '')), NO_OFFER, target)
  return { ...offer, run: () => player?.yoke.run(name, value as CommandValue | undefined) }
}
