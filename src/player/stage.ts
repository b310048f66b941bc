import { CONTROLS_CSS, MEDIA_CSS } from './bar/styles.ts'
import { create } from './create.ts'
import { sheetOf } from './page-styles.ts'

let sheets: CSSStyleSheet[] | undefined

/** The ground of what a player makes itself, and what takes focus at a click on the picture. */
export class Stage {
  readonly #player: HTMLElement
  /** The tabindex is ours and not the author's. */
  #ownTabIndex = false

  constructor(player: HTMLElement) {
    this.#player = player
  }

  /** Only for what is made here: what the author wrote stays where it is. */
  open(): ShadowRoot {
    const player = this.#player
    if (player.shadowRoot) return player.shadowRoot
    const shadow = player.attachShadow({ mode: 'open', delegatesFocus: true })
    sheets ??= [sheetOf(MEDIA_CSS + CONTROLS_CSS)]
    shadow.adoptedStyleSheets = sheets
    shadow.append(create('div', { class: 'stage', part: 'stage', tabindex: '-1' }, create('slot')))
    this.takeFocus()
    return shadow
  }

  /** Puts a media that was made behind everything else. */
  place(media: HTMLMediaElement): void {
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
