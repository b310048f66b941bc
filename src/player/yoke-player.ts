import type { Fault } from '../core/fault.ts'
import type { WrittenLayout } from '../core/layout/layouts.ts'
import { SettingLayers } from '../core/settings/layers.ts'
import { isSettingAttribute, readSetting, readSettings, SETTING_ATTRIBUTES } from '../core/settings/read-setting.ts'
import type { SourceEntry } from '../core/sources/rank.ts'
import { MediaElementAdapter } from '../media/html/media-element.ts'
import { bindScope } from '../wiring/scope.ts'
import type { YokeSettings } from '../wiring/settings.ts'
import type { TrackList } from '../wiring/track-list.ts'
import { whenNear } from '../wiring/when-near.ts'
import { Yoke } from '../wiring/yoke.ts'
import type { Wishes } from './arrangement.ts'
import { findMisspelt, handOn, handOnAll, isDocumentAddress, isHandedOn, OBSERVED, startTwice } from './attributes.ts'
import { CONTROLS_CSS, MEDIA_CSS } from './bar/styles.ts'
import { create } from './create.ts'
import { DrawnControls } from './drawn-controls.ts'
import { type ForwardedMembers, type Forwarding, forwardMembers } from './forwarded.ts'
import { followPageLanguage, languageOf, wordsAtHand } from './language.ts'
import { sheetOf, stylePlayers } from './page-styles.ts'
import { PlayerPoster } from './poster.ts'
import { ShownCaptions } from './shown-captions.ts'
import type { ReadyClip } from './shown-clip.ts'

/** Node has no HTMLElement; importing there must still work. */
const Base: typeof HTMLElement = globalThis.HTMLElement ?? (class {} as typeof HTMLElement)

