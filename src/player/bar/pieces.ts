import type { ControlEntry, ControlName } from '../../core/layout/layouts.ts'
import type { Words } from '../../core/words/en.ts'
import type { YokeView } from '../../wiring/yoke/yoke-view.ts'
import type { IconName } from './icons.ts'
import type { ListIconName } from './list-icons.ts'

/** What a button looks like and is called, while a state holds. */
export interface Face {
  readonly icon: IconName | ListIconName
  readonly label: string
  readonly when?: string
  /** The name of the icon's slot, where it is another than the icon's. */
  readonly slot?: string
}

/** A button that runs one command. */
export interface ButtonSpec {
  /** Its name as a slot and a part. */
  readonly name: string
  readonly command: string
  readonly value?: string
  /** It is there only while these states hold. */
  readonly when?: string
  readonly faces: readonly Face[]
  /** Stands in its icon. */
  readonly figure?: string
}

/** What controls are made from. */
export interface ControlContext {
  readonly words: Words
  readonly yoke: YokeView
  /** Ends what the controls have begun. */
  readonly signal: AbortSignal
  /** The controls that had no room in the bar. */
  readonly left: () => readonly ControlEntry[]
  /** Whether the bar shows a control, or the author left it out. */
  readonly isElsewhere: (name: ControlName) => boolean
}

/** A control, and the menu that belongs to it. */
export interface Made {
  readonly control: HTMLElement
  readonly menu?: HTMLElement
}

/** What such parts make controls from. */
export type PieceContext = ControlContext & { readonly pieces: ControlPieces }

/** What parts that come later make controls of: they share the menus and icons of the bar. */
export interface ControlPieces {
  /** An item for one of several: a rate, a track, a quality, an item of a playlist. */
  choiceItem(command: string, label: string, value: string, isChosen: boolean, lang?: string): Node
  createGroup(label: string, items: readonly Node[]): HTMLElement
  createIcon(name: IconName | ListIconName, slot?: string): HTMLSlotElement
  /** A button and the menu that it opens. What is in the menu is made each time it opens. */
  createMenu(
    name: string,
    label: string,
    face: readonly Node[],
    content: () => readonly Node[],
    signal: AbortSignal,
    when?: string
  ): { readonly button: HTMLButtonElement; readonly menu: HTMLElement }
}
