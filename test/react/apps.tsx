import { StrictMode, useState } from 'react'
import { Player, useCommand, usePlayer, useYoke } from 'yokewright/react'
import { Held, page, told } from './held.tsx'
import { closeAll, letIn } from './late.ts'
import { Written } from './written.tsx'

/** How often a component was drawn. */
export const draws: Record<string, number> = {}
const count = (name: string): void => {
  draws[name] = (draws[name] ?? 0) + 1
}

const Clock = () => {
  count('clock')
  const { seconds, isPaused } = useYoke(
    ({ values, states }) => ({ seconds: Math.floor(values.currentTime), isPaused: states.paused }),
    { seconds: -1, isPaused: true }
  )
  return <output id="clock">{`${seconds} ${isPaused}`}</output>
}

const Press = ({ target }: { readonly target?: string }) => {
  const { run, disabled, pressed } = useCommand('toggle-muted', { for: target })
  return (
    <button type="button" id={target ? 'far' : 'near'} aria-disabled={disabled} aria-pressed={pressed} onClick={run}>
      Mute
    </button>
  )
}

const Named = () => {
  const player = usePlayer('hooked')
  return <output id="named">{player ? player.localName : 'none'}</output>
}

/** A player that comes and goes, and pieces in and out of it. */
const Hooked = () => {
  const [isThere, setThere] = useState(true)
  const [beat, setBeat] = useState(0)
  Object.assign(globalThis, { setThere, beat: () => setBeat(now => now + 1) })
  return (
    <StrictMode>
      <Named />
      <Press target="hooked" />
      {isThere && (
        <Player
          id="hooked"
          src="/media/tide-clock.webm"
          width={240}
          height={240}
          data-beat={beat}
          settings={{ muted: true, playbackRates: [1, 2] }}
        >
          <Clock />
          <Press />
        </Player>
      )}
    </StrictMode>
  )
}

/** Two players that are far: one that nothing is wanted of, and one of which something is heard. */
const Far = () => (
  <>
    <div style={{ blockSize: '500vh' }} />
    <Player id="quiet" src="/media/tide-clock.webm" width={240} height={240} />
    <Player id="heard" src="/media/tide-clock.webm" width={240} height={240} onEnded={() => told.push('ended')} />
  </>
)

export const apps = { Written, Held, Hooked, Far }
export { closeAll, letIn, page, told }
