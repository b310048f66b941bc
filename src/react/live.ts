import { useMemo, useState } from 'react'
import type { YokePlayer } from '../player/yoke-player.ts'
import type { Yoke } from '../wiring/yoke/yoke.ts'
import { nothing, useBeforePaint } from './hydrated.ts'

/** What a viewer changes too, and a page may hold. */
type LiveName = 'playing' | 'volume' | 'muted' | 'playbackRate' | 'loop' | 'captions'

/** What a page may hold of a player. */
export type LiveValues = { readonly [Name in LiveName]: NonNullable<LiveProps[Name]> }

/**
 * For each value that a viewer changes too three properties. `volume` holds it: when the viewer changes it and it is not
 * followed, it is put back. `defaultVolume` says how it begins. `onVolumeChange` tells what it became, whoever changed it.
 */
export interface LiveProps {
  /** Held: whether it plays. */
  readonly playing?: boolean | undefined
  /** How it begins: whether it plays. */
  readonly defaultPlaying?: boolean | undefined
  /** It has begun to play, or rests: by a viewer, at the end, or because a start was refused. */
  readonly onPlayingChange?: ((playing: boolean) => void) | undefined
  /** Held: from 0 to 1. */
  readonly volume?: number | undefined
  /** How it begins: from 0 to 1. */
  readonly defaultVolume?: number | undefined
  /** It has become louder or softer. Called with a number from 0 to 1. */
  readonly onVolumeChange?: ((volume: number) => void) | undefined
  /** Held: without sound; the volume is kept. */
  readonly muted?: boolean | undefined
  /** How it begins: without sound; the volume is kept. */
  readonly defaultMuted?: boolean | undefined
  /** It was muted, or is heard again. */
  readonly onMutedChange?: ((muted: boolean) => void) | undefined
  /** Held: 1 is the speed at which it was made. */
  readonly playbackRate?: number | undefined
  /** How it begins: 1 is the speed at which it was made. */
  readonly defaultPlaybackRate?: number | undefined
  /** It has become faster or slower. Called with the rate. */
  readonly onPlaybackRateChange?: ((playbackRate: number) => void) | undefined
  /** Held: it starts again at its end. */
  readonly loop?: boolean | undefined
  /** How it begins: it starts again at its end. */
  readonly defaultLoop?: boolean | undefined
  /** It loops from now on, or no more. */
  readonly onLoopChange?: ((loop: boolean) => void) | undefined
  /** Held: the id or language of a text track; `off` for none. */
  readonly captions?: string | undefined
  /** How it begins: the id or language of a text track; `off` for none. */
  readonly defaultCaptions?: string | undefined
  /** Another text track is shown. Called with its id or language; `off` for none. */
  readonly onCaptionsChange?: ((captions: string) => void) | undefined
}

interface Live {
  read(yoke: Yoke): unknown
  /** A promise that is rejected where it was refused. */
  write(player: YokePlayer, value: never): unknown
  /** Whether it can be written yet; absent: always. */
  canWrite?(yoke: Yoke): boolean
  /** Whether it is put back after a change that is not followed; absent: always. */
  isKept?(player: YokePlayer): boolean
}

/** A property of HTML's media elements that is called as the value is. */
const property = (name: 'volume' | 'muted' | 'playbackRate'): Live => ({
  read: ({ values }) => values[name],
  write: (player, value) => {
    player[name] = value
  }
})

const LIVE: Readonly<Record<LiveName, Live>> = {
  playing: {
    read: ({ snapshot }) => !snapshot.paused,
    write: (player, playing: boolean) => (playing ? player.play() : player.pause()),
    isKept: player => !player.ended
  },
  volume: property('volume'),
  muted: property('muted'),
  playbackRate: property('playbackRate'),
  loop: {
    read: ({ values }) => values.loop,
    // Of the media, as the command has it: the player's own attribute is what its author wrote.
    write: ({ yoke: { media } }, loop: boolean) => {
      if (media) media.loop = loop
    },
    canWrite: ({ snapshot }) => snapshot.present
  },
  captions: {
    read: ({ values }) => values.captions,
    write: (player, track: string) => player.yoke.run('set-captions', track),
    canWrite: ({ states }) => states.hasCaptions
  }
}

const ROWS = Object.entries(LIVE) as readonly (readonly [LiveName, Live])[]

const named = (prefix: string, name: string): string => `${prefix}${name.charAt(0).toUpperCase()}${name.slice(1)}`

type Heard = Readonly<Record<string, ((value: unknown) => void) | undefined>>
type Begun = Readonly<Record<string, unknown>>

/** What a page holds of one player, and what it has been told. */
const createHolder = (player: YokePlayer, drawAgain: () => void) => {
  const { yoke } = player
  let props: LiveProps = {}
  /** What the page has said last. */
  const said = new Map<LiveName, unknown>()
  /** What was changed by someone else since. */
  const changed = new Set<LiveName>()

  /** Tells what it is; the page knows what it says itself. */
  const tell = (name: LiveName, value: unknown): void => {
    if (value !== props[name]) (props as Heard)[named('on', `${name}Change`)]?.(value)
  }
  const became = (name: LiveName, value: unknown): void => {
    tell(name, value)
    if (props[name] === undefined) return
    changed.add(name)
    drawAgain()
  }
  const applyOne = (name: LiveName, live: Live): void => {
    const held = props[name]
    const wanted = held ?? (said.has(name) ? undefined : (props as Begun)[named('default', name)])
    const isPutBack = changed.delete(name) && live.isKept?.(player) !== false
    if (live.canWrite?.(yoke) === false) return
    const isDue = wanted !== undefined && (isPutBack || wanted !== said.get(name)) && wanted !== live.read(yoke)
    said.set(name, held)
    // A start that was refused is told, and not tried again before the page says it again.
    if (isDue) Promise.resolve(live.write(player, wanted as never)).catch(() => tell(name, false))
  }
  return {
    /** Brings the player to what the page says. */
    apply(next: LiveProps): void {
      props = next
      for (const [name, live] of ROWS) applyOne(name, live)
    },
    /** Hears what it becomes. @returns its end. */
    follow(): () => void {
      const stops = ROWS.flatMap(([name, { read, canWrite }]) => [
        yoke.subscribe(read, value => became(name, value)),
        canWrite ? yoke.subscribe(canWrite, drawAgain) : nothing
      ])
      return () => {
        for (const stop of stops) stop()
      }
    }
  }
}

/** Holds what a page holds of a player, and tells what became of it. */
export const useLive = (player: YokePlayer | undefined, props: LiveProps): void => {
  const [, drawAgain] = useState({})
  const holder = useMemo(() => player && createHolder(player, () => drawAgain({})), [player])
  useBeforePaint(() => holder?.apply(props))
  useBeforePaint(() => holder?.follow(), [holder])
}
