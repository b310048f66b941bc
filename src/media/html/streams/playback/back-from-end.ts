/** Milliseconds after which what a pipeline was told to do is done, seen under load. */
const SETTLED_AFTER = 100

/**
 * Who goes back from the end while paused finds the place, and the picture stands. WebKit's own player of a Media Source (seen
 * on Linux) would play on there, though the element says that it is paused; it does not where the source is open again at the
 * end, and the place is sought once more when that player has come to a stand. Sought before, it begins to play by itself.
 * Others need nothing of this; WebKit alone has `audioTracks`.
 * @returns whether the source may be told its end now
 */
export const standBackFromEnd = (
  element: HTMLMediaElement,
  source: MediaSource,
  signal: AbortSignal
): (() => boolean) => {
  if (!('audioTracks' in element)) return () => true
  let isFromEnd = false
  let isSeekOfEngine = false
  let timer: ReturnType<typeof setTimeout> | undefined
  const on = (type: string, heard: () => void): void => element.addEventListener(type, heard, { signal })
  // Any offset opens it, the same one too (Media Source Extensions, SourceBuffer.timestampOffset).
  const open = (): void => {
    for (const buffer of source.sourceBuffers) if (!buffer.updating) buffer.timestampOffset += 0
  }
  on('ended', () => {
    isFromEnd = true
    open()
  })
  // Where it is a little beyond the duration, WebKit goes to its end by itself; told the end then, it would play on again.
  on('durationchange', () => {
    isSeekOfEngine = isFromEnd && element.seeking && element.ended
  })
  on('seeking', () => clearTimeout(timer))
  on('seeked', () => {
    const { seeking, paused, currentTime, duration } = element
    if (seeking || !isFromEnd) return
    isSeekOfEngine = false
    if (currentTime >= duration) return open()
    isFromEnd = false
    if (!paused) return
    timer = setTimeout(() => {
      if (element.paused && !signal.aborted) element.currentTime = currentTime
    }, SETTLED_AFTER)
  })
  // On the way to the end, the end is waited for.
  return () => (element.seeking ? !isSeekOfEngine && element.currentTime > element.duration - 1 : !element.ended)
}
