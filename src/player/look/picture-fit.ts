import type { Clip } from '../../core/documents/clip-schema.ts'
import type { Fault } from '../../core/fault.ts'
import { focusPointOf, isFit } from '../../core/picture/fit.ts'
import type { Yoke } from '../../wiring/yoke/yoke.ts'

/** How a picture fills its box, and what of it has to stay in view. */
export type ClipFit = Pick<Clip, 'fit' | 'focusPoint'>

/** The attributes that say it. */
export const FIT_ATTRIBUTES: readonly string[] = ['fit', 'focus-point']

type FitName = 'fit' | 'focus-point'

/**
 * The attributes `fit` and `focus-point`, and what a clip says of them, as custom properties that the style sheets read: an
 * author's own `object-fit` still wins, and so does full screen, where all of the picture is shown.
 */
export class PictureFit {
  readonly #player: HTMLElement
  readonly #yoke: Yoke
  #clip: ClipFit = {}
  /** A clip given by script stands in the place of all that the markup says. */
  #isScript = false
  /** The properties that were set here. */
  readonly #ours = new Set<string>()

  constructor(player: HTMLElement, yoke: Yoke) {
    this.#player = player
    this.#yoke = yoke
  }

  /** Takes what a clip says, in place of an earlier one. */
  give(clip: ClipFit, isScript: boolean): void {
    this.#clip = clip
    this.#isScript = isScript
    this.settle()
  }

  /** Brings the properties up to date. */
  settle(): void {
    const fit = this.#choose('fit', this.#clip.fit)?.trim()
    this.#set('--yoke-fit', fit === undefined || isFit(fit) ? fit : this.#refuse('fit', fit))
    const written = this.#choose('focus-point', this.#clip.focusPoint)
    const point = written === undefined ? undefined : (focusPointOf(written) ?? this.#refuse('focus-point', written))
    this.#set('--yoke-focus-point', point && `${point.x * 100}% ${point.y * 100}%`)
  }

  #choose(name: FitName, ofClip: string | undefined): string | undefined {
    const written = this.#player.getAttribute(name)
    if (this.#isScript && ofClip !== undefined) return ofClip
    if (written === null) return ofClip
    if (ofClip !== undefined) this.#tell(({ fitTwice }) => fitTwice(name))
    return written
  }

  #refuse(name: FitName, written: string): undefined {
    this.#tell(({ whyUnreadable }) => whyUnreadable(name, written))
  }

  /** The sentences come when there is something to say. */
  async #tell(choose: (faults: typeof import('./fit-faults.ts')) => Fault | undefined): Promise<void> {
    const reason = choose(await import('./fit-faults.ts'))
    if (reason) this.#yoke.raise(reason, this.#player)
  }

  #set(property: string, value: string | undefined): void {
    // What the author's own style attribute says is left alone.
    if (value === undefined && !this.#ours.delete(property)) return
    if (value === undefined) this.#player.style.removeProperty(property)
    else {
      this.#ours.add(property)
      this.#player.style.setProperty(property, value)
    }
  }
}
