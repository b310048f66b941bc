import type { ClipParts } from '../../../core/hosted/addresses.ts'
import type { DialectData } from '../../../core/hosted/dialect.ts'
import { fillIn } from '../../../core/hosted/read-dialect.ts'

/** The address of a clip's frame. */
const addressOf = ({ origin, frame }: DialectData, parts: ClipParts): URL => {
  const address = new URL(fillIn(frame?.src ?? '', parts), origin)
  for (const [name, value] of Object.entries(frame?.parameters ?? {}))
    address.searchParams.set(name, fillIn(value, parts).replaceAll('{page}', location.origin))
  return address
}

/** A frame may play, and nothing else, where its dialect does not say otherwise. */
export const limitFrame = (frame: HTMLIFrameElement, { frame: wanted = { src: '' } }: DialectData): void => {
  frame.allow = (wanted.allow ?? ['autoplay']).join('; ')
  frame.referrerPolicy = (wanted.referrerPolicy ?? 'strict-origin-when-cross-origin') as ReferrerPolicy
  if (wanted.sandbox) frame.setAttribute('sandbox', wanted.sandbox.join(' '))
}

/** Makes the frame of a clip, and puts it in its place: nothing is fetched before. */
export const openFrame = (dialect: DialectData, parts: ClipParts, place: HTMLElement): HTMLIFrameElement => {
  const frame = document.createElement('iframe')
  limitFrame(frame, dialect)
  frame.src = addressOf(dialect, parts).href
  place.append(frame)
  return frame
}
