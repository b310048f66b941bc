/** A `<video>` or `<audio>`. */
export type MediaElement = HTMLMediaElement

/** Whether something is a `<video>` or `<audio>`, of whatever document: that of a frame has classes of its own. */
export const isMediaElement = (thing: unknown): thing is MediaElement => {
  const { localName, play } = (thing ?? {}) as Partial<MediaElement>
  return (localName === 'video' || localName === 'audio') && typeof play === 'function'
}
