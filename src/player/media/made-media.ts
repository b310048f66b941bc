import type { SourceEntry } from '../../core/sources/rank.ts'
import { elementsIn, findAll } from '../../wiring/scope/nodes.ts'

/** Addresses of sound alone, for which no picture is kept free. */
const SOUND_FILE = /\.(?:aac|flac|m4a|mp3|oga|opus|wav)(?:[?#]|$)/i

const isSound = ({ src, name, type }: SourceEntry): boolean =>
  type ? type.startsWith('audio/') : SOUND_FILE.test(name ?? src)

/** Whether an address names a clip document, and not a media file. */
export const isDocumentAddress = (src: string | undefined): src is string =>
  src !== undefined && /^[^?#]*\.json(?:[?#]|$)/i.test(src)

/** The media that is a player's own: inside it, and not inside a player within. */
export const ownMediaOf = (player: Element): HTMLMediaElement | undefined => {
  const inside = player.querySelectorAll<HTMLMediaElement>('video, audio')
  return [...inside].find(media => media.closest('yoke-player') === player) ?? slottedMediaOf(player)
}

const MEDIA: ReadonlySet<string> = new Set(['video', 'audio', 'slot'])

const holdsMedia = (element: Element): boolean =>
  MEDIA.has(element.localName) ||
  (element.firstElementChild !== null && findAll(element, 'video, audio, slot').length > 0)

/** Whether a media, or what may bring one, has come or gone. */
export const mayConcernMedia = ({ addedNodes, removedNodes }: MutationRecord): boolean =>
  elementsIn(addedNodes).some(holdsMedia) || elementsIn(removedNodes).some(holdsMedia)

/** In the shadow root of a component the media may stand in a slot. */
const slottedMediaOf = (player: Element): HTMLMediaElement | undefined =>
  [...player.querySelectorAll('slot')]
    .flatMap(slot => slot.assignedElements({ flatten: true }))
    .flatMap(element => (element.matches('video, audio') ? element : [...element.querySelectorAll('video, audio')]))
    .find(media => media.closest('yoke-player') === null) as HTMLMediaElement | undefined

/** The media that is made for a player whose markup brings none. */
export class MadeMedia {
  element: HTMLMediaElement | undefined

  /** The one for these sources, or else for the setting `src`; the one there was, where neither says anything. */
  for(given: readonly SourceEntry[], src: string | undefined): HTMLMediaElement | undefined {
    const entries = given.length > 0 || src === undefined || isDocumentAddress(src) ? given : [{ src }]
    if (entries.length === 0) return this.element
    const kind = entries.every(isSound) ? 'audio' : 'video'
    if (this.element?.localName !== kind) {
      this.element?.remove()
      this.element = document.createElement(kind)
      this.element.part.add('media')
    }
    return this.element
  }

  /** Takes it away, and ends what it loads. */
  remove(): void {
    const { element } = this
    this.element = undefined
    element?.remove()
    element?.removeAttribute('src')
    element?.load()
  }
}
