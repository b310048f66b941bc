import type { Fault } from '../core/fault.ts'
import type { WrittenLayout } from '../core/layout/layouts.ts'
import { SettingLayers } from '../core/settings/layers.ts'
import { isSettingAttribute, readSetting, readSettings, SETTING_ATTRIBUTES } from '../core/settings/read-setting.ts'
import { MediaElementAdapter } from '../media/html/media-element.ts'
import { bindScope } from '../wiring/scope/scope.ts'
import { whenNear } from '../wiring/scope/when-near.ts'
import { Yoke } from '../wiring/yoke/yoke.ts'
import { AskedParts, PART_ATTRIBUTES } from './asked-parts.ts'
import { findMisspelt, handOn, handOnAll, isDocumentAddress, isHandedOn } from './attributes.ts'
import type { Wishes } from './bar/arrangement.ts'
import { DrawnControls } from './bar/drawn-controls.ts'
import { ShownCaptions } from './captions/shown-captions.ts'
import { PlayerClip } from './clip/player-clip.ts'
import type { ReadyClip } from './clip/read-clip.ts'
import { followPageLanguage, languageOf, wordsAtHand } from './look/language.ts'
import { FIT_ATTRIBUTES, PictureFit } from './look/picture-fit.ts'
import { Stage } from './look/stage.ts'
import { LastResort } from './media/last-resort.ts'
import { MadeMedia, ownMediaOf } from './media/made-media.ts'
import { applyVariant, applyVariantToMedia, nameFor } from './media/variant.ts'
import { PlayerPoster, POSTER_ATTRIBUTES } from './poster/poster.ts'

/** The element, as far as it is known here. */
type PlayerElement = HTMLElement & { readonly currentSrc: string }

/** Commands that let a viewer begin: the browser's own controls go only when one of these is there. */
const STARTERS: ReadonlySet<string> = new Set(['play', 'play-pause'])

/** Attributes that change what the ready-made controls are. */
const DRAWN_BY: readonly string[] = ['backdrop', 'controls', 'layouts', 'without', 'lang']

/** Every attribute of a player's own, beside those that are handed on to its media. */
export const OWN_ATTRIBUTES: readonly string[] = [
  ...SETTING_ATTRIBUTES,
  ...DRAWN_BY,
  ...FIT_ATTRIBUTES,
  ...PART_ATTRIBUTES,
  ...POSTER_ATTRIBUTES,
  'clip-fields',
  'loading',
  'settings'
]

/** What a player does from when it is first wanted: its media, its yoke, and all that stands around them. */
export class AwakePlayer {
  readonly yoke: Yoke = new Yoke()
  /** Resolves once there is media, also for those who ask late. */
  readonly ready: Promise<PlayerElement>
  adapter: MediaElementAdapter | undefined
  readonly #player: PlayerElement
  readonly #internals: ElementInternals
  readonly #early = new Map<string, unknown>()
  readonly #observer: MutationObserver
  #becomeReady!: (player: PlayerElement) => void
  /** The media had the browser's controls in markup, to be put back when nobody else has any. */
  #nativeControls = false
  readonly #made = new MadeMedia()
  /** Faults of the markup, until there is someone to hear of them. */
  readonly #untold: Fault[] = []
  #layouts: readonly WrittenLayout[] | undefined
  /** What ends with the player's stay in the document. */
  readonly #stops: (() => void)[] = []
  #coupled = false
  readonly #stage: Stage
  readonly #drawn: DrawnControls
  readonly #captions: ShownCaptions
  #claimed = false
  readonly #parts: AskedParts
  readonly #lastResort: LastResort
  readonly #poster: PlayerPoster
  readonly #fit: PictureFit
  readonly clip: PlayerClip

