import type { Yoke } from '../wiring/yoke/yoke.ts'

/** A player, as far as its parts go. */
type Player = HTMLElement & { readonly currentSrc: string }

type Begin = (player: Player, yoke: Yoke) => Promise<() => void>

/** What an attribute asks for, and brings its code with it. */
const PARTS: Readonly<Record<string, Begin>> = {
  debug: async (player, yoke) => (await import('./look/outline.ts')).followOutline(player, yoke),
  'drop-files': async (player, yoke) => (await import('./media/file-drop.ts')).followFileDrop(player, yoke)
}

/** The attributes that ask for a part. */
export const PART_ATTRIBUTES: readonly string[] = Object.keys(PARTS)

/** Parts of a player that most players do without: begun with their attribute, ended with it. */
export class AskedParts {
  readonly #player: Player
  readonly #yoke: Yoke
  /** By attribute: what will end it. */
  readonly #begun = new Map<string, Promise<() => void>>()

  constructor(player: Player, yoke: Yoke) {
    this.#player = player
    this.#yoke = yoke
  }

  settle(): void {
    for (const [name, begin] of Object.entries(PARTS)) {
      const isWanted = this.#player.hasAttribute(name)
      if (isWanted && !this.#begun.has(name)) this.#begun.set(name, begin(this.#player, this.#yoke))
      else if (!isWanted) this.#end(name)
    }
  }

  stop(): void {
    for (const name of this.#begun.keys()) this.#end(name)
  }

  #end(name: string): void {
    this.#begun.get(name)?.then(stop => stop())
    this.#begun.delete(name)
  }
}
