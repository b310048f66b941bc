import type { Repeat } from './repeats.ts'

/**
 * In which order the items of a list play. Items are told apart by identity: one that is moved, or whose neighbours go, is
 * still the same. What plays stays when it is taken out of the list: it has then no number, and what comes next is what
 * followed it.
 */
export class PlayOrder<Item extends object> {
  repeat: Repeat = 'off'
  readonly #random: () => number
  #items: readonly Item[] = []
  #there: ReadonlySet<Item> = new Set()
  #current: Item | undefined
  /** Where what plays stands; where it is no longer in the list, where it would stand. */
  #place = 0
  readonly #failed = new WeakSet<Item>()
  #isShuffled = false
  /** What was heard while shuffled, in order, and where in it what plays is: one may go back, and forth again. */
  #heard: readonly Item[] = []
  #at = -1
  /** What was not heard yet in this round, in the order in which it will be. */
  #rest: readonly Item[] = []
  /** The next round, once somebody has asked what follows this one. */
  #round: readonly Item[] | undefined

  /** @param random numbers from 0 to below 1, for the shuffled order. */
  constructor(random: () => number = Math.random) {
    this.#random = random
  }

  get items(): readonly Item[] {
    return this.#items
  }
  /** Other items, or the same in another order. What plays plays on. */
  set items(items: readonly Item[]) {
    const before = this.#items
    const stays = new Set(items)
    const known = new Set(before)
    this.#items = [...stays]
    this.#there = stays
    const preceding =
      this.#current &&
      before
        .slice(0, this.#place)
        .reverse()
        .find(item => stays.has(item))
    this.#place = preceding ? this.#items.indexOf(preceding) + 1 : 0
    this.#standAt(this.#current)
    this.#round = undefined
    if (!this.#isShuffled) return
    this.#keepHeard(item => stays.has(item))
    const added = this.#items.filter(item => !known.has(item))
    this.#rest = this.#mixed([...this.#rest.filter(item => stays.has(item)), ...added], added.length > 0)
  }

  /** What plays, or is to play; `undefined` before anything was chosen. */
  get current(): Item | undefined {
    return this.#current
  }

  /** The number of what plays, from 0; -1 where there is none, or it is no longer in the list. */
  get index(): number {
    return this.#current ? this.#items.indexOf(this.#current) : -1
  }

  get shuffle(): boolean {
    return this.#isShuffled
  }
  /** Every item once before any twice; what plays counts as heard. */
  set shuffle(shuffle: boolean) {
    if (shuffle === this.#isShuffled) return
    this.#isShuffled = shuffle
    this.#heard = this.#current ? [this.#current] : []
    this.#at = this.#heard.length - 1
    this.#rest = shuffle ? this.#mixed(this.#items.filter(item => item !== this.#current)) : []
    this.#round = undefined
  }

  /** What `next` would choose. It stays the same until something changes: its beginning can be loaded ahead. */
  get following(): Item | undefined {
    return this.#isShuffled ? this.#followingShuffled : this.#along(this.#stepFrom(1), 1)
  }

  /** What `previous` would choose. */
  get preceding(): Item | undefined {
    if (!this.#isShuffled) return this.#along(this.#place - 1, -1)
    const before = this.#heard.slice(0, Math.max(0, this.#at))
    return before.reverse().find(item => this.#isPlayable(item))
  }

  /** What plays when the present one has ended by itself. */
  get afterEnd(): Item | undefined {
    return this.repeat === 'one' ? this.#current : this.following
  }

  /** Goes on to the next one. @returns it; `undefined`, and nothing changes, where there is none. */
  next(): Item | undefined {
    const item = this.following
    if (item && this.#isShuffled) this.#goOn(item)
    if (item) this.#standAt(item)
    return item
  }

  /** Goes back: in the list, or along what was heard. @returns it; `undefined`, and nothing changes, where there is none. */
  previous(): Item | undefined {
    const item = this.preceding
    if (item && this.#isShuffled) this.#at = this.#heard.lastIndexOf(item, this.#at - 1)
    if (item) this.#standAt(item)
    return item
  }

  /** Goes on as after an end. @returns what plays then; `undefined`, and nothing changes, where that was the last. */
  end(): Item | undefined {
    return this.repeat === 'one' ? this.#current : this.next()
  }

  /** Chooses one of the list, also one that has failed before. @returns whether it is in the list. */
  choose(item: Item): boolean {
    if (!this.#items.includes(item)) return false
    this.#failed.delete(item)
    if (this.#isShuffled && item !== this.#current) this.#hear(item)
    this.#standAt(item)
    return true
  }

  /** One that cannot be played is passed over until it is chosen by itself. */
  fail(item: Item): void {
    this.#failed.add(item)
  }

  hasFailed(item: Item): boolean {
    return this.#failed.has(item)
  }

  #isPlayable(item: Item): boolean {
    return this.#there.has(item) && !this.#failed.has(item)
  }

  #standAt(item: Item | undefined): void {
    this.#current = item
    const index = item ? this.#items.indexOf(item) : -1
    if (index >= 0) this.#place = index
  }

  /** Where the list goes on behind what plays; what is no longer in it stood before the item that is there now. */
  #stepFrom(step: number): number {
    return this.index < 0 ? this.#place : this.#place + step
  }

  /** The first one that can be played from a place on, in one direction; round the ends where all is repeated. */
  #along(from: number, step: 1 | -1): Item | undefined {
    const { length } = this.#items
    for (let steps = 0; steps < length; steps += 1) {
      const at = from + steps * step
      if (this.repeat !== 'all' && (at < 0 || at >= length)) return undefined
      const item = this.#items[((at % length) + length) % length]
      if (item && this.#isPlayable(item)) return item
    }
    return undefined
  }

  get #followingShuffled(): Item | undefined {
    const again = this.#heard.slice(this.#at + 1).find(item => this.#isPlayable(item))
    if (again) return again
    const fresh = this.#rest.find(item => this.#isPlayable(item))
    if (fresh || this.repeat !== 'all') return fresh
    this.#round ??= this.#newRound()
    return this.#round.find(item => this.#isPlayable(item))
  }

  /** All of them anew; what plays is not the first of them, unless it is alone. */
  #newRound(): readonly Item[] {
    const others = this.#mixed(this.#items.filter(item => item !== this.#current))
    const [first, ...more] = others
    if (!this.#current || this.index < 0) return others
    return first ? [first, ...this.#mixed([...more, this.#current])] : [this.#current]
  }

  /** Goes forth along what was heard, or to one that comes now. */
  #goOn(item: Item): void {
    const ahead = this.#heard.indexOf(item, this.#at + 1)
    if (ahead >= 0) {
      this.#at = ahead
      return
    }
    // The round is over.
    if (!this.#rest.includes(item) && this.#round) this.#rest = this.#round
    this.#hear(item)
  }

  /** It is heard now; what was to come again after going back is not. */
  #hear(item: Item): void {
    this.#heard = [...this.#heard.slice(0, this.#at + 1), item]
    this.#at = this.#heard.length - 1
    this.#rest = this.#rest.filter(each => each !== item)
    this.#round = undefined
  }

  #keepHeard(stays: (item: Item) => boolean): void {
    const before = this.#heard.slice(0, this.#at + 1).filter((item, index) => stays(item) || index === this.#at)
    const ahead = this.#heard.slice(this.#at + 1).filter(stays)
    this.#heard = [...before, ...ahead]
    this.#at = before.length - 1
  }

  /** In an order by chance (Fisher and Yates). */
  #mixed(items: readonly Item[], isWanted = true): readonly Item[] {
    const mixed = [...items]
    for (let last = isWanted ? mixed.length - 1 : 0; last > 0; last -= 1) {
      const other = Math.floor(this.#random() * (last + 1))
      const [one, two] = [mixed[last], mixed[other]] as [Item, Item]
      mixed[last] = two
      mixed[other] = one
    }
    return mixed
  }
}
