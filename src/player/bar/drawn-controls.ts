import type { Words } from '../../core/words/en.ts'
import { Part } from '../../loading/part.ts'
import type { Yoke } from '../../wiring/yoke/yoke.ts'
import { wordsAtHand, wordsFor } from '../look/language.ts'
import type { Arrangement, Wishes } from './arrangement.ts'

type Bar = typeof import('./index.ts')

const BAR = new Part(() => import('./index.ts'))
const BACKDROP = new Part(() => import('./backdrop.ts'))

/** What drawing needs to know of a player. */
export interface Drawable {
  /** What is wanted now; `undefined`: no controls. */
  readonly wishes: () => Wishes | undefined
  readonly lang: () => string
  readonly openShadow: () => ShadowRoot
  /** Called when words have changed. */
  readonly renamed: () => void
  /** Called when the controls are there, or gone for good. */
  readonly settled: () => void
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
    const wasDrawn = this.isDrawn
    this.#erase()
    const wishes = this.near ? this.#player.wishes() : undefined
    if (!wishes) {
      if (wasDrawn) this.#player.settled()
      return
    }
    const turn = this.#turn
    const isStillWanted = (): boolean => turn === this.#turn
    if (wishes.backdrop)
      BACKDROP.use(this.#yoke, async ({ drawBackdrop }) => {
        const words = await wordsFor(this.#player.lang())
        if (!isStillWanted()) return
        this.#yoke.configureFrom('form', { words })
        this.#undraw = drawBackdrop(this.#yoke, this.#player.openShadow(), words)
        this.#player.settled()
      })
    else BAR.use(this.#yoke, bar => isStillWanted() && this.#drawWith(bar, wishes, isStillWanted))
  }

  #drawWith(bar: Bar, wishes: Wishes, isStillWanted: () => boolean): void {
    const lang = this.#player.lang()
    const words = wordsAtHand(lang)
    const arrangement = bar.plainArrangement(wishes)
    if (words && arrangement) this.#drawAs(bar, words, arrangement)
    else
      Promise.all([wordsFor(lang), arrangement ?? bar.readArrangement(wishes)]).then(([loaded, read]) => {
        if (isStillWanted()) this.#drawAs(bar, loaded, read)
      })
  }

  #drawAs({ drawControls }: Bar, words: Words, { layouts, without, faults }: Arrangement): void {
    const yoke = this.#yoke
    for (const reason of faults) yoke.raise(reason)
    yoke.configureFrom('form', { words })
    this.#player.renamed()
    const shadow = this.#player.openShadow()
    if (!yoke.commands.has('show-shortcuts')) yoke.defineCommand('show-shortcuts', () => this.#showShortcuts(shadow))
    if (!yoke.commands.has('show-caption-looks'))
      yoke.defineCommand('show-caption-looks', () => this.#showCaptionLooks(shadow))
    this.#undraw = drawControls({ yoke, shadow, words, layouts, without })
    this.#player.settled()
  }

  async #showCaptionLooks(shadow: ShadowRoot): Promise<void> {
    const { openCaptionLooks } = await import('./caption-looks.ts')
    openCaptionLooks(shadow, await wordsFor(this.#player.lang()))
  }

  async #showShortcuts(shadow: ShadowRoot): Promise<void> {
    const { openShortcutList } = await import('./shortcut-list.ts')
    openShortcutList(shadow, this.#yoke.conduct.shortcuts, await wordsFor(this.#player.lang()))
  }
}
