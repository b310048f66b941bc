import type { Words } from '../core/words/en.ts'
import type { Yoke } from '../wiring/yoke.ts'
import { type Arrangement, plainArrangement, readArrangement, type Wishes } from './arrangement.ts'
import { drawControls } from './bar/ready-made.ts'
import { wordsAtHand, wordsFor } from './language.ts'

/** What drawing needs to know of a player. */
export interface Drawable {
  /** What is wanted now; `undefined`: no controls. */
  readonly wishes: () => Wishes | undefined
  readonly lang: () => string
  readonly openShadow: () => ShadowRoot
  /** Called when words have changed. */
  readonly changed: () => void
}

/** The ready-made controls of one player: drawn when it is near, and anew when what they depend on changes. */
export class DrawnControls {
  /** A hundred players on a page cost no more than the few that are seen. */
  near = false
  readonly #yoke: Yoke
  readonly #player: Drawable
  /** The way out, while they are drawn. */
  #undraw: (() => void) | undefined
  #isDue = false
  /** Counts drawings: what was begun before the last one is dropped. */
  #turn = 0

  constructor(yoke: Yoke, player: Drawable) {
    this.#yoke = yoke
    this.#player = player
  }

  get isDrawn(): boolean {
    return this.#undraw !== undefined
  }

  /** Once for all that changes in one go. */
  drawSoon(): void {
    if (this.#isDue) return
    this.#isDue = true
    queueMicrotask(() => {
      this.#isDue = false
      this.#draw()
    })
  }

  stop(): void {
    this.near = false
    this.#erase()
  }

  #erase(): void {
    this.#turn += 1
    this.#undraw?.()
    this.#undraw = undefined
  }

  #draw(): void {
    this.#erase()
    const wishes = this.near ? this.#player.wishes() : undefined
    if (!wishes) return
    const lang = this.#player.lang()
    const words = wordsAtHand(lang)
    const arrangement = plainArrangement(wishes)
    const turn = this.#turn
    if (wishes.backdrop) {
      Promise.all([wordsFor(lang), import('./backdrop.ts')]).then(([loaded, { drawBackdrop }]) => {
        if (turn !== this.#turn) return
        this.#yoke.configureFrom('form', { words: loaded })
        this.#undraw = drawBackdrop(this.#yoke, this.#player.openShadow(), loaded)
      })
      return
    }
    if (words && arrangement) this.#drawAs(words, arrangement)
    else
      Promise.all([wordsFor(lang), arrangement ?? readArrangement(wishes)]).then(([loaded, read]) => {
        if (turn === this.#turn) this.#drawAs(loaded, read)
      })
  }

  #drawAs(words: Words, { layouts, without, faults }: Arrangement): void {
    const yoke = this.#yoke
    for (const reason of faults) yoke.raise(reason)
    yoke.configureFrom('form', { words })
    this.#player.changed()
    const shadow = this.#player.openShadow()
    if (!yoke.commands.has('show-shortcuts')) yoke.defineCommand('show-shortcuts', () => this.#showShortcuts(shadow))
    if (!yoke.commands.has('show-caption-looks'))
      yoke.defineCommand('show-caption-looks', () => this.#showCaptionLooks(shadow))
    this.#undraw = drawControls({ yoke, shadow, words, layouts, without })
  }

  async #showCaptionLooks(shadow: ShadowRoot): Promise<void> {
    const { openCaptionLooks } = await import('./bar/caption-looks.ts')
    openCaptionLooks(shadow, await wordsFor(this.#player.lang()))
  }

  async #showShortcuts(shadow: ShadowRoot): Promise<void> {
    const { openShortcutList } = await import('./bar/shortcut-list.ts')
    openShortcutList(shadow, this.#yoke.conduct.shortcuts, await wordsFor(this.#player.lang()))
  }
}
