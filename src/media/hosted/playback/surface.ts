import type { PosterPort } from '../../ports.ts'

/** What is seen of a hosted media: our poster; the picture, with presses going to the player; or the service, which takes them. */
export type HostedFace = 'poster' | 'picture' | 'service'

/** What holds a service's frame: it is placed and fitted like a picture. */
export interface HostedSurface {
  readonly element: HTMLElement
  /** Where the service's frame is put. */
  readonly place: HTMLElement
  readonly poster: PosterPort
  show(face: HostedFace): void
}

const dress = (element: HTMLElement, style: Readonly<Record<string, string>>): void => {
  // By script and not by a style sheet: it may stand in any tree, under any policy.
  for (const [name, value] of Object.entries(style)) element.style.setProperty(name, value)
}

const FILLED = { position: 'absolute', inset: '0', width: '100%', height: '100%', border: '0' }

/** The poster is ours: until someone presses, nothing is asked of the service, not even an image. */
const createPoster = (): HTMLImageElement => {
  const image = document.createElement('img')
  image.alt = ''
  image.part.add('poster')
  dress(image, { ...FILLED, 'object-fit': 'cover', 'pointer-events': 'none' })
  image.hidden = true
  return image
}

/** Makes the surface of a hosted media. `title` is what screen readers call the frame. */
export const createSurface = (title: string): HostedSurface => {
  const element = document.createElement('div')
  const place = document.createElement('div')
  const image = createPoster()
  let shown: HostedFace = 'poster'
  const show = (face: HostedFace): void => {
    shown = face
    const isOpen = face === 'service'
    // Focus, too, stays out of a frame that is not to be used: nobody can be caught in it.
    place.inert = !isOpen
    place.style.setProperty('pointer-events', isOpen ? 'auto' : 'none')
    image.hidden = face !== 'poster' || !image.getAttribute('src')
  }
  dress(element, { position: 'relative', overflow: 'hidden', contain: 'size layout paint' })
  dress(place, FILLED)
  element.append(place, image)
  // A service's script makes its frame by itself, when it likes.
  new MutationObserver(() => {
    for (const frame of place.querySelectorAll('iframe')) {
      dress(frame, FILLED)
      if (!frame.title) frame.title = title
    }
  }).observe(place, { childList: true, subtree: true })
  show('poster')
  const poster: PosterPort = {
    get src() {
      return image.src
    },
    set src(src) {
      if (src) image.src = src
      else image.removeAttribute('src')
      show(shown)
    }
  }
  return { element, place, poster, show }
}
