import {
  initialSnapshot,
  keepContext,
  type MediaSnapshot,
  type PlayerContext,
  readSnapshot
} from '../../core/playback/snapshot.ts'
import type { MediaAdapter, MediaEventType } from '../../media/adapter.ts'
import { Subscriptions } from './subscriptions.ts'

/** The last snapshot and its subscribers. The media owns its state; a snapshot is what was seen of it. */
export class Store {
  readonly subscriptions: Subscriptions
  #snapshot = initialSnapshot

  /** @param failed told of subscribers that throw. */
  constructor(failed: (cause: unknown) => void) {
    this.subscriptions = new Subscriptions(failed)
  }

  get snapshot(): MediaSnapshot {
    return this.#snapshot
  }

  /** Another media: what is settled around the one before stays, what was seen of it goes. */
  reset(): void {
    this.#snapshot = keepContext(this.#snapshot)
  }

  /** Reads the media anew. @param shown what is to be seen in the stead of what the media says. */
  read(media: MediaAdapter, eventType?: MediaEventType, shown?: Partial<MediaSnapshot>): void {
    const seen = readSnapshot(media, this.#snapshot, eventType)
    this.#snapshot = shown ? { ...seen, ...shown } : seen
  }

  /** Takes note of what the media itself does not tell. */
  setContext(changed: Partial<PlayerContext>): void {
    const keys = Object.keys(changed) as (keyof PlayerContext)[]
    if (keys.every(key => Object.is(this.#snapshot[key], changed[key]))) return
    this.#snapshot = { ...this.#snapshot, ...changed }
    this.subscriptions.check()
  }

  /** There is no media, and none will come: as one that has failed. */
  failWithout(message: string): void {
    this.#snapshot = { ...this.#snapshot, error: { code: 4, message } }
    this.subscriptions.check()
  }
}
