import type { Presentation } from '../../core/playback/plan.ts'
import type { PresentationPort } from '../../media/presentation.ts'
import type { Feature, YokeView } from '../yoke/yoke-view.ts'

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

/** The container fills the screen with all its controls; the media alone only where nothing else can. */
const portsOf = ({ media, container, ownWindow }: YokeView): YokeView['presentations'] => {
  const fullscreen = media && ((container && fullscreenOf(container)) ?? media.presentations?.fullscreen)
  const floating = ownWindow ?? media?.presentations?.['picture-in-picture']
  return { fullscreen, 'picture-in-picture': floating }
}

/** Follows how a media is shown: in its place, on the whole screen, in a window of its own. */
export const followPresentations: Feature = (yoke, signal) => {
  const stops = new Map<Presentation, () => void>()
  const observe = (kind: Presentation): void => {
    const port = yoke.presentations[kind]
    if (port && !stops.has(kind)) stops.set(kind, port.observe(look))
  }
  /** Reads anew what is so; whether a video can float is only known with its metadata. */
  const look = (): void => {
    const { fullscreen, 'picture-in-picture': floating } = yoke.presentations
    if (fullscreen) observe('fullscreen')
    // A hundred videos that have not loaded cost no listener each.
    if (floating?.available) observe('picture-in-picture')
    yoke.setContext({
      canFullscreen: fullscreen?.available ?? false,
      fullscreen: fullscreen?.active ?? false,
      canPictureInPicture: floating?.available ?? false,
      pictureInPicture: floating?.active ?? false
    })
  }
  const stop = (): void => {
    for (const end of stops.values()) end()
    stops.clear()
  }
  const follow = (): void => {
    stop()
    Object.assign(yoke.presentations, portsOf(yoke))
    look()
  }
  yoke.subscribe(({ media }) => media, follow)
  yoke.subscribe(({ container }) => container, follow)
  // Its document cannot fill the screen.
  yoke.subscribe(({ ownWindow }) => ownWindow?.active, follow)
  yoke.subscribe(({ snapshot: { picture, readyState } }) => picture && readyState > 0, look)
  signal.addEventListener('abort', stop)
  follow()
}
