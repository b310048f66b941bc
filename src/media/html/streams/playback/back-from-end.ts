/**
 * Who goes back from the end while paused finds the place, and the picture stands. WebKit's own player of a Media Source (seen
 * on Linux) would play on there, though the element says that it is paused; it does not where the source is open again at the
 * end, and the place is sought once more.
 */
export const standBackFromEnd = (element: HTMLMediaElement, source: MediaSource, signal: AbortSignal): void => {
  let isFromEnd = false
  element.addEventListener(
    'ended',
    () => {
      isFromEnd = true
      // Any offset opens it, the same one too (Media Source Extensions, SourceBuffer.timestampOffset).
      for (const buffer of source.sourceBuffers) if (!buffer.updating) buffer.timestampOffset += 0
    },
    { signal }
  )
  element.addEventListener(
    'seeked',
    () => {
      const { paused, currentTime, duration } = element
      if (currentTime >= duration) return
      if (isFromEnd && paused) element.currentTime = currentTime
      isFromEnd = false
    },
    { signal }
  )
}
