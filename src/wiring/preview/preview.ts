import type { Cue } from '../../core/captions/cue.ts'
import { fault } from '../../core/fault.ts'
import { namesPicture, picturePartOf, regionIn } from '../../core/picture/picture-part.ts'
import { VALUES } from '../../core/playback/values.ts'
import { isSafeAddress } from '../../core/safe-address.ts'
import type { TrackView } from '../captions/track-list.ts'
import { rootOf } from '../scope/nodes.ts'
import { sharedSheet } from '../scope/sheets.ts'
import type { Coupling, YokeView } from '../yoke/yoke-view.ts'

/** No specificity: whatever a page says holds. */
const SHEET = sharedSheet(/* css */ `
:where([data-yoke-preview]) { display: block; inline-size: var(--yoke-part-width); max-inline-size: 100%; background-repeat: no-repeat }
[data-yoke-preview][hidden] { display: none !important }
`)

/** The cues of the first metadata track that names pictures. Each track is loaded once, and not before it is asked for. */
const findPictures = async (tracks: Iterable<TrackView>): Promise<readonly [TrackView, readonly Cue[]] | undefined> => {
  for (const track of tracks) {
    if (track.kind !== 'metadata') continue
    const cues = await track.load()
    if (cues[0] && namesPicture(cues[0].text)) return [track, cues]
  }
  return undefined
}

/** Loads a picture. @returns it; `undefined` where it cannot be had. */
const loadPicture = async (src: string): Promise<HTMLImageElement | undefined> => {
  const image = new Image()
  image.src = src
  return image.decode().then(
    () => image,
    () => undefined
  )
}

/** An element that shows the picture of the place under the pointer, for as long as there is one. */
class Preview implements Coupling {
  readonly #element: HTMLElement
  readonly #yoke: YokeView
  readonly #stop: () => void
  readonly #pictures = new Map<string, Promise<HTMLImageElement | undefined>>()
  #found: Promise<readonly [TrackView, readonly Cue[]] | undefined> | undefined
  /** What the search was made among. */
  #searched = -1
  /** What is to be shown: what comes for an earlier place is dropped. */
  #wanted = ''

  constructor(element: HTMLElement, yoke: YokeView) {
    this.#element = element
    this.#yoke = yoke
    SHEET.adopt(rootOf(element) as Document | ShadowRoot)
    element.hidden = true
    element.setAttribute('aria-hidden', 'true')
    this.#stop = yoke.subscribe(
      ({ snapshot }) => VALUES['pointer-time'](snapshot),
      seconds => void this.#show(seconds)
    )
  }

  release(): void {
    this.#stop()
    this.#clear()
  }

  async #show(seconds: number | undefined): Promise<void> {
    if (seconds === undefined) {
      this.#clear()
      return
    }
    const { trackChanges, textTracks } = this.#yoke
    if (trackChanges !== this.#searched) this.#found = undefined
    this.#searched = trackChanges
    this.#found ??= findPictures(textTracks)
    const [track, cues = []] = (await this.#found) ?? []
    const cue = cues.filter(({ startTime, endTime }) => startTime <= seconds && seconds < endTime).at(-1)
    const written = cue?.text.trim() ?? ''
    if (!track || VALUES['pointer-time'](this.#yoke.snapshot) !== seconds) return
    if (written === this.#wanted) return
    this.#wanted = written
    if (written === '' || !isSafeAddress(written)) this.#clear()
    else await this.#paint(written, track.address)
  }

  async #paint(written: string, base: string): Promise<void> {
    const { src, region } = picturePartOf(written)
    const address = URL.canParse(src, base) ? new URL(src, base).href : src
    const image = await this.#load(address)
    if (this.#wanted !== written) return
    const size = image && { width: image.naturalWidth, height: image.naturalHeight }
    const part = size && regionIn(region, size)
    if (!part) {
      this.#clear(written)
      return
    }
    const { style } = this.#element
    style.aspectRatio = `${part.width} / ${part.height}`
    // A width that the page gives it holds.
    style.setProperty('--yoke-part-width', `${part.width}px`)
    this.#element.hidden = false
    const scale = (this.#element.clientWidth || part.width) / part.width
    style.backgroundImage = `url(${JSON.stringify(address)})`
    style.backgroundSize = `${size.width * scale}px ${size.height * scale}px`
    style.backgroundPosition = `${-part.x * scale}px ${-part.y * scale}px`
  }

  #load(address: string): Promise<HTMLImageElement | undefined> {
    const known = this.#pictures.get(address)
    if (known) return known
    const loaded = loadPicture(address).then(image => {
      if (!image) this.#tellMissing(address)
      return image
    })
    this.#pictures.set(address, loaded)
    return loaded
  }

  #tellMissing(address: string): void {
    const sentence = `The picture ${address}, to be shown under the pointer, cannot be had.`
    this.#yoke.raise(
      fault('preview-unavailable', sentence, 'look at the addresses in the metadata track'),
      this.#element
    )
  }

  #clear(wanted = ''): void {
    this.#wanted = wanted
    this.#element.hidden = true
  }
}

/** Couples `data-yoke-preview`: the element shows the picture that a metadata track names for the place under the pointer. */
export const couplePreview = (element: HTMLElement, yoke: YokeView): Coupling => new Preview(element, yoke)
