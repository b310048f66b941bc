/** What a TypeScript project sees: compiled, and not run. */
import { createYoke, type YokePlayer } from '../../src/player/index.ts'

declare const player: YokePlayer

player.addEventListener('yoke-fault', ({ fault }) => console.log(fault.code.length))
document.addEventListener('yoke-command', ({ command, value }) => console.log(command.length, value))
player.addEventListener('yoke-start', event => console.log(event.outcome === 'by-press'))

player.clip = { title: 'Spring tide', sources: ['spring-tide.webm'] }
// @ts-expect-error: a key that there is not
player.clip = { titel: 'Spring tide' }
player.textTracks[0]?.addCue({ startTime: 1, endTime: 2, text: 'High water' })
player.textTracks[0]?.addCue(new VTTCue(1, 2, 'High water'))
// @ts-expect-error: no end
player.textTracks[0]?.addCue({ startTime: 1 })
// @ts-expect-error: no cue
player.textTracks[0]?.addCue('hello')
player.fastSeek(3)

export const watch = (): void => {
  using yoke = createYoke(document.createElement('video'))
  yoke.subscribe(
    ({ states }) => states.stopped,
    isStopped => console.log(isStopped === true)
  )
}