/** Commands that let a viewer begin: the browser's own controls go only when one of these is there. */
const STARTERS: ReadonlySet<string> = new Set(['play', 'play-pause'])
/** Attributes that change what the ready-made controls are. */
const DRAWN_BY: ReadonlySet<string> = new Set(['backdrop', 'controls', 'layouts', 'without', 'lang'])
/** Addresses of sound alone, for which no picture is kept free. */
const SOUND_FILE = /\.(?:aac|flac|m4a|mp3|oga|opus|wav)(?:[?#]|$)/i

const isSoundEntry = ({ src, type }: SourceEntry): boolean => (type ? type.startsWith('audio/') : SOUND_FILE.test(src))

/** How a picture behind a heading behaves, unless its other attributes say otherwise. */
const BACKDROP: YokeSettings = { gestures: false, shortcuts: [], start: { when: 'in-view', sound: 'off' } }
const NO_FORM: YokeSettings = { gestures: true, shortcuts: undefined, start: { when: undefined, sound: undefined } }

/** It moves without an end and without a sound, and means nothing to who cannot see it. */
const becomeBackdrop = (media: HTMLMediaElement): void => {
  media.loop = true
  media.muted = true
  media.toggleAttribute('playsinline', true)
  media.toggleAttribute('disablepictureinpicture', true)
  if (!media.hasAttribute('aria-hidden')) media.setAttribute('aria-hidden', 'true')
}

let sheets: CSSStyleSheet[] | undefined

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
    'clip-fields',
    'debug',
    'loading',
    'poster-at',
    'poster-srcset',
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
  #made: HTMLMediaElement | undefined
  /** Faults of the markup, until there is someone to hear of them. */
  #untold: readonly Fault[] = []
  #layouts: readonly WrittenLayout[] | undefined
  /** What ends with the player's stay in the document. */
  readonly #stops: (() => void)[] = []
  #coupled = false
  readonly #drawn = new DrawnControls(this.yoke, {
    wishes: () => this.#wishes(),
    lang: () => languageOf(this),
    openShadow: () => this.#openShadow(),
    changed: () => this.#name()
  })
  readonly #captions = new ShownCaptions(this.yoke, this, () =>
    this.hasAttribute('controls') ? this.#openShadow() : undefined
  )
  /** The tabindex is ours and not the author's. */
  #ownTabIndex = false
  #claimed = false
  #hideFallback: (() => void) | undefined
  #stopOutline: (() => void) | undefined
  readonly #poster = new PlayerPoster(this, this.yoke)
  #clip: unknown
  /** Ends the fetching of a document that is not wanted any more. */
  #fetching: AbortController | undefined

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
      () => this.#settleFallback()
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
    return this.#clip
  }
  set clip(record: unknown) {
    this.#clip = record
    this.#giveClip(record)
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
    this.#untold = [...this.#untold, ...findMisspelt(this)]
    this.#settleForm()
    this.#fetchClip()
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
    if (this.hasAttribute('debug')) this.#outline()
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
    if (name === 'debug') this.#outline()
    if (name === 'poster-at' || name === 'poster-srcset') this.#settlePoster()
    if (name === 'clip-fields' || (name === 'src' && isDocumentAddress(now))) {
      this.#fetchClip()
      return
    }
    if (name === 'backdrop') this.#settleForm()
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

  /** The last resort: what the markup has for those who cannot play it. */
  async #settleFallback(): Promise<void> {
    this.#hideFallback?.()
    this.#hideFallback = undefined
    if (!this.yoke.states.failed || this.hasAttribute('backdrop')) return
    const { showFallback } = await import('./fallback.ts')
    const media = this.#adapter?.element
    if (media && this.yoke.states.failed && !this.#hideFallback) this.#hideFallback = showFallback(this, media)
  }

  #settleForm(): void {
    const isBackdrop = this.hasAttribute('backdrop')
    this.yoke.configureFrom('form', isBackdrop ? BACKDROP : NO_FORM)
    if (isBackdrop && this.#adapter) becomeBackdrop(this.#adapter.element)
  }

  /** Reads the attribute `settings`, or one that is a setting of its own. */
  #readSetting(name: string): void {
    const written = this.getAttribute(name)
    const isOwn = isSettingAttribute(name)
    const { settings, faults } = isOwn ? readSetting(name, written) : readSettings(written)
    const twice = this.yoke.configureFrom(isOwn ? 'attribute' : 'settings', settings)
    this.#untold = [...this.#untold, ...faults, ...twice]
    this.#tell()
    if ('playbackRates' in settings) this.#drawn.drawSoon()
  }

  /** What screen readers call it. */
  #name(): void {
    const words = wordsAtHand(languageOf(this))
    const kind = this.#isSound() ? words?.audioPlayer : words?.player
    // What decorates is no player to who hears the page.
    this.#internals.role = this.hasAttribute('backdrop') ? null : 'group'
    if (this.hasAttribute('backdrop')) return
    this.#internals.ariaLabel = this.yoke.snapshot.title || (kind ?? null)
  }

  #isSound(): boolean {
    return this.#adapter?.element.localName === 'audio'
  }

  /** The media that is this player's: inside it, and not inside a player within. */
  #ownMedia(): HTMLMediaElement | undefined {
    const inside = this.querySelectorAll<HTMLMediaElement>('video, audio')
    return [...inside].find(media => media.closest('yoke-player') === this) ?? this.#madeMedia()
  }

  #madeMedia(): HTMLMediaElement | undefined {
    const src = this.getAttribute('src')
    const { given } = this.yoke
    const entries = given.length > 0 || src === null || isDocumentAddress(src) ? given : [{ src }]
    if (entries.length === 0) return this.#made
    const kind = entries.every(isSoundEntry) ? 'audio' : 'video'
    if (this.#made?.localName !== kind) {
      this.#made?.remove()
      this.#made = document.createElement(kind)
      this.#made.part.add('media')
    }
    return this.#made
  }

  async #giveClip(record: unknown): Promise<void> {
    const { clipOfScript } = await import('./shown-clip.ts')
    if (record === this.#clip) this.#take(clipOfScript(record ?? {}, document.baseURI))
  }

  /** The attribute `src` names a clip document. */
  async #fetchClip(): Promise<void> {
    this.#fetching?.abort()
    const src = this.getAttribute('src')
    if (!isDocumentAddress(src)) return
    this.#fetching = new AbortController()
    const { signal } = this.#fetching
    const { clipOfDocument } = await import('./shown-clip.ts')
    const clip = await clipOfDocument(src, this.getAttribute('clip-fields'), signal)
    if (signal.aborted) return
    if (clip.ok) this.#take(clip.value)
    else this.yoke.failWithout(clip.fault, this)
  }

  #take({ origin, settings, poster, width, height, faults }: ReadyClip): void {
    const twice = this.yoke.configureFrom(origin, settings)
    this.#poster.give(poster, origin === 'script' && this.#clip !== undefined)
    this.#findMedia()
    const media = this.#adapter?.element
    if (media && width && height && (origin === 'script' || !media.hasAttribute('width')))
      Object.assign(media, { width, height })
    this.#settlePoster()
    this.#untold = [...this.#untold, ...faults, ...twice]
    this.#tell()
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
    if (this.#isLazy) media.preload = 'none'
    this.#untold = [...this.#untold, ...handOnAll(this, media)]
    this.#settleStart(media)
    this.#nativeControls = media.controls
    const adapter = new MediaElementAdapter(media)
    this.#adapter = adapter
    adapter.observe(type => this.dispatchEvent(new Event(type)))
    this.yoke.configureFrom('form', { picture: media })
    if (this.hasAttribute('backdrop')) becomeBackdrop(media)
    this.yoke.attach(adapter)
    for (const [member, value] of this.#early) Object.assign(this, { [member]: value })
    this.#early.clear()
    if (media === this.#made) this.#openShadow().querySelector('.stage')?.prepend(media)
    if (this.#isSound()) this.#internals.states.add('sound')
    else this.#internals.states.delete('sound')
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

  /** HTML's own `autoplay` keeps its meaning, but where a policy says more. */
  #settleStart(media: HTMLMediaElement): void {
    const { when } = this.yoke.conduct.start
    if (when === undefined) this.yoke.configureFrom('form', { start: { byEngine: media.autoplay || undefined } })
    else if (media.autoplay) {
      media.autoplay = false
      // The engine may have begun before this script came.
      if (when !== 'at-once') media.pause()
      this.#untold = [...this.#untold, startTwice(when)]
    }
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

  #tell(): void {
    if (!this.#coupled) return
    for (const reason of this.#untold) this.yoke.raise(reason, this)
    this.#untold = []
  }

  /** Only for what is made here: what the author wrote stays where it is. */
  #openShadow(): ShadowRoot {
    if (this.shadowRoot) return this.shadowRoot
    const shadow = this.attachShadow({ mode: 'open', delegatesFocus: true })
    sheets ??= [sheetOf(MEDIA_CSS + CONTROLS_CSS)]
    shadow.adoptedStyleSheets = sheets
    shadow.append(create('div', { class: 'stage', part: 'stage', tabindex: '-1' }, create('slot')))
    this.#takeFocus()
    return shadow
  }

  /**
   * A click on the picture gives the player the keys. The host itself is focusable only without a shadow root: with
   * one, its negative tabindex would take everything inside out of the order of Tab, and the stage serves.
   */
  #takeFocus(): void {
    if (this.shadowRoot) {
      if (this.#ownTabIndex) this.removeAttribute('tabindex')
    } else if (!this.hasAttribute('tabindex')) {
      this.#ownTabIndex = true
      this.tabIndex = -1
    }
  }

  #dropMedia(): void {
    const adapter = this.#adapter
    if (!adapter) return
    // First of all, so that nobody settles its controls anew.
    this.#adapter = undefined
    this.#captions.stop()
    this.#poster.stop()
    this.#hideFallback?.()
    this.#hideFallback = undefined
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
    this.#takeFocus()
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

  /** The attribute `debug`: outlines the player and its controls, and says which media each drives. */
  async #outline(): Promise<void> {
    const { outlinePlayer } = await import('./outline.ts')
    const outline = (): void => outlinePlayer(this, this.hasAttribute('debug'))
    outline()
    // Another media, other controls: said anew.
    this.#stopOutline ??= this.yoke.subscribe(
      ({ snapshot, controls }) => `${snapshot.currentSrc} ${controls.size}`,
      outline
    )
  }

  #letGo(): void {
    this.#coupled = false
    this.#claimed = false
    this.#fetching?.abort()
    this.#observer.disconnect()
    this.#drawn.stop()
    this.#stopOutline?.()
    this.#stopOutline = undefined
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
