import type { EnginePage } from '../test/support/engine-page.ts'
import type { TestServer } from '../test/support/server.ts'
import { playingPage } from './pages.ts'

interface Playhead {
  /** Milliseconds. */
  readonly median: number
  /** The 95th percentile, in milliseconds. */
  readonly high: number
  readonly frames: number
  /** Share of frames, while playing, in which the playhead had not moved since the frame before. */
  readonly still: number
  /** The step in which the engine's own clock goes on, in milliseconds: a clock that goes in steps of 40 is off by 10 on average by itself. */
  readonly step: number
}

/** Runs in the page: what each frame shows against what the media says, outside seeks, over a little programme. */
const watch = async (): Promise<{ errors: number[]; steps: number[]; still: number }> => {
  // The player answers to the media's own members, and keeps its promises in every engine.
  const video: Pick<HTMLVideoElement, 'currentTime' | 'paused' | 'pause' | 'play' | 'playbackRate' | 'seeking'> | null =
    document.querySelector<HTMLVideoElement>('yoke-player')
  const handle = document.querySelector('.handle')
  const [animation] = handle?.getAnimations() ?? []
  if (!video || !animation) throw new Error('nothing to watch')
  const errors: number[] = []
  const steps: number[] = []
  let clock = 0
  let moving = 0
  let still = 0
  let last = Number.NaN
  let watching = true
  const frame = (): void => {
    if (!watching) return
    const shown = Number(animation.currentTime)
    if (!video.seeking) {
      errors.push(Math.abs(shown - video.currentTime * 1000))
      const step = video.currentTime * 1000 - clock
      clock += step
      if (step > 0 && step < 100 && video.playbackRate === 1) steps.push(step)
      if (!video.paused) {
        moving += 1
        if (shown === last) still += 1
      }
    }
    last = shown
    requestAnimationFrame(frame)
  }
  const until = (condition: () => boolean): Promise<void> =>
    new Promise(resolve => {
      const look = (): void => void (condition() ? resolve() : setTimeout(look, 20))
      look()
    })
  const playFor = (seconds: number): Promise<void> => {
    const end = video.currentTime + seconds
    return until(() => video.currentTime >= end)
  }
  const seekTo = async (seconds: number): Promise<void> => {
    video.currentTime = seconds
    await until(() => !video.seeking && (video.paused || video.currentTime > seconds))
  }
  requestAnimationFrame(frame)
  await video.play()
  await playFor(4)
  video.pause()
  await until(() => errors.length > 320)
  await video.play()
  await playFor(3)
  video.playbackRate = 2
  await playFor(5)
  await seekTo(30)
  await playFor(4)
  video.playbackRate = 1
  await playFor(2)
  await seekTo(5)
  await playFor(2)
  watching = false
  return { errors, steps, still: still / moving }
}

export const measurePlayhead = async (page: EnginePage, server: TestServer): Promise<Playhead> => {
  await page.goto(server.page('/playhead', playingPage('wired')))
  await page.run(async () => {
    while (
      !(globalThis as { isSetUp?: boolean }).isSetUp ||
      document.querySelector('video')?.readyState !== 4 ||
      !document.querySelector('.handle')?.getAnimations().length
    ) {
      await new Promise(resolve => setTimeout(resolve, 20))
    }
  })
  const { errors, steps, still } = await page.run(watch)
  errors.sort((a, b) => a - b)
  steps.sort((a, b) => a - b)
  return {
    median: errors[Math.floor(errors.length / 2)] ?? Number.NaN,
    high: errors[Math.floor(errors.length * 0.95)] ?? Number.NaN,
    frames: errors.length,
    still,
    step: steps[Math.floor(steps.length / 2)] ?? Number.NaN
  }
}
