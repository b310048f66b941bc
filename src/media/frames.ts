import type { MediaAdapter } from './adapter.ts'
import type { FramePort } from './ports.ts'

/** What shows frames, and tells of each (`HTMLVideoElement.requestVideoFrameCallback()`). */
interface Telling {
  requestVideoFrameCallback(told: (now: number, frame: { readonly mediaTime: number }) => void): number
  cancelVideoFrameCallback(request: number): void
}

/** Told by the engine of each frame. */
const tellEachFrame = (video: Telling, fresh: (mediaTime: number) => void): (() => void) => {
  let request = 0
  const ask = (): void => {
    request = video.requestVideoFrameCallback((_, { mediaTime }) => {
      ask()
      fresh(mediaTime)
    })
  }
  ask()
  return () => video.cancelVideoFrameCallback(request)
}

/** With each frame of the page while it plays, and when a paused picture becomes another: for what is told of no frames. */
const tellWhilePlaying = (media: MediaAdapter, fresh: (mediaTime: number) => void): (() => void) => {
  let request = 0
  const next = (): void => {
    fresh(media.currentTime)
    request = media.paused ? 0 : requestAnimationFrame(next)
  }
  const begin = (): void => {
    request ||= requestAnimationFrame(next)
  }
  const stop = media.observe(type => {
    if (/^(?:play|playing|seeked|loadeddata|resize)$/.test(type)) begin()
  })
  if (!media.paused) begin()
  return () => {
    stop()
    cancelAnimationFrame(request)
  }
}

/** The frames of a media: its own port, else those of its surface. `undefined` where no page can draw them. */
export const framesOf = (media: MediaAdapter): FramePort | undefined => {
  const { surface, service, frames } = media
  if (frames || service !== undefined || !surface) return frames
  const tag = surface.localName
  if (tag !== 'video' && tag !== 'canvas') return undefined
  const telling = 'requestVideoFrameCallback' in surface ? (surface as unknown as Telling) : undefined
  return {
    source: surface as unknown as FramePort['source'],
    observe: fresh => (telling ? tellEachFrame(telling, fresh) : tellWhilePlaying(media, fresh))
  }
}
