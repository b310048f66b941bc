import type { Clip } from '../core/documents/clip-schema.ts'
import type { WrittenLayout } from '../core/layout/layouts.ts'
import { use } from '../loading/part.ts'
import type { MediaAdapter } from '../media/adapter.ts'
import type { TrackList } from '../wiring/captions/track-list.ts'
import { closest, isElement, parentOf } from '../wiring/scope/nodes.ts'
import { registerResting } from '../wiring/scope/registry.ts'
import { whenWanted } from '../wiring/scope/when-wanted.ts'
import { reportAt } from '../wiring/yoke/events.ts'
import type { Yoke } from '../wiring/yoke/yoke.ts'
import { OBSERVED_ATTRIBUTES, SPELLING } from './attributes.ts'
import { AwakePlayer } from './awake-player.ts'
import { PAGE_SHEET } from './look/page-styles.ts'
import { type ForwardedMembers, type Forwarding, forwardMembers } from './media/forwarded.ts'
import { ownMediaOf } from './media/made-media.ts'

/** Node has no HTMLElement; importing there must still work. */
const Base: typeof HTMLElement = globalThis.HTMLElement ?? (class {} as typeof HTMLElement)

/** Attributes that mean nothing until the player is seen. Any other one wakes it. */
const QUIET: ReadonlySet<string> = new Set(['controls', 'lang', 'layouts', 'preset', 'without'])

const isLoud = (name: string): boolean => OBSERVED_ATTRIBUTES.includes(name) && !QUIET.has(name)

/** Whether a player has nothing to do before it is seen, played or asked for: a media that waits, and no more. */
const canRest = (player: Element): boolean => {
  const media = ownMediaOf(player)
  if (!media?.paused || media.autoplay || player.querySelector('track')) return false
  return !player.getAttributeNames().some(isLoud)
}

/** Players in one another: each hears of all that changes inside it. */
const MOST_AROUND = 32

const isTooDeep = (player: Element): boolean => {
  let around: Element | null = player
  for (let depth = 0; depth <= MOST_AROUND && around; depth += 1) {
    const parent: Node | null = parentOf(around)
    around = isElement(parent) ? closest(parent, 'yoke-player') : null
  }
  return around !== null
}

export interface YokePlayer extends ForwardedMembers {}

/**
 * `<yoke-player>`: the scope around one media. Adopts the `<video>` or `<audio>` inside it, or makes one from `src`;
 * everything inside is coupled to it. With `controls` it draws its own. Answers to HTMLMediaElement's properties,
 * methods and events.
 *
 * A player around a media that only waits rests until it comes near the viewport, plays, or is asked for anything.
 */
// biome-ignore lint/suspicious/noUnsafeDeclarationMerging: the members are given to the prototype below.
export class YokePlayer extends Base implements Forwarding {
  static readonly observedAttributes: readonly string[] = OBSERVED_ATTRIBUTES

  /** Taken at once: in the document of a frame, which knows no such element, Chromium gives none. */
  readonly #internals = this.attachInternals()
  #awake: AwakePlayer | undefined
  /** Someone listens for what the media tells. */
  #isHeard = false
  #layouts: readonly WrittenLayout[] | undefined
  /** The end of its rest. */
  #endRest: (() => void) | undefined

  /** Couples this player's media to its controls; the same one for the player's whole life, whatever media comes. */
  get yoke(): Yoke {
    return this.#wake().yoke
  }

  /** Resolves with the player once it has its media, also for those who ask late. */
  get ready(): Promise<this> {
    return this.#wake().ready as Promise<unknown> as Promise<this>
  }

  /** Layouts of the ready-made controls as data; wins over the attribute `layouts`. `undefined`: those of the attribute, or the house. */
  get layouts(): readonly WrittenLayout[] | undefined {
    return this.#layouts
  }
  set layouts(layouts: readonly WrittenLayout[] | undefined) {
    this.#layouts = layouts
    this.#wake().giveLayouts(layouts)
  }

