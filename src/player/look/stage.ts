import { sharedSheet } from '../../wiring/scope/sheets.ts'
import { create } from './create.ts'

/** What is shown inside a player, whether or not it has ready-made controls. */
export const MEDIA_CSS = /* css */ `
.stage > :not(slot, audio) { display: block; inline-size: 100%; block-size: 100%; aspect-ratio: var(--yoke-shape, auto 16 / 9); border-radius: inherit; background: #000; object-fit: var(--yoke-fit, contain); object-position: var(--yoke-focus-point, 50% 50%) }
audio { display: none }
:host(:is([backdrop], :state(backdrop))) .stage > :not(slot, audio) { position: absolute; inset: 0; block-size: 100%; aspect-ratio: auto; object-fit: var(--yoke-fit, cover); z-index: -1; pointer-events: none }
.stage, slot:not([name]) { border-radius: inherit }
.stage { block-size: 100% }
:host(:state(sound)) .stage { block-size: auto }
.stage:focus:not(:focus-visible) { outline: none }
:host(:fullscreen) .stage { flex: 1 1 0; min-block-size: 0; display: flex; flex-direction: column; border-radius: 0 }
:host(:fullscreen) .stage > :not(slot, audio) { flex: 1 1 0; min-block-size: 0; block-size: auto; aspect-ratio: auto; border-radius: 0; object-fit: contain }
`

const MEDIA_SHEET = sharedSheet(MEDIA_CSS)

/** The ground of what a player makes itself, and what takes focus at a click on the picture. */
export class Stage {
  readonly #player: HTMLElement
  #shadow: ShadowRoot | undefined
  /** The tabindex is ours and not the author's. */
  #ownTabIndex = false

  constructor(player: HTMLElement) {
    this.#player = player
  }

  /** Only for what is made here: what the author wrote stays where it is. */
  open(): ShadowRoot {
    const player = this.#player
    if (this.#shadow) return this.#shadow
    // A server may have made it: what stands there is taken over.
    const shadow = player.shadowRoot ?? player.attachShadow({ mode: 'open', delegatesFocus: true })
    this.#shadow = shadow
    MEDIA_SHEET.adopt(shadow)
    shadow.prepend(create('div', { class: 'stage', part: 'stage', tabindex: '-1' }, create('slot')))
    this.takeFocus()
    return shadow
  }

  /** Puts what shows the media, and stands nowhere yet, behind everything else. */
  place(media: HTMLElement): void {
    this.open().querySelector('.stage')?.prepend(media)
  }

  /**
   * A click on the picture gives the player the keys. The host itself is focusable only without a shadow root: with
   * one, its negative tabindex would take everything inside out of the order of Tab, and the stage serves.
   */
  takeFocus(): void {
    const player = this.#player
    if (player.shadowRoot) {
      if (this.#ownTabIndex) player.removeAttribute('tabindex')
    } else if (!player.hasAttribute('tabindex')) {
      this.#ownTabIndex = true
      player.tabIndex = -1
    }
  }
}
