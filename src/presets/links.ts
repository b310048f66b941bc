import { type Fault, fault } from '../core/fault.ts'
import { isPresetAddress } from '../core/presets/preset-address.ts'
import { type ResolvedPreset, unknownPreset } from '../core/presets/resolve.ts'
import { definePart, use } from '../loading/part.ts'
import type { AccompaniedPlayer } from '../wiring/scope/companion.ts'
import { attributeOf, closest, findAll, isElement, parentOf, rootOf } from '../wiring/scope/nodes.ts'
import type { Yoke } from '../wiring/yoke/yoke.ts'
import type { PresetDocuments } from './documents.ts'
import { lookOf, PresetLink } from './link.ts'
import type { Shelf } from './shelf.ts'

const DOCUMENTS = definePart(() => import('./documents.ts'))
const LOOKS = definePart(() => import('./look/looks.ts'))
/** What stands around players names the preset of all of them. */
const ATTRIBUTE = 'preset'
/** Milliseconds after which the page is told that a preset has not come. */
const PATIENCE = 3000

/** The name that the nearest element around a player has; shadow roots are passed through. */
const nameAround = (element: Element): string | undefined => {
  const around = parentOf(element)
  const near = isElement(around) ? closest(around, `[${ATTRIBUTE}]`) : null
  if (near) return attributeOf(near, ATTRIBUTE) ?? undefined
  const { host } = rootOf(element) as Partial<ShadowRoot>
  if (!isElement(host)) return undefined
  return attributeOf(host, ATTRIBUTE) ?? nameAround(host)
}

/** One that is linked, or may be. */
interface Linked {
  readonly yoke: Yoke
  readonly link: PresetLink
  /** What it named when it was last looked at. */
  named?: string
  /** What it waits for, by the name that it was named by. */
  awaited?: string | undefined
  /** What it names now; `''` for none. */
  wanted(): string
  isThere(): boolean
  raise(reason: Fault): void
  /** Where its look goes; absent where there is no place for one. */
  openShadow?(): ShadowRoot
}

/** All that are linked, and what each has of its preset. */
export class Links {
  readonly #shelf: Shelf
  #documents: PresetDocuments | undefined
  readonly #known = new WeakMap<Yoke, Linked>()
  readonly #all = new Set<WeakRef<Linked>>()
  readonly #watched = new WeakSet<Node>()
  /** Made with the first player: in Node there is neither. */
  #observer: MutationObserver | undefined

  constructor(shelf: Shelf) {
    this.#shelf = shelf
    shelf.follow(() => this.update())
  }

  /** A player is there, perhaps again, perhaps at another place. */
  meet(player: AccompaniedPlayer): void {
    const { yoke, element } = player
    this.#watch(rootOf(element))
    const known = this.#known.get(yoke)
    if (known) {
      this.#bring(known)
      return
    }
    this.#add({
      yoke,
      link: new PresetLink(yoke),
      wanted: () => yoke.settings.preset ?? nameAround(element) ?? '',
      isThere: () => element.isConnected,
      raise: reason => player.raise(reason),
      openShadow: () => player.openShadow()
    })
  }

  /** Links a yoke, be it a player's or one without. @returns the end of the link. */
  join(yoke: Yoke, name: string): () => void {
    if (!this.#known.has(yoke)) {
      this.#add({
        yoke,
        link: new PresetLink(yoke),
        wanted: () => yoke.settings.preset ?? '',
        isThere: () => !yoke.disposed,
        raise: reason => yoke.raise(reason)
      })
    }
    yoke.configure({ preset: name })
    return () => {
      if (yoke.settings.preset === name) yoke.configure({ preset: undefined })
    }
  }

  /** Those whose preset is of this name, or extends one that is. */
  usersOf(name: string): readonly Yoke[] {
    // One that rests is a user too: it is met when it is asked for its yoke.
    if (globalThis.document) for (const player of findAll(document, 'yoke-player')) Reflect.get(player, 'yoke')
    return this.#linked().flatMap(({ yoke, link }) => (link.chain.includes(name) ? [yoke] : []))
  }

  /** Brings all of them up to date. */
  update(): void {
    for (const linked of this.#linked()) this.#bring(linked)
  }

  #add(linked: Linked): void {
    const { yoke, link } = linked
    this.#known.set(yoke, linked)
    this.#all.add(new WeakRef(linked))
    yoke.preset = link
    this.#bring(linked)
    yoke.subscribe(
      ({ settings: { preset } }) => preset,
      () => this.#bring(linked)
    )
  }

  /** Those that are still there; what is gone is forgotten. */
  #linked(): readonly Linked[] {
    return [...this.#all].flatMap(reference => {
      const linked = reference.deref()
      if (!linked) this.#all.delete(reference)
      return linked?.isThere() ? [linked] : []
    })
  }

  /** What is on its way leaves all as it was. */
  #bring(linked: Linked): void {
    const wanted = linked.wanted()
    const isNew = linked.named !== wanted
    linked.named = wanted
    const name = isPresetAddress(wanted) ? this.#nameAt(wanted, linked, isNew) : wanted
    const resolved = name ? this.#shelf.resolve(name) : undefined
    const isOnItsWay = name === undefined || (resolved !== undefined && this.#shelf.awaits(resolved.missing))
    if (isOnItsWay || resolved?.chain.length === 0) this.#wait(linked, wanted, name)
    else linked.awaited = undefined
    if (isOnItsWay) return
    linked.link.take(resolved)
    this.#dress(linked, resolved)
  }

  /** The name of the preset at an address, as far as it is known. */
  #nameAt(address: string, linked: Linked, isNew: boolean): string | undefined {
    if (this.#documents) return this.#documents.nameAt(address, linked, isNew)
    use(DOCUMENTS, linked, ({ PresetDocuments }) => {
      this.#documents ??= new PresetDocuments(this.#shelf)
      linked.named = ''
      if (linked.wanted() === address) this.#bring(linked)
    })
    return undefined
  }

  /** What is not there may yet come; the page is told if that takes long. */
  #wait(linked: Linked, wanted: string, name: string | undefined): void {
    if (linked.awaited === wanted) return
    linked.awaited = wanted
    setTimeout(() => {
      if (linked.awaited !== wanted || !linked.isThere()) return
      const sentence = `The preset ${wanted} has not come for ${PATIENCE / 1000} s.`
      linked.raise(
        name === undefined || this.#shelf.awaits([name])
          ? fault('preset-unknown', sentence, 'look at its address')
          : unknownPreset('A player names', name, this.#shelf)
      )
    }, PATIENCE)
  }

  #dress(linked: Linked, resolved: ResolvedPreset | undefined): void {
    const look = resolved ? lookOf(resolved.settled) : {}
    // Who has worn none, and is to wear none, needs nothing.
    if (!linked.openShadow || (!LOOKS.here && Object.keys(look).length === 0)) return
    const place = linked as Required<Linked>
    use(LOOKS, linked, ({ wearLook }) => {
      if (linked.link.name === (resolved?.name ?? '')) wearLook(place.openShadow(), resolved?.name ?? '', look, linked)
    })
  }

  /** A name may be written around players, or taken away, at any time. */
  #watch(root: Node): void {
    if (this.#watched.has(root)) return
    this.#watched.add(root)
    this.#observer ??= new MutationObserver(() => this.update())
    this.#observer.observe(root, { subtree: true, attributes: true, attributeFilter: [ATTRIBUTE] })
  }
}
