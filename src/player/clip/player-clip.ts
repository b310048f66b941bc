import type { Fault } from '../../core/fault.ts'
import { clipOfDocument, type ReadyClip, readyClip } from '../../wiring/clip/read-clip.ts'
import { isDocumentAddress } from '../media/made-media.ts'
import type { PlayerFeature, PlayerView } from '../player-view.ts'

/** The clip of a player: given by script, or named by its address. */
class PlayerClip {
  readonly #player: PlayerView
  /** Ends the fetching of a document that is not wanted any more. */
  #fetching = new AbortController()

  constructor(player: PlayerView) {
    this.#player = player
  }

  /** Takes what script has given. A document that is on its way has nothing more to say. */
  give(): void {
    const { clip, yoke } = this.#player
    this.#fetching.abort()
    const read = readyClip(clip.record ?? {}, document.baseURI)
    yoke.layers.replace('given clip', read.settings)
    this.#tell(read.faults)
    if (clip.record === undefined) this.fetch()
    else yoke.mediaArrived()
  }

  /** Fetches the document that the address names, if it names one and script has given nothing else. */
  async fetch(): Promise<void> {
    const { yoke, element, clip } = this.#player
    this.#fetching.abort()
    this.#fetching = new AbortController()
    const { signal } = this.#fetching
    const { src, clipFields } = yoke.settings
    yoke.retryWithoutMedia = undefined
    if (!isDocumentAddress(src) || clip.record !== undefined) {
      yoke.layers.replace('clip', {})
      yoke.mediaArrived()
      return
    }
    yoke.expectMedia()
    const read = await clipOfDocument(src, clipFields, signal)
    if (signal.aborted) return
    if (read.ok) this.#take(read.value)
    else {
      yoke.retryWithoutMedia = () => void this.fetch()
      yoke.failWithout(read.fault, element)
    }
    yoke.mediaArrived()
  }

  stop(): void {
    this.#fetching.abort()
    this.#player.yoke.retryWithoutMedia = undefined
    this.#player.yoke.mediaArrived()
  }

  #take({ settings, faults }: ReadyClip): void {
    this.#player.yoke.layers.replace('clip', settings)
    this.#tell(faults)
  }

  #tell(faults: readonly Fault[]): void {
    for (const reason of faults) this.#player.yoke.raise(reason, this.#player.element)
  }
}

/** A record that says what to play, from script or from a document. */
export const begin: PlayerFeature = (player, signal) => {
  const clip = new PlayerClip(player)
  const stops = [
    player.yoke.subscribe(
      () => player.clip.given,
      () => clip.give()
    ),
    player.yoke.subscribe(
      ({ settings: { src, clipFields } }) => `${src} ${JSON.stringify(clipFields)}`,
      () => clip.fetch()
    )
  ]
  if (player.clip.record !== undefined) clip.give()
  else clip.fetch()
  signal.addEventListener('abort', () => {
    for (const stop of stops) stop()
    clip.stop()
  })
}
