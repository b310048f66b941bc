import type { YokeView } from '../yoke/yoke-view.ts'
import type { Captions } from './captions.ts'
import { sourceOfElement, sourceOfEntry, type TrackEntry, type TrackSource } from './track-source.ts'

/**
 * Finds the text tracks of a yoke: `<track>` in its media, right in its bound elements, and what script gave. What shows
 * them is loaded with the first one; a player without captions does not pay for them.
 */
export class CaptionsGate {
  readonly #host: YokeView
  readonly #ready: () => void
  #captions: Captions | undefined
  #entries: readonly TrackEntry[] = []
  #isLoading = false
  /** The media whose own tracks are kept from the engine, and the way back. */
  #taken: { readonly media: unknown; readonly restore: () => void } | undefined
  readonly #defaults = new WeakSet<Element>()

  /** @param ready called when captions have come. */
  constructor(host: YokeView, ready: () => void) {
    this.#host = host
    this.#ready = ready
  }

  get captions(): Captions | undefined {
    return this.#captions
  }

  /** Tracks that script gives, beside those of the markup. */
  give(entries: readonly TrackEntry[]): void {
    this.#entries = entries
    this.look()
  }

  /** Looks anew which tracks there are. */
  look(): void {
    const elements = this.#elements()
    if (elements.length === 0 && this.#entries.length === 0 && !this.#captions) return
    for (const track of elements) if (track.default) this.#defaults.add(track)
    this.#take()
    if (this.#captions) this.#captions.setSources(this.#sources())
    else this.#load()
  }

  stop(): void {
    this.#captions?.stop()
    this.#captions = undefined
    this.#taken?.restore()
    this.#taken = undefined
  }

  #elements(): readonly HTMLTrackElement[] {
    const around = [...this.#host.scopes].flatMap(({ target }) =>
      [...target.children].filter((child): child is HTMLTrackElement => child.localName === 'track')
    )
    return [...(this.#host.media?.textTracks?.elements ?? []), ...around]
  }

  #sources(): readonly TrackSource[] {
    const written = this.#elements().map(track => sourceOfElement(track, track.default || this.#defaults.has(track)))
    return [...written, ...this.#entries.map(entry => sourceOfEntry(entry, this.#host.container))]
  }

  /** The engine neither loads nor shows what the library does. */
  #take(): void {
    const { media } = this.#host
    this.#taken?.restore()
    const restore = media?.textTracks?.take()
    this.#taken = restore && { media, restore }
  }

  async #load(): Promise<void> {
    if (this.#isLoading) return
    this.#isLoading = true
    const { Captions } = await import('./captions.ts')
    this.#isLoading = false
    if (this.#host.disposed || this.#captions) return
    this.#captions = new Captions(this.#host)
    this.#captions.setSources(this.#sources())
    this.#ready()
  }
}