  /**
   * A clip: a record that says what to play, with its poster, tracks and moments, in place of what the markup says. Gives
   * back what was given. `undefined` leaves it to the markup again. What of it cannot be read is told as faults. A record of
   * another system, whose fields `clip-fields` names, is given `as unknown as Clip`.
   */
  get clip(): Clip | undefined {
    return this.#awake?.clip.record as Clip | undefined
  }
  set clip(record: Clip | undefined) {
    this.#wake().giveClip(record)
  }

  /**
   * The media that plays, whatever kind it is. Setting it gives the player a media of yours in place of any element: all that a
   * player does works on it. `undefined` leaves it to the markup again.
   */
  get media(): MediaAdapter | undefined {
    return this.#wake().media
  }
  set media(media: MediaAdapter | undefined) {
    this.#wake().giveMedia(media)
  }

  /** The text tracks, by HTML's names. Live: they come as they are found. */
  get textTracks(): TrackList {
    return this.yoke.textTracks
  }

  /** Called by the browser; by a framework once it has taken `data-yoke-wait` off. */
  connectedCallback(): void {
    // What a server has written, and a framework has yet to compare with its own (hydration).
    if (this.hasAttribute('data-yoke-wait')) return
    this.#adoptEarly()
    PAGE_SHEET.adopt(this.getRootNode() as Document | ShadowRoot)
    if (isTooDeep(this))
      use(SPELLING, { raise: reason => reportAt(this, reason) }, ({ tooDeep }) => reportAt(this, tooDeep(MOST_AROUND)))
    else if (this.#awake) this.#awake.connect()
    else if (!this.#isHeard && canRest(this)) this.#rest()
    else this.#wake()
  }

  /** @internal */
  disconnectedCallback(): void {
    this.#awake?.disconnect()
    this.#rise()
  }

  /** @internal */
  attributeChangedCallback(name: string, before: string | null, now: string | null): void {
    if (before === now) return
    if (this.#endRest && isLoud(name)) this.#wake()
    else this.#awake?.attributeChanged(name, now)
  }

  /**
   * Resolves when playback has begun; waits for media that is on its way. Rejects as HTML says, also where there is nothing to
   * play (fault `media-absent`).
   */
  play(): Promise<void> {
    return this.#wake().play()
  }

  /** @internal */
  forwardTo(member: string): Record<string, unknown> | undefined {
    return this.#wake().targetOf(member) as Record<string, unknown> | undefined
  }

  /** @internal */
  keepForMedia(member: string, value: unknown): void {
    this.#wake().keepForMedia(member, value)
  }

  /** @internal Whoever listens for what the media tells wants to hear all of it. */
  wakeToTell(): void {
    this.#isHeard = true
    if (this.#endRest) this.#wake()
  }

  /** What a page has set before the library was there stands on the element itself, and would hide what is set here. */
  #adoptEarly(): void {
    const own = this as unknown as Record<string, unknown>
    for (const name of Object.keys(own)) {
      if (!(name in YokePlayer.prototype)) continue
      const value = own[name]
      delete own[name]
      own[name] = value
    }
  }

  #wake(): AwakePlayer {
    if (this.#awake) return this.#awake
    const awake = new AwakePlayer(this, this.#internals)
    this.#awake = awake
    if (this.isConnected) awake.connect()
    this.#rise()
    return awake
  }

  #rest(): void {
    const unregister = registerResting(this, () => this.yoke)
    const end = whenWanted(this, () => this.#wake().comeNear())
    // What waits for a wish has listened too.
    this.#isHeard = false
    this.#endRest = () => {
      unregister()
      end()
    }
  }

  #rise(): void {
    this.#endRest?.()
    this.#endRest = undefined
  }
}

if (globalThis.HTMLElement) forwardMembers(YokePlayer.prototype)

declare global {
  interface HTMLElementTagNameMap {
    'yoke-player': YokePlayer
  }
}
