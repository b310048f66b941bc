/** What a TypeScript project with React sees: compiled, and not run. */
import type {} from '../../src/player/jsx/react.ts'
import { Player, useCommand, useYoke } from '../../src/react/index.ts'

export const page = (
  <main preset="house:lesson@1">
    <yoke-player
      id="tide"
      controls
      src="spring-tide.webm"
      hide-after={4}
      start-when="in-view"
      clip-title="Spring tide"
      onClick={({ currentTarget }) => currentTarget.yoke}
      onyoke-fault={({ fault }) => fault.code}
      onplay={event => event.type}
    >
      <button type="button" command="--play-pause" commandfor="tide">
        Play
      </button>
    </yoke-player>
    {/* @ts-expect-error: an attribute that there is not */}
    <yoke-player contrls />
    {/* @ts-expect-error: an event that React never hears there */}
    <yoke-player onPlay={() => undefined} />
    {/* @ts-expect-error: an element that there is not */}
    <yoke-plyer />
  </main>
)

export const Held = () => {
  const seconds: number = useYoke(yoke => yoke.values.currentTime, 0, 'tide')
  const { run, pressed } = useCommand('play-pause', { for: 'tide' })
  return (
    <>
      <Player
        src="spring-tide.webm"
        volume={seconds}
        onVolumeChange={volume => volume.toFixed(1)}
        onPlayingChange={playing => playing === pressed}
        onFault={({ code }, event) => code && event.preventDefault()}
        onClick={run}
        captions="off"
      />
      {/* @ts-expect-error: it does not bubble, and React never hears it */}
      <Player src="spring-tide.webm" onTimeUpdate={() => undefined} />
      {/* @ts-expect-error: a volume is a number */}
      <Player src="spring-tide.webm" volume="1" />
      {/* @ts-expect-error: a property that there is not */}
      <Player src="spring-tide.webm" autoPlay />
    </>
  )
}
