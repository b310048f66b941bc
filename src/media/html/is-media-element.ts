/** Whether something is a `<video>` or `<audio>`; nothing is where there is no document. */
export const isMediaElement = (thing: unknown): thing is HTMLMediaElement =>
  typeof HTMLMediaElement !== 'undefined' && thing instanceof HTMLMediaElement
