import { Suspense } from 'react'
import { Command, Player, useCommand, usePlayer, useYoke, Value, When } from 'yokewright/react'
import { waitFor } from './late.ts'

/** Pieces of a player that come later than it. */
const Late = () => {
  waitFor('pieces')
  return (
    <p id="late">
      <Command name="toggle-muted" aria-pressed={false} id="late-button">
        Mute
      </Command>
      <Value of="duration" id="late-value">
        –:––
      </Value>
      <When state="!playing" id="late-when">
        paused
      </When>
    </p>
  )
}

/** A player that comes later than the page. */
const LatePlayer = () => {
  waitFor('player')
  return (
    <Player id="second" src="/media/tide-board.webm" width={320} height={180} controls>
      <button type="button" command="--play-pause" id="second-button">
        Play
      </button>
    </Player>
  )
}

const Drawn = () => {
  const { disabled, hidden, pressed } = useCommand('play-pause', { for: 'first' })
  const time = useYoke(yoke => Math.floor(yoke.values.currentTime), 0, 'first')
  return <output id="drawn" aria-disabled={disabled} hidden={hidden}>{`${time} ${pressed}`}</output>
}

/** Looks for a player that comes later, from outside of it. */
const Beside = () => <output id="beside">{usePlayer('second') ? 'there' : 'not yet'}</output>

/** A page that a server has written: a player with pieces inside and outside, some of which come late. */
export const Written = () => (
  <main>
    <Command name="play-pause" for="first" id="outside">
      Play
    </Command>
    <Drawn />
    <Beside />
    <Player
      id="first"
      src="/media/tide-clock.webm"
      poster="/media/tide-clock.jpg"
      width={240}
      height={240}
      controls
      clipTitle="The tide clock"
      settings={{ muted: true }}
      style={{ inlineSize: 240 }}
      className="round"
    >
      <button type="button" command="--toggle-muted" aria-pressed={false} id="inside">
        Mute
      </button>
      <Value of="current-time" id="time">
        0:00
      </Value>
      <When state="playing" hidden id="plays">
        plays
      </When>
      <Suspense fallback={<i>soon</i>}>
        <Late />
      </Suspense>
    </Player>
    <Suspense fallback={<i>soon, too</i>}>
      <LatePlayer />
    </Suspense>
  </main>
)
