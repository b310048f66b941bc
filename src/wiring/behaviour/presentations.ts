import type { Presentation } from '../../core/playback/plan.ts'
import type { PlayerContext } from '../../core/playback/snapshot.ts'
import type { MediaAdapter } from '../../media/adapter.ts'
import type { PresentationPort } from '../../media/presentation.ts'

/** The whole screen for an element with all that is in it (Fullscreen API). */
const fullscreenOf = (element: Element): PresentationPort | undefined => {
  const { ownerDocument } = element
  if (!ownerDocument.fullscreenEnabled || !('requestFullscreen' in element)) return undefined
  return {
    available: true,
    get active() {
      return element.matches(':fullscreen')
    },
    request: () => element.requestFullscreen({ navigationUI: 'hide' }),
    exit: () => (ownerDocument.fullscreenElement ? ownerDocument.exitFullscreen() : Promise.resolve()),
    observe: changed => {
      element.addEventListener('fullscreenchange', changed)
      return () => element.removeEventListener('fullscreenchange', changed)
    }
  }
}

/** Follows how a media is shown: in its place, on the whole screen, in a window of its own. */
export class Presentations {
  readonly #tell: (changed: Partial<PlayerContext>) => void
  #media: MediaAdapter | undefined
  #container: Element | undefined
  #ports: Partial<Record<Presentation, PresentationPort>> = {}
  readonly #stops = new Map<Presentation, () => void>()

  constructor(tell: (changed: Partial<PlayerContext>) => void) {
    this.#tell = tell
  }

  port(kind: Presentation): PresentationPort | undefined {
    return this.#ports[kind]
  }

  /** The container fills the screen with all its controls; the media alone only where nothing else can. */
  follow(media: MediaAdapter | undefined, container: Element | undefined): void {
    if (media === this.#media && container === this.#container) return
    this.stop()
    this.#media = media
    this.#container = container
    if (!media) return
    const fullscreen = (container && fullscreenOf(container)) ?? media.presentations?.fullscreen
    const floating = media.presentations?.['picture-in-picture']
    this.#ports = { ...(fullscreen && { fullscreen }), ...(floating && { 'picture-in-picture': floating }) }
    if (fullscreen) this.#observe('fullscreen')
    this.look()
  }

  /** Reads anew what is so; whether a video can float is only known with its metadata. */
  look(): void {
    const { fullscreen, 'picture-in-picture': floating } = this.#ports
    // A hundred videos that have not loaded cost no listener each.
    if (floating?.available) this.#observe('picture-in-picture')
    this.#tell({
      canFullscreen: fullscreen?.available ?? false,
      fullscreen: fullscreen?.active ?? false,
      canPictureInPicture: floating?.available ?? false,
      pictureInPicture: floating?.active ?? false
    })
  }

  #observe(kind: Presentation): void {
    const port = this.#ports[kind]
    if (port && !this.#stops.has(kind))
      this.#stops.set(
        kind,
        port.observe(() => this.look())
      )
  }

  stop(): void {
    for (const stop of this.#stops.values()) stop()
    this.#stops.clear()
    this.#ports = {}
    this.#media = undefined
  }
}
