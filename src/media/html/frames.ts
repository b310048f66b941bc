import type { MediaAdapter } from '../adapter.ts'
import type { FramePort } from '../ports.ts'

/** Told by the engine of each frame (`HTMLVideoElement.requestVideoFrameCallback()`). */
const tellEachFrame = (video: HTMLVideoElement, fresh: (mediaTime: number) => void): (() => void) => {
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
  const source = surface as HTMLVideoElement
  const isTold = 'requestVideoFrameCallback' in source
  return { source, observe: fresh => (isTold ? tellEachFrame(source, fresh) : tellWhilePlaying(media, fresh)) }
}
