import type { Clip } from '../core/documents/clip-schema.ts'
import { type Fault, fault, type Result } from '../core/fault.ts'
import { tryParseFit, tryParseFocusPoint } from '../core/picture/fit.ts'
import type { Yoke } from '../wiring/yoke.ts'

/** How a picture fills its box, and what of it has to stay in view. */
export type ClipFit = Pick<Clip, 'fit' | 'focusPoint'>

/** The attributes that say it. */
export const FIT_ATTRIBUTES: readonly string[] = ['fit', 'focus-point']

const fitTwice = (name: string): Fault =>
  fault(
    'setting-twice',
    `${name} is set by an attribute of its own and by the clip document; an attribute of its own wins.`,
    'take one of the two away'
  )

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
    const fit = this.#read('fit', this.#clip.fit, tryParseFit)
    const point = this.#read('focus-point', this.#clip.focusPoint, tryParseFocusPoint)
    this.#set('--yoke-fit', fit)
    this.#set('--yoke-focus-point', point && `${point.x * 100}% ${point.y * 100}%`)
  }

  #read<Value>(
    name: 'fit' | 'focus-point',
    ofClip: string | undefined,
    parse: (text: string) => Result<Value>
  ): Value | undefined {
    const text = this.#choose(name, ofClip)
    const read = text === undefined ? undefined : parse(text)
    if (read?.ok === false) this.#yoke.raise(read.fault, this.#player)
    return read?.ok ? read.value : undefined
  }

  #choose(name: 'fit' | 'focus-point', ofClip: string | undefined): string | undefined {
    const written = this.#player.getAttribute(name)
    if (this.#isScript && ofClip !== undefined) return ofClip
    if (written === null) return ofClip
    if (ofClip !== undefined) this.#yoke.raise(fitTwice(name), this.#player)
    return written
  }

  #set(property: string, value: string | undefined): void {
    if (value === undefined) this.#player.style.removeProperty(property)
    else this.#player.style.setProperty(property, value)
  }
}
