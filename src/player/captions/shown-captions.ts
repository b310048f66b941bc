import type { Yoke } from '../../wiring/yoke/yoke.ts'
import type { Coupling } from '../../wiring/yoke/yoke-view.ts'
import { create } from '../look/create.ts'

/**
 * The captions over a player's picture: drawn over the bar's ground in the shadow root, where there is one, else right
 * behind the media; nowhere, where the author has a place of their own for them.
 */
export class ShownCaptions {
  readonly #yoke: Yoke
  readonly #player: HTMLElement
  readonly #shadow: () => ShadowRoot | undefined
  #stop: (() => void) | undefined
  /** Counts shows: what was begun before the last one is dropped. */
  #turn = 0

  /** @param shadow opens the player's shadow root where controls are drawn; `undefined` where they are not. */
  constructor(yoke: Yoke, player: HTMLElement, shadow: () => ShadowRoot | undefined) {
    this.#yoke = yoke
    this.#player = player
    this.#shadow = shadow
  }

  /** Shows them over this media; `undefined` takes them away. */
  async show(media: HTMLMediaElement | undefined): Promise<void> {
    this.stop()
    const turn = this.#turn
    if (!media || !this.#yoke.captions) return
    const [{ coupleCaptionArea }, { announceDescriptions }] = await Promise.all([
      import('../../wiring/captions/caption-area.ts'),
      import('../../wiring/captions/announce.ts')
    ])
    if (turn !== this.#turn) return
    const shadow = this.#shadow()
    const silence = announceDescriptions(shadow ?? this.#player, this.#yoke)
    const area = media.localName === 'video' ? this.#place(shadow?.querySelector('.stage') ?? media) : undefined
    const coupling: Coupling | undefined = area && coupleCaptionArea(area, this.#yoke, media)
    this.#stop = () => {
      silence()
      coupling?.release()
      area?.remove()
    }
  }

  stop(): void {
    this.#turn += 1
    this.#stop?.()
    this.#stop = undefined
  }

  #place(behind: Element): HTMLElement | undefined {
    if (this.#player.querySelector('[data-yoke-captions]')) return undefined
    const area = create('div', { class: 'yoke-captions', part: 'captions' })
    behind.after(area)
    return area
  }
}
