import type { Fault } from '../core/fault.ts'
import type { WrittenLayout } from '../core/layout/layouts.ts'
import { SettingLayers } from '../core/settings/layers.ts'
import { isSettingAttribute, readSetting, readSettings, SETTING_ATTRIBUTES } from '../core/settings/read-setting.ts'
import { MediaElementAdapter } from '../media/html/media-element.ts'
import { bindScope } from '../wiring/scope.ts'
import type { TrackList } from '../wiring/track-list.ts'
import { whenNear } from '../wiring/when-near.ts'
import { Yoke } from '../wiring/yoke.ts'
import type { Wishes } from './arrangement.ts'
import { AskedParts, PART_ATTRIBUTES } from './asked-parts.ts'
import { findMisspelt, handOn, handOnAll, isDocumentAddress, isHandedOn, OBSERVED } from './attributes.ts'
import { DrawnControls } from './drawn-controls.ts'
import { formMedia, nameFor, settleAutoplay, settleForm } from './form.ts'
import { type ForwardedMembers, type Forwarding, forwardMembers } from './forwarded.ts'
import { followPageLanguage, languageOf, wordsAtHand } from './language.ts'
import { LastResort } from './last-resort.ts'
import { MadeMedia } from './made-media.ts'
import { stylePlayers } from './page-styles.ts'
import { FIT_ATTRIBUTES, PictureFit } from './picture-fit.ts'
import { PlayerClip } from './player-clip.ts'
import { PlayerPoster, POSTER_ATTRIBUTES } from './poster.ts'
import { ShownCaptions } from './shown-captions.ts'
import type { ReadyClip } from './shown-clip.ts'
import { Stage } from './stage.ts'

/** Node has no HTMLElement; importing there must still work. */
const Base: typeof HTMLElement = globalThis.HTMLElement ?? (class {} as typeof HTMLElement)

/** Commands that let a viewer begin: the browser's own controls go only when one of these is there. */
const STARTERS: ReadonlySet<string> = new Set(['play', 'play-pause'])
/** Attributes that change what the ready-made controls are. */
const DRAWN_BY: ReadonlySet<string> = new Set(['backdrop', 'controls', 'layouts', 'without', 'lang'])
export interface YokePlayer extends ForwardedMembers {}

/**
 * `<yoke-player>`: the scope around one media. Adopts the `<video>` or `<audio>` inside it, or makes one from `src`;
 * everything inside is coupled to it. With `controls` it draws its own. Answers to HTMLMediaElement's properties,
 * methods and events.
 */
// biome-ignore lint/suspicious/noUnsafeDeclarationMerging: the members are given to the prototype below.
export class YokePlayer extends Base implements Forwarding {
  static readonly observedAttributes: readonly string[] = [
    ...OBSERVED,
    ...SETTING_ATTRIBUTES,
    ...DRAWN_BY,
    ...FIT_ATTRIBUTES,
    ...PART_ATTRIBUTES,
    ...POSTER_ATTRIBUTES,
    'clip-fields',
    'loading',
    'settings'
  ]

