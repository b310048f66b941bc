import type { Yoke } from '../../wiring/yoke/yoke.ts'

/** What the markup has for those who cannot play its media: shown when nothing else is left. */
export class LastResort {
  readonly #player: HTMLElement
  readonly #yoke: Yoke
  #hide: (() => void) | undefined

  constructor(player: HTMLElement, yoke: Yoke) {
    this.#player = player
    this.#yoke = yoke
  }

  /** Shows it if playback has failed, or puts it back. */
  async settle(media: HTMLMediaElement | undefined): Promise<void> {
    this.stop()
    if (!media || !this.#yoke.states.failed || this.#player.hasAttribute('backdrop')) return
    const { showFallback } = await import('./fallback-content.ts')
    const isStillWanted = this.#yoke.states.failed && !this.#hide && this.#player.contains(media)
    if (isStillWanted) this.#hide = showFallback(this.#player, media)
  }

  stop(): void {
    this.#hide?.()
    this.#hide = undefined
  }
}
