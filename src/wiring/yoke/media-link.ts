import { type Fault, fault } from '../../core/fault.ts'
import { type PartHost, use } from '../../loading/part.ts'
import type { MediaAdapter, MediaEventType } from '../../media/adapter.ts'
import type { SourceLineup } from '../../media/kinds.ts'
import { CONTROLS } from '../scope/controls-part.ts'
import { Seeker } from './seeker.ts'
import type { Store } from './store.ts'

/** For how long after a rate was set another rate means that it was refused, in milliseconds. */
const RATE_ANSWER = 3000

/** Places that are no further apart than this, in seconds, are one. */
const SAME_PLACE = 0.05

/** Whom a link tells. */
export interface MediaHost extends PartHost {
  readonly lineup: SourceLineup | undefined
  dispatchEvent(event: Event): boolean
  /** Text tracks may have come or gone. */
  lookForTracks(): void
}

/** The one media of a yoke: observed, sought one seek at a time, and its failures told. */
export class MediaLink {
  media: MediaAdapter | undefined
  /** The last fault of this media. */
  fault: Fault | undefined
  readonly #store: Store
  readonly #host: MediaHost
  #seeker: Seeker | undefined
  #release: (() => void) | undefined
  /** The rate that was set last, and when, by the page's clock. */
  #asked: { readonly rate: number; readonly at: number } | undefined

  constructor(store: Store, host: MediaHost) {
    this.#store = store
    this.#host = host
  }

  attach(media: MediaAdapter | undefined): void {
    this.#release?.()
    this.media = media
    this.fault = undefined
    this.#asked = undefined
    this.#seeker = media && new Seeker(media)
    this.#release = media && this.#listenTo(media)
    this.#store.reset()
    this.refresh()
  }

  /** Reads the media anew and brings everything coupled up to date. */
  refresh(eventType?: MediaEventType): void {
    // What has failed is shown to nobody where another one goes on in its place.
    if (this.media?.error && this.#host.lineup?.takeOver(this.media)) return
    const failedBefore = this.#store.snapshot.error !== undefined
    if (this.media) this.#store.read(this.media, eventType, this.#seeker?.shown)
    this.#store.subscriptions.check()
    // An engine sets its error before it fires the event: the fault is raised with the state, and once.
    if (this.#store.snapshot.error && !failedBefore) this.#mediaFailed()
  }

  seekTo(seconds: number): void {
    this.#seeker?.seek(seconds)
  }

  /** A rate is about to be set: if the media takes it back, that is told. */
  expectRate(rate: number): void {
    this.#asked = { rate, at: performance.now() }
  }

  /** Someone begins to drag a position slider: playback does not move the playhead until {@link endScrub}. */
  beginScrub(): void {
    this.#seeker?.hold(this.#store.snapshot.currentTime)
    this.#store.setContext({ scrubbing: true })
    this.refresh()
  }

  endScrub(): void {
    // While the handle was held, playback went on: it goes on from where the handle was let go.
    const target = this.#seeker?.shown.currentTime
    this.#seeker?.release()
    if (target !== undefined && this.media && Math.abs(this.media.currentTime - target) > SAME_PLACE)
      this.#seeker?.seek(target)
    this.#store.setContext({ scrubbing: false })
    this.refresh()
  }

  keepFault(reason: Fault): void {
    this.fault = reason
    this.#store.subscriptions.check()
  }

  stop(): void {
    this.#release?.()
    this.media = undefined
  }

  #listenTo(media: MediaAdapter): () => void {
    const stops = [
      media.observe(type => this.#hear(type, media)),
      media.sources?.observe(reason => {
        if (reason) this.#host.raise(reason)
        this.#store.subscriptions.check()
      })
    ]
    return () => {
      for (const stop of stops) stop?.()
    }
  }

  /** Plays; where another media takes over from one that cannot, that one. */
  async play(): Promise<void> {
    const { media } = this
    try {
      await media?.play()
    } catch (cause) {
      if ((cause as Error).name === 'NotSupportedError') this.refresh()
      if (this.media === media || !this.media) throw cause
      return this.play()
    }
  }

  #hear(type: MediaEventType, media: MediaAdapter): void {
    if (type === 'seeked') this.#seeker?.proceed()
    // What waited for its turn was meant for what played before.
    if (type === 'emptied' || type === 'error') this.#seeker?.forget()
    if (type === 'emptied' || type === 'playing') this.fault = undefined
    if (type === 'ratechange') this.#rateChanged()
    // What a stream has beside its picture is known late, and told with the size of that.
    if (type === 'resize') this.#host.lookForTracks()
    this.refresh(type)
    if (media === this.media) this.#host.dispatchEvent(new Event(type))
  }

  /** A media may take a rate, and say later that it cannot play at it. */
  #rateChanged(): void {
    const { rate, at } = this.#asked ?? {}
    if (rate === undefined || at === undefined || this.media?.playbackRate === rate) return
    this.#asked = undefined
    if (performance.now() - at > RATE_ANSWER) return
    const now = this.media?.playbackRate
    this.#host.raise(
      fault(
        'rate-refused',
        `The media was to play at ${rate}, and plays at ${now}.`,
        'it does not take that rate; offer others by playback-rates'
      )
    )
  }

  #mediaFailed(): void {
    const { media } = this
    use(CONTROLS, this.#host, ({ faultOfError }) => {
      const error = media?.error
      if (!error || media !== this.media) return
      const reason = faultOfError(error, media.currentSrc)
      this.keepFault(reason)
      // A media may have failed before its player came: told after the player is where its page can hear it.
      queueMicrotask(() => media === this.media && this.#host.raise(reason))
    })
  }
}
