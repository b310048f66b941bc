import { useState } from 'react'
import type { YokePlayer } from 'yokewright/player'
import { type LiveValues, Player, type PlayerProps } from 'yokewright/react'

/** What happened, in order. */
export const told: string[] = []
const tell =
  (name: string) =>
  (value?: unknown): void => {
    const said = typeof value === 'object' ? '' : ` ${value}`
    told.push(`${name}${said}`)
  }

/** From outside of React: gives the page other state. */
export const page: { give(props: Partial<PlayerProps>): void; player: YokePlayer | null; draws: number } = {
  give: () => undefined,
  player: null,
  draws: 0
}

const LIVE = ['playing', 'volume', 'muted', 'playbackRate', 'loop', 'captions'] as const

const changes = (follow: (change: Partial<LiveValues>) => void): Partial<PlayerProps> =>
  Object.fromEntries(
    LIVE.map(name => [
      `on${name.charAt(0).toUpperCase()}${name.slice(1)}Change`,
      (value: unknown) => {
        tell(name)(value)
        follow({ [name]: value })
      }
    ])
  )

/** A page that holds what it is given, and follows what becomes of it where `follows` says so. */
export const Held = ({ first, follows }: { readonly first: Partial<PlayerProps>; readonly follows: boolean }) => {
  const [props, setProps] = useState(first)
  page.give = next => setProps(now => ({ ...now, ...next }))
  page.draws += 1
  const follow = (change: Partial<LiveValues>): void => {
    if (follows) setProps(now => ({ ...now, ...change }))
  }
  return (
    <Player
      id="held"
      width={240}
      height={240}
      ref={player => {
        page.player = player
      }}
      {...changes(follow)}
      onReady={() => tell('ready')()}
      onStart={() => tell('start')()}
      onPause={() => tell('pause')()}
      onEnded={() => tell('ended')()}
      onFault={({ code }, event) => {
        event.preventDefault()
        tell('fault')(code)
      }}
      {...props}
    />
  )
}