  constructor(player: PlayerElement, internals: ElementInternals) {
    this.#player = player
    this.#internals = internals
    const { yoke } = this
    yoke.layerSettings(new SettingLayers())
    this.ready = new Promise(resolve => {
      this.#becomeReady = resolve
    })
    this.#observer = new MutationObserver(() => this.#findMedia())
    this.#stage = new Stage(player)
    this.#drawn = new DrawnControls(yoke, {
      wishes: () => this.#wishes(),
      lang: () => languageOf(player),
      openShadow: () => this.#stage.open(),
      renamed: () => this.#name(),
      settled: () => this.#settleControls()
    })
    this.#captions = new ShownCaptions(yoke, player, () =>
      player.hasAttribute('controls') ? this.#stage.open() : undefined
    )
    this.#parts = new AskedParts(player, yoke)
    this.#lastResort = new LastResort(player, yoke)
    this.#poster = new PlayerPoster(player, yoke)
    this.#fit = new PictureFit(player, yoke)
    this.clip = new PlayerClip(player, yoke, (...read) => this.#take(...read))
    this.#follow()
  }

  #follow(): void {
    const { yoke } = this
    yoke.subscribe(
      seen => [...seen.controls.values()].some(command => STARTERS.has(command)),
      () => this.#settleControls()
    )
    yoke.subscribe(
      seen => seen.captions,
      () => this.#showCaptions()
    )
    yoke.subscribe(
      seen => seen.snapshot.error !== undefined,
      () => this.#lastResort.settle(this.adapter?.element)
    )
    yoke.subscribe(
      seen => seen.given,
      () => this.#findMedia()
    )
    yoke.subscribe(
      seen => seen.snapshot.title,
      () => this.#name()
    )
  }

  get layouts(): readonly WrittenLayout[] | undefined {
    return this.#layouts
  }
  set layouts(layouts: readonly WrittenLayout[] | undefined) {
    this.#layouts = layouts
    this.#drawn.drawSoon()
  }

  /** The player stands in a document. */
  connect(): void {
    if (this.#coupled) return
    const player = this.#player
    for (const name of ['settings', ...SETTING_ATTRIBUTES]) if (player.hasAttribute(name)) this.#readSetting(name)
    this.#note(findMisspelt(player))
    applyVariant(player, this.yoke, this.adapter?.element)
    this.clip.fetch()
    // The media first, so that each control is brought up to date once.
    this.#findMedia()
    this.#stops.push(
      bindScope(this.yoke, player, { states: this.#internals.states, lazily: true }),
      followPageLanguage(() => this.#drawn.drawSoon()),
      whenNear(player, () => this.comeNear()),
      this.yoke.subscribe(
        seen => seen.snapshot.paused,
        () => {
          this.comeNear()
          this.#claimSession()
        }
      )
    )
    this.#coupled = true
    this.#observer.observe(player, { childList: true, subtree: true })
    this.#tell()
    if (player.hasAttribute('controls') || player.hasAttribute('backdrop')) this.#settleControls()
    this.#parts.settle()
    this.#fit.settle()
    this.#showCaptions()
  }

  /** The player has left its document; perhaps it is only on its way within it. */
  disconnect(): void {
    // Moving within one task keeps a media playing, and keeps its controls.
    queueMicrotask(() => {
      if (!this.#player.isConnected) this.#letGo()
      else this.#moveTree()
    })
  }

  attributeChanged(name: string, now: string | null): void {
    // Before it is coupled, all attributes are read together.
    if (!this.#coupled) return
    const player = this.#player
    if (name === 'settings' || isSettingAttribute(name)) this.#readSetting(name)
    if (DRAWN_BY.includes(name)) this.#drawn.drawSoon()
    if (PART_ATTRIBUTES.includes(name)) this.#parts.settle()
    if (FIT_ATTRIBUTES.includes(name)) this.#fit.settle()
    if (POSTER_ATTRIBUTES.includes(name)) this.#settlePoster()
    if (name === 'clip-fields' || (name === 'src' && isDocumentAddress(now))) {
      this.clip.fetch()
      return
    }
    if (name === 'backdrop') applyVariant(player, this.yoke, this.adapter?.element)
    if (name === 'controls') {
      this.#settleControls()
      this.#showCaptions()
    } else if (isHandedOn(name)) {
      if (this.adapter) handOn(name, player, this.adapter.element)
      else this.#findMedia()
    }
  }

  /** Keeps what is set of the media until there is one. */
  keepForMedia(member: string, value: unknown): void {
    this.#early.set(member, value)
  }

  #showCaptions(): void {
    this.#captions.show(this.#coupled ? this.adapter?.element : undefined)
  }

  /** Reads the attribute `settings`, or one that is a setting of its own. */
  #readSetting(name: string): void {
    const written = this.#player.getAttribute(name)
    const isOwn = isSettingAttribute(name)
    const { settings, faults } = isOwn ? readSetting(name, written) : readSettings(written)
    const twice = this.yoke.configureFrom(isOwn ? 'attribute' : 'settings', settings)
    this.#note([...faults, ...twice])
    if ('playbackRates' in settings) this.#drawn.drawSoon()
  }

  /** What screen readers call it. */
  #name(): void {
    const words = wordsAtHand(languageOf(this.#player))
    const kind = this.#isSound() ? words?.audioPlayer : words?.player
    Object.assign(this.#internals, nameFor(this.#player, this.yoke.snapshot.title, kind))
  }

  #isSound(): boolean {
    return this.adapter?.element.localName === 'audio'
  }

  #take({ origin, poster, fit, width, height }: ReadyClip, isScript: boolean, faults: readonly Fault[]): void {
    this.#poster.give(poster, isScript)
    this.#fit.give(fit, isScript)
    this.#findMedia()
    const media = this.adapter?.element
    if (media && width && height && (origin === 'script' || !media.hasAttribute('width')))
      Object.assign(media, { width, height })
    this.#settlePoster()
    this.#note(faults)
  }

  #findMedia(): void {
    const player = this.#player
    if (!player.isConnected) return
    const media = ownMediaOf(player) ?? this.#made.for(this.yoke.given, player.getAttribute('src'))
    if (media === this.adapter?.element) return
    this.#dropMedia()
    if (media !== this.#made.element) this.#made.element?.remove()
    if (media) this.#adopt(media)
  }

  #adopt(media: HTMLMediaElement): void {
    const player = this.#player
    if (this.#isLazy) media.preload = 'none'
    this.#untold.push(...handOnAll(player, media), ...applyVariantToMedia(player, this.yoke, media))
    this.#nativeControls = media.controls
    const adapter = new MediaElementAdapter(media)
    this.adapter = adapter
    adapter.observe(type => player.dispatchEvent(new Event(type)))
    this.yoke.attach(adapter)
    for (const [member, value] of this.#early) Object.assign(player, { [member]: value })
    this.#early.clear()
    if (media === this.#made.element) this.#stage.place(media)
    this.#internals.states[this.#isSound() ? 'add' : 'delete']('sound')
    this.#settleControls()
    this.#showCaptions()
    this.#settlePoster()
    this.#tell()
    this.#becomeReady(player)
  }

  /** Nothing is fetched before it is near. */
  get #isLazy(): boolean {
    return this.#player.getAttribute('loading') === 'lazy' && !this.#drawn.near
  }

  /** What the ready-made controls are to be, or `undefined` where none are wanted. */
  #wishes(): Wishes | undefined {
    const player = this.#player
    const backdrop = player.hasAttribute('backdrop')
    if (!this.#coupled || !(backdrop || player.hasAttribute('controls'))) return undefined
    return {
      backdrop,
      sound: this.#isSound(),
      without: player.getAttribute('without'),
      layouts: this.#layouts ?? player.getAttribute('layouts')
    }
  }

  /** Tells faults of the markup, or keeps them until there is someone to hear of them. */
  #note(faults: readonly Fault[]): void {
    this.#untold.push(...faults)
    this.#tell()
  }

  #tell(): void {
    if (!this.#coupled) return
    for (const reason of this.#untold.splice(0)) this.yoke.raise(reason, this.#player)
  }

  #dropMedia(): void {
    const { adapter } = this
    if (!adapter) return
    // First of all, so that nobody settles its controls anew.
    this.adapter = undefined
    this.#captions.stop()
    this.#poster.stop()
    this.#lastResort.stop()
    this.yoke.attach(undefined)
    adapter.dispose()
    adapter.element.controls = this.#nativeControls
  }

  /** The browser's controls serve until others are there. */
  #settleControls(): void {
    const drawn = this.#player.hasAttribute('controls') || this.#player.hasAttribute('backdrop')
    if (drawn !== this.#drawn.isDrawn) this.#drawn.drawSoon()
    if (!this.adapter) return
    const served = this.#drawn.isDrawn || [...this.yoke.controls.values()].some(command => STARTERS.has(command))
    this.adapter.element.controls = this.#nativeControls && !served
  }

  /** The player is in view, or nearly, or plays: a hundred players on a page cost no more than the few that are. */
  comeNear(): void {
    if (this.#drawn.near) return
    const wasLazy = this.#isLazy
    this.#drawn.near = true
    if (wasLazy && this.adapter) this.adapter.element.preload = this.#preload
    this.#settlePoster()
    this.#stage.takeFocus()
    this.#name()
    this.#drawn.drawSoon()
  }

  /** A frame as poster is made once the player is near. */
  #settlePoster(): void {
    this.#poster.settle(this.#drawn.near ? this.adapter : undefined)
  }

  get #preload(): 'none' | 'metadata' | 'auto' {
    const written = this.#player.getAttribute('preload')
    return written === 'none' || written === 'auto' ? written : 'metadata'
  }

  /** Media keys serve what has played; until then their code is not needed. */
  async #claimSession(): Promise<void> {
    if (this.#claimed || this.#player.hasAttribute('backdrop')) return
    this.#claimed = true
    const { followMediaSession } = await import('../wiring/behaviour/media-session.ts')
    if (this.#coupled) this.#stops.push(followMediaSession(this.yoke, () => this.adapter?.element))
  }

  #letGo(): void {
    this.#coupled = false
    this.#claimed = false
    this.clip.stop()
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
    this.connect()
  }
}
