import type { MediaAdapter } from '../../media/adapter.ts'
import { otherKinds } from '../../media/kinds.ts'
import { listen } from '../../wiring/scope/nodes.ts'
import { ElementMedia, type ElementMediaHost } from './element-media.ts'

/** An address that looks like none of a file: it may be of a kind that scripts of the page are still to bring. */
const NO_FILE = /^https?:[^?#]*\/[^./?#]*(?:[?#]|$)/i

/** The media of a player: what script has given, else of another kind where the page has brought one, else a media element. */
export class PlayerMedia {
  readonly #host: ElementMediaHost
  readonly #ofElement: ElementMedia
  #given: MediaAdapter | undefined

  constructor(host: ElementMediaHost) {
    this.#host = host
    this.#ofElement = new ElementMedia(host)
  }

  /** The element that plays, if it is one of ours. */
  get element(): HTMLMediaElement | undefined {
    return this.#ofElement.element
  }

  /** Script gives a media; `undefined` leaves it to settings and markup again. */
  give(media: MediaAdapter | undefined): void {
    this.#given = media
  }

  /** Whether a media is one that was found here. */
  isIts(media: MediaAdapter): boolean {
    return this.#ofElement.isIts(media) || otherKinds()?.isIts(this.#host, media) === true
  }

  /** Looks what plays now, and couples it. */
  find(): void {
    const { yoke } = this.#host
    if (this.#given) this.#place(this.#given)
    else if (otherKinds()?.find(this.#host)) this.#ofElement.giveWay()
    else if (document.readyState !== 'complete' && NO_FILE.test(yoke.given[0]?.src ?? yoke.settings.src ?? ''))
      this.#wait()
    else {
      if (yoke.media && !this.element) yoke.attach(undefined)
      this.#ofElement.find()
    }
  }

  /** Lets go of it, as its author made it. */
  drop(): void {
    this.#ofElement.drop()
    otherKinds()?.drop(this.#host)
  }

  /** Nobody is asked for an address until the scripts of the page have run. */
  #wait(): void {
    const look = (): void => this.find()
    listen(document, 'DOMContentLoaded', look, { once: true })
    listen(window, 'load', look, { once: true })
  }

  #place(media: MediaAdapter): void {
    this.#ofElement.giveWay()
    otherKinds()?.drop(this.#host)
    const { element, yoke } = this.#host
    const { surface } = media
    if (surface && !element.contains(surface) && !element.shadowRoot?.contains(surface)) this.#host.place(surface)
    yoke.attach(media)
  }
}
