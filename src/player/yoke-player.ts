import type { Fault } from '../core/fault.ts'
import { MediaElementAdapter } from '../media/html/media-element.ts'
import { bindScope } from '../wiring/scope.ts'
import { Yoke } from '../wiring/yoke.ts'
import { handOn, handOnAll, isHandedOn, OBSERVED } from './attributes.ts'
import { type ForwardedMembers, type Forwarding, forwardMembers } from './forwarded.ts'
import { styleInside, stylePlayers } from './styles.ts'

/** Node has no HTMLElement; importing there must still work. */
const Base: typeof HTMLElement = globalThis.HTMLElement ?? (class {} as typeof HTMLElement)

/** Commands that let a viewer begin: the browser's own controls go only when one of these is there. */
const STARTERS: ReadonlySet<string> = new Set(['play', 'play-pause'])

export interface YokePlayer extends ForwardedMembers {}

/**
 * `<yoke-player>`: the scope around one media. Adopts the `<video>` or `<audio>` inside it, or makes a `<video>` from
 * `src`; everything inside is coupled to it. Answers to HTMLMediaElement's properties, methods and events.
 */
// biome-ignore lint/suspicious/noUnsafeDeclarationMerging: the members are given to the prototype below.
export class YokePlayer extends Base implements Forwarding {
  static readonly observedAttributes: readonly string[] = OBSERVED

  /** Couples this player's media to its controls; the same one for the player's whole life, whatever media comes. */
  readonly yoke: Yoke = new Yoke()
  /** Resolves with the player once it has its media, also for those who ask late. */
  readonly ready: Promise<this>
  readonly #internals: ElementInternals
  /** Only for a media that is made here: what the author wrote stays where it is. */
  #shadow: ShadowRoot | undefined
  readonly #early = new Map<string, unknown>()
  readonly #observer: MutationObserver
  #becomeReady!: (player: this) => void
  #adapter: MediaElementAdapter | undefined
  /** The media had the browser's controls in markup, to be put back when nobody else has any. */
  #nativeControls = false
  #made: HTMLVideoElement | undefined
  /** Settings that the player and its media say differently, until they have been told. */
  #twice: readonly Fault[] = []
  #release: (() => void) | undefined

  constructor() {
    super()
    this.ready = new Promise(resolve => {
      this.#becomeReady = resolve
    })
    this.#internals = this.attachInternals()
    this.#observer = new MutationObserver(() => this.#findMedia())
    this.yoke.subscribe(
      yoke => [...yoke.controls.values()].some(command => STARTERS.has(command)),
      () => this.#settleControls()
    )
  }

  /** @internal */
  connectedCallback(): void {
    if (this.#release) return
    stylePlayers(this.getRootNode() as Document | ShadowRoot)
    // The media first, so that each control is brought up to date once.
    this.#findMedia()
    this.#release = bindScope(this.yoke, this, { states: this.#internals.states, lazily: true })
    this.#observer.observe(this, { childList: true, subtree: true })
    this.#tellTwice()
  }

  /** @internal */
  disconnectedCallback(): void {
    // Moving within one task keeps a media playing, and keeps its controls.
    queueMicrotask(() => {
      if (!this.isConnected) this.#letGo()
      else this.#moveTree()
    })
  }

  /** @internal */
  attributeChangedCallback(name: string, before: string | null, now: string | null): void {
    // Before it is coupled, all attributes are read together.
    if (before === now || !this.#release) return
    if (name === 'controls') this.#settleControls()
    else if (!this.#adapter) this.#findMedia()
    else if (isHandedOn(name)) handOn(name, this, this.#adapter.element)
  }

  /** Resolves when playback has begun; before there is media, waits for it. Rejects as HTML says. */
  async play(): Promise<void> {
    await (this.#adapter ?? this.ready)
    return this.#adapter?.play()
  }

  /** @internal */
  forwardTo(member: string): Record<string, unknown> | undefined {
    const adapter = this.#adapter
    if (!adapter) return undefined
    return (member in adapter ? adapter : adapter.element) as unknown as Record<string, unknown>
  }

  /** @internal */
  keepForMedia(member: string, value: unknown): void {
    this.#early.set(member, value)
  }

  /** The media that is this player's: inside it, and not inside a player within. */
  #ownMedia(): HTMLMediaElement | undefined {
    const inside = this.querySelectorAll<HTMLMediaElement>('video, audio')
    return [...inside].find(media => media.closest('yoke-player') === this) ?? this.#madeMedia()
  }

  #madeMedia(): HTMLVideoElement | undefined {
    if (!this.hasAttribute('src')) return this.#made
    if (!this.#made) {
      this.#made = document.createElement('video')
      this.#made.part.add('media')
    }
    return this.#made
  }

  #findMedia(): void {
    if (!this.isConnected) return
    const media = this.#ownMedia()
    if (media === this.#adapter?.element) return
    this.#dropMedia()
    if (media !== this.#made) this.#made?.remove()
    if (media) this.#adopt(media)
  }

  #adopt(media: HTMLMediaElement): void {
    this.#twice = handOnAll(this, media)
    this.#nativeControls = media.controls
    const adapter = new MediaElementAdapter(media)
    this.#adapter = adapter
    adapter.observe(type => this.dispatchEvent(new Event(type)))
    this.yoke.attach(adapter)
    for (const [member, value] of this.#early) Object.assign(this, { [member]: value })
    this.#early.clear()
    if (media === this.#made) this.#showMade(media)
    this.#settleControls()
    if (this.#release) this.#tellTwice()
    this.#becomeReady(this)
  }

  #tellTwice(): void {
    for (const reason of this.#twice) this.yoke.raise(reason, this)
    this.#twice = []
  }

  #showMade(media: HTMLMediaElement): void {
    if (!this.#shadow) {
      this.#shadow = this.attachShadow({ mode: 'open' })
      styleInside(this.#shadow)
      this.#shadow.append(document.createElement('slot'))
    }
    this.#shadow.prepend(media)
  }

  #dropMedia(): void {
    if (!this.#adapter) return
    this.#adapter.element.controls = this.#nativeControls
    this.yoke.attach(undefined)
    this.#adapter.dispose()
    this.#adapter = undefined
  }

  /** The browser's controls serve until others are there. */
  #settleControls(): void {
    if (!this.#adapter) return
    const served = [...this.yoke.controls.values()].some(command => STARTERS.has(command))
    this.#adapter.element.controls = this.hasAttribute('controls') || (this.#nativeControls && !served)
  }

  #letGo(): void {
    this.#observer.disconnect()
    this.#release?.()
    this.#release = undefined
    this.#dropMedia()
  }

  /** Back in a document in the same task, perhaps in another tree. */
  #moveTree(): void {
    if (!this.#release) return
    this.#release()
    this.#release = undefined
    this.connectedCallback()
  }
}

if (globalThis.HTMLElement) forwardMembers(YokePlayer.prototype)

declare global {
  interface HTMLElementTagNameMap {
    'yoke-player': YokePlayer
  }
}
