import type { Fault } from '../core/fault.ts'
import type { YokePlayer } from '../player/yoke-player.ts'
import type { YokeCommandEvent, YokeFaultEvent } from '../wiring/yoke/events.ts'
import { useBeforePaint, useLatest } from './hydrated.ts'

/** What a page may hear of a player. Always the function of the last drawing is called. */
export interface EventProps {
  /** It has its media. Once for each player. */
  readonly onReady?: ((player: YokePlayer) => void) | undefined
  /** Playback has begun: once for each start, not after each seek or wait. */
  readonly onStart?: ((player: YokePlayer) => void) | undefined
  /** It was paused, by whomever; also at its end. */
  readonly onPause?: ((player: YokePlayer) => void) | undefined
  /** It has come to its end. */
  readonly onEnded?: ((player: YokePlayer) => void) | undefined
  /** Something went wrong, and the page goes on. `event.preventDefault()` keeps it off the console. */
  readonly onFault?: ((fault: Fault, event: YokeFaultEvent) => void) | undefined
  /** A command is about to run, whoever asked. `event.preventDefault()` refuses it. */
  readonly onCommand?: ((event: YokeCommandEvent) => void) | undefined
}

const listenTo = (player: YokePlayer, props: () => EventProps, isAwake: boolean, signal: AbortSignal): void => {
  let isStarting = true
  /** What players inside it tell comes by, too. */
  const on = <Kind extends Event>(type: string, listener: (event: Kind) => void): void =>
    player.addEventListener(type, event => event.target === player && listener(event as Kind), { signal })
  const start = (): void => {
    if (!isStarting || player.paused) return
    isStarting = false
    props().onStart?.(player)
  }
  on<YokeFaultEvent>('yoke-fault', event => props().onFault?.(event.fault, event))
  on<YokeCommandEvent>('yoke-command', event => props().onCommand?.(event))
  if (!isAwake) return
  on('playing', start)
  on('pause', () => {
    isStarting = true
    props().onPause?.(player)
  })
  on('ended', () => props().onEnded?.(player))
  player.ready.then(() => {
    if (signal.aborted) return
    props().onReady?.(player)
    // It has started before anyone could listen.
    if (player.yoke.states.playing) start()
  })
}

/**
 * Tells a page what a player does.
 * @param isAwake whether the page hears what the media tells.
 */
export const useEvents = (player: YokePlayer | undefined, props: EventProps, isAwake: boolean): void => {
  const latest = useLatest(props)
  useBeforePaint(() => {
    if (!player) return undefined
    const life = new AbortController()
    listenTo(player, () => latest.current, isAwake, life.signal)
    return () => life.abort()
  }, [player, isAwake, latest])
}