  /** Couples this player's media to its controls; the same one for the player's whole life, whatever media comes. */
  readonly yoke: Yoke = new Yoke()
  /** Resolves with the player once it has its media, also for those who ask late. */
  readonly ready: Promise<this>
  readonly #internals: ElementInternals
  readonly #early = new Map<string, unknown>()
  readonly #observer: MutationObserver
  #becomeReady!: (player: this) => void
  #adapter: MediaElementAdapter | undefined
  /** The media had the browser's controls in markup, to be put back when nobody else has any. */
  #nativeControls = false
  readonly #made = new MadeMedia()
  /** Faults of the markup, until there is someone to hear of them. */
  readonly #untold: Fault[] = []
  #layouts: readonly WrittenLayout[] | undefined
  /** What ends with the player's stay in the document. */
  readonly #stops: (() => void)[] = []
  #coupled = false
  readonly #stage = new Stage(this)
  readonly #drawn = new DrawnControls(this.yoke, {
    wishes: () => this.#wishes(),
    lang: () => languageOf(this),
    openShadow: () => this.#stage.open(),
    changed: () => this.#name()
  })
  readonly #captions = new ShownCaptions(this.yoke, this, () =>
    this.hasAttribute('controls') ? this.#stage.open() : undefined
  )
  #claimed = false
  readonly #parts = new AskedParts(this)
  readonly #lastResort = new LastResort(this, this.yoke)
  readonly #poster = new PlayerPoster(this, this.yoke)
  readonly #fit = new PictureFit(this, this.yoke)
  readonly #clip = new PlayerClip(this, this.yoke, (...read) => this.#take(...read))

  constructor() {
    super()
    this.yoke.layers = new SettingLayers()
    this.ready = new Promise(resolve => {
      this.#becomeReady = resolve
    })
    this.#internals = this.attachInternals()
    this.#observer = new MutationObserver(() => this.#findMedia())
    this.yoke.subscribe(
      yoke => [...yoke.controls.values()].some(command => STARTERS.has(command)),
      () => this.#settleControls()
    )
    this.yoke.subscribe(
      yoke => yoke.captions,
      () => this.#showCaptions()
    )
    this.yoke.subscribe(
      yoke => yoke.states.failed,
      () => this.#lastResort.settle(this.#adapter?.element)
    )
    this.yoke.subscribe(
      yoke => yoke.given,
      () => this.#findMedia()
    )
    this.yoke.subscribe(
      yoke => yoke.snapshot.title,
      () => this.#name()
    )
  }

  /** Layouts of the ready-made controls as data; wins over the attribute `layouts`. `undefined`: those of the attribute, or the house. */
  get layouts(): readonly WrittenLayout[] | undefined {
    return this.#layouts
  }
  set layouts(layouts: readonly WrittenLayout[] | undefined) {
    this.#layouts = layouts
    this.#drawn.drawSoon()
  }

  /**
   * A clip: a record that says what to play, with its poster, tracks and moments, in place of what the markup says. Gives
   * back what was given. `undefined` leaves it to the markup again. What of it cannot be read is told as faults.
   */
  get clip(): unknown {
    return this.#clip.record
  }
  set clip(record: unknown) {
    this.#clip.give(record)
  }

  /** The text tracks, by HTML's names. Live: they come as they are found. */
  get textTracks(): TrackList {
    return this.yoke.textTracks
  }

  /** @internal */
  connectedCallback(): void {
    if (this.#coupled) return
    stylePlayers(this.getRootNode() as Document | ShadowRoot)
    for (const name of ['settings', ...SETTING_ATTRIBUTES]) if (this.hasAttribute(name)) this.#readSetting(name)
    this.#note(findMisspelt(this))
    settleForm(this, this.yoke, this.#adapter?.element)
    this.#clip.fetch()
    // The media first, so that each control is brought up to date once.
    this.#findMedia()
    this.#stops.push(
      bindScope(this.yoke, this, { states: this.#internals.states, lazily: true }),
      followPageLanguage(() => this.#drawn.drawSoon()),
      whenNear(this, () => this.#comeNear()),
      this.yoke.subscribe(
        seen => seen.snapshot.paused,
        () => {
          this.#comeNear()
          this.#claimSession()
        }
      )
    )
    this.#coupled = true
    this.#observer.observe(this, { childList: true, subtree: true })
    this.#tell()
    if (this.hasAttribute('controls') || this.hasAttribute('backdrop')) this.#settleControls()
    this.#parts.settle()
    this.#fit.settle()
    this.#showCaptions()
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
    if (before === now || !this.#coupled) return
    if (name === 'settings' || isSettingAttribute(name)) this.#readSetting(name)
    if (DRAWN_BY.has(name)) this.#drawn.drawSoon()
    if (PART_ATTRIBUTES.includes(name)) this.#parts.settle()
    if (FIT_ATTRIBUTES.includes(name)) this.#fit.settle()
    if (POSTER_ATTRIBUTES.includes(name)) this.#settlePoster()
    if (name === 'clip-fields' || (name === 'src' && isDocumentAddress(now))) {
      this.#clip.fetch()
      return
    }
    if (name === 'backdrop') settleForm(this, this.yoke, this.#adapter?.element)
    if (name === 'controls') {
      this.#settleControls()
      this.#showCaptions()
    } else if (isHandedOn(name)) {
      if (this.#adapter) handOn(name, this, this.#adapter.element)
      else this.#findMedia()
    }
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

  #showCaptions(): void {
    this.#captions.show(this.#coupled ? this.#adapter?.element : undefined)
  }

  /** Reads the attribute `settings`, or one that is a setting of its own. */
  #readSetting(name: string): void {
    const written = this.getAttribute(name)
    const isOwn = isSettingAttribute(name)
    const { settings, faults } = isOwn ? readSetting(name, written) : readSettings(written)
    const twice = this.yoke.configureFrom(isOwn ? 'attribute' : 'settings', settings)
    this.#note([...faults, ...twice])
    if ('playbackRates' in settings) this.#drawn.drawSoon()
  }

  /** What screen readers call it. */
  #name(): void {
    const words = wordsAtHand(languageOf(this))
    const kind = this.#isSound() ? words?.audioPlayer : words?.player
    Object.assign(this.#internals, nameFor(this, this.yoke.snapshot.title, kind))
  }

  #isSound(): boolean {
    return this.#adapter?.element.localName === 'audio'
  }

  /** The media that is this player's: inside it, and not inside a player within. */
  #ownMedia(): HTMLMediaElement | undefined {
    const inside = this.querySelectorAll<HTMLMediaElement>('video, audio')
    const own = [...inside].find(media => media.closest('yoke-player') === this)
    return own ?? this.#made.for(this.yoke.given, this.getAttribute('src'))
  }

  #take({ origin, poster, fit, width, height }: ReadyClip, isScript: boolean, faults: readonly Fault[]): void {
    this.#poster.give(poster, isScript)
    this.#fit.give(fit, isScript)
    this.#findMedia()
    const media = this.#adapter?.element
    if (media && width && height && (origin === 'script' || !media.hasAttribute('width')))
      Object.assign(media, { width, height })
    this.#settlePoster()
    this.#note(faults)
  }

  #findMedia(): void {
    if (!this.isConnected) return
    const media = this.#ownMedia()
    if (media === this.#adapter?.element) return
    this.#dropMedia()
    if (media !== this.#made.element) this.#made.element?.remove()
    if (media) this.#adopt(media)
  }

  #adopt(media: HTMLMediaElement): void {
    if (this.#isLazy) media.preload = 'none'
    this.#untold.push(...handOnAll(this, media), ...settleAutoplay(this.yoke, media))
    this.#nativeControls = media.controls
    const adapter = new MediaElementAdapter(media)
    this.#adapter = adapter
    adapter.observe(type => this.dispatchEvent(new Event(type)))
    formMedia(this, this.yoke, media)
    this.yoke.attach(adapter)
    for (const [member, value] of this.#early) Object.assign(this, { [member]: value })
    this.#early.clear()
    if (media === this.#made.element) this.#stage.place(media)
    this.#internals.states[this.#isSound() ? 'add' : 'delete']('sound')
    this.#settleControls()
    this.#showCaptions()
    this.#settlePoster()
    this.#tell()
    this.#becomeReady(this)
  }

  /** Nothing is fetched before it is near. */
  get #isLazy(): boolean {
    return this.getAttribute('loading') === 'lazy' && !this.#drawn.near
  }

  /** What the ready-made controls are to be, or `undefined` where none are wanted. */
  #wishes(): Wishes | undefined {
    const backdrop = this.hasAttribute('backdrop')
    if (!this.#coupled || !(backdrop || this.hasAttribute('controls'))) return undefined
    return {
      backdrop,
      sound: this.#isSound(),
      without: this.getAttribute('without'),
      layouts: this.#layouts ?? this.getAttribute('layouts')
    }
  }

  /** Tells faults of the markup, or keeps them until there is someone to hear of them. */
  #note(faults: readonly Fault[]): void {
    this.#untold.push(...faults)
    this.#tell()
  }

  #tell(): void {
    if (!this.#coupled) return
    for (const reason of this.#untold.splice(0)) this.yoke.raise(reason, this)
  }

  #dropMedia(): void {
    const adapter = this.#adapter
    if (!adapter) return
    // First of all, so that nobody settles its controls anew.
    this.#adapter = undefined
    this.#captions.stop()
    this.#poster.stop()
    this.#lastResort.stop()
    this.yoke.attach(undefined)
    adapter.dispose()
    adapter.element.controls = this.#nativeControls
  }

  /** The browser's controls serve until others are there. */
  #settleControls(): void {
    const drawn = this.hasAttribute('controls') || this.hasAttribute('backdrop')
    if (drawn !== this.#drawn.isDrawn) this.#drawn.drawSoon()
    if (!this.#adapter) return
    const served = drawn || [...this.yoke.controls.values()].some(command => STARTERS.has(command))
    this.#adapter.element.controls = this.#nativeControls && !served
  }

  /** A hundred players on a page cost no more than the few that are seen. */
  #comeNear(): void {
    if (this.#drawn.near) return
    const wasLazy = this.#isLazy
    this.#drawn.near = true
    if (wasLazy && this.#adapter) this.#adapter.element.preload = this.#preload
    this.#settlePoster()
    this.#stage.takeFocus()
    this.#name()
    this.#drawn.drawSoon()
  }

  /** A frame as poster is made once the player is near. */
  #settlePoster(): void {
    this.#poster.settle(this.#drawn.near ? this.#adapter : undefined)
  }

  get #preload(): 'none' | 'metadata' | 'auto' {
    const written = this.getAttribute('preload')
    return written === 'none' || written === 'auto' ? written : 'metadata'
  }

  /** Media keys serve what has played; until then their code is not needed. */
  async #claimSession(): Promise<void> {
    if (this.#claimed || this.hasAttribute('backdrop')) return
    this.#claimed = true
    const { followMediaSession } = await import('../wiring/media-session.ts')
    if (this.#coupled) this.#stops.push(followMediaSession(this.yoke, () => this.#adapter?.element))
  }

  #letGo(): void {
    this.#coupled = false
    this.#claimed = false
    this.#clip.stop()
    this.#observer.disconnect()
    this.#drawn.stop()
    this.#parts.stop()
    for (const stop of this.#stops.splice(0)) stop()
    this.#dropMedia()
  }

  /** Back in a document in the same task, perhaps in another tree. */
  #moveTree(): void {
    if (!this.#coupled) return
    this.#coupled = false
    this.#claimed = false
    this.#observer.disconnect()
    for (const stop of this.#stops.splice(0)) stop()
    this.connectedCallback()
  }
}

if (globalThis.HTMLElement) forwardMembers(YokePlayer.prototype)

declare global {
  interface HTMLElementTagNameMap {
    'yoke-player': YokePlayer
  }
}
