import type { Fault } from '../../core/fault.ts'
import type { Yoke } from '../../wiring/yoke/yoke.ts'
import { isDocumentAddress } from '../attributes.ts'
import type { ReadyClip } from './read-clip.ts'

/** The clip of a player: given by script, or named by its attribute `src`. Its reader comes when there is one. */
export class PlayerClip {
  readonly #player: HTMLElement
  readonly #yoke: Yoke
  readonly #take: (clip: ReadyClip, isScript: boolean, faults: readonly Fault[]) => void
  #record: unknown
  /** Ends the fetching of a document that is not wanted any more. */
  #fetching: AbortController | undefined

  /** @param take puts into the player what of a clip is its own matter, and tells the faults. */
  constructor(
    player: HTMLElement,
    yoke: Yoke,
    take: (clip: ReadyClip, isScript: boolean, faults: readonly Fault[]) => void
  ) {
    this.#player = player
    this.#yoke = yoke
    this.#take = take
  }

  /** What script has given. */
  get record(): unknown {
    return this.#record
  }

  /** Takes a record that script gives. */
  async give(record: unknown): Promise<void> {
    this.#record = record
    const { clipOfScript } = await import('./read-clip.ts')
    if (record === this.#record) this.#settle(clipOfScript(record ?? {}, document.baseURI))
  }

  /** Fetches the document that the attribute `src` names, if it names one. */
  async fetch(): Promise<void> {
    this.stop()
    const src = this.#player.getAttribute('src')
    if (!isDocumentAddress(src)) return
    this.#fetching = new AbortController()
    const { signal } = this.#fetching
    const { clipOfDocument } = await import('./read-clip.ts')
    const clip = await clipOfDocument(src, this.#player.getAttribute('clip-fields'), signal)
    if (signal.aborted) return
    if (clip.ok) this.#settle(clip.value)
    else this.#yoke.failWithout(clip.fault, this.#player)
  }

  stop(): void {
    this.#fetching?.abort()
  }

  #settle(clip: ReadyClip): void {
    const twice = this.#yoke.configureFrom(clip.origin, clip.settings)
    this.#take(clip, clip.origin === 'script' && this.#record !== undefined, [...clip.faults, ...twice])
  }
}
