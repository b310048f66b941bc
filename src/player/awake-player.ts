import { type Fault, fault } from '../core/fault.ts'
import type { WrittenLayout } from '../core/layout/layouts.ts'
import { PLAYER_NAMES } from '../core/words/basic.ts'
import type { MediaAdapter } from '../media/adapter.ts'
import { KINDS_EVENT } from '../media/kinds.ts'
import { type AccompaniedPage, COMPANION } from '../wiring/scope/companion.ts'
import { listen } from '../wiring/scope/nodes.ts'
import { bindScope } from '../wiring/scope/scope.ts'
import { whenNear } from '../wiring/scope/when-near.ts'
import { Yoke } from '../wiring/yoke/yoke.ts'
import { readAttributes } from './attributes.ts'
import { beginFeatures } from './features.ts'
import { followFit } from './look/fit.ts'
import { followPageLanguage, languageOf, useWords } from './look/language.ts'
import { Stage } from './look/stage.ts'
import { isDocumentAddress, mayConcernMedia } from './media/made-media.ts'
import { PlayerMedia } from './media/player-media.ts'
import { applyVariant, decorate, nameFor } from './media/variant.ts'
import type { PlayerView } from './player-view.ts'

/** Commands that let a viewer begin: the browser's own controls go only when one of these is there. */
const STARTERS: ReadonlySet<string> = new Set(['play', 'play-pause'])

/** What a player does from when it is first wanted: its media, its yoke, and all that stands around them. */
export class AwakePlayer implements PlayerView {
  readonly yoke: Yoke = new Yoke()
  /** Resolves once there is media, also for those who ask late. */
  readonly ready: Promise<HTMLElement>
  readonly element: HTMLElement
  isNear = false
  clip = { record: undefined as unknown, given: 0 }
  readonly #internals: ElementInternals
  readonly #early = new Map<string, unknown>()
  readonly #observer = new MutationObserver(records => records.some(mayConcernMedia) && this.findMedia())
  readonly #stage: Stage
  readonly #playerMedia: PlayerMedia
  #becomeReady!: (player: HTMLElement) => void
  #isDrawn = false
  /** What ends with the player's stay in the document. */
  #stay: AbortController | undefined
  readonly #stops: (() => void)[] = []
  #stopTelling: (() => void) | undefined

  constructor(element: HTMLElement, internals: ElementInternals) {
    this.element = element
    this.#internals = internals
    this.ready = new Promise(resolve => {
      this.#becomeReady = resolve
    })
    this.#stage = new Stage(element)
    this.#playerMedia = new PlayerMedia(this)
    this.#follow()
  }

  get media(): MediaAdapter | undefined {
    return this.yoke.media
  }

  get isDrawn(): boolean {
    return this.#isDrawn
  }
  set isDrawn(isDrawn: boolean) {
    this.#isDrawn = isDrawn
    this.#showNativeControls()
  }

  #follow(): void {
    const { yoke } = this
    const settings = [
      [() => yoke.settings.backdrop, () => this.#becomeVariant()],
      [() => `${yoke.settings.controls} ${yoke.settings.backdrop}`, () => this.#markStates()],
      [() => `${yoke.settings.src} ${yoke.settings.width} ${yoke.settings.height}`, () => this.findMedia()],
      [() => yoke.layers.sources, () => this.findMedia()],
      [() => yoke.snapshot.title, () => this.#name()],
      [() => this.#offersStart(), () => this.#showNativeControls()]
    ] as const
    yoke.subscribe(
      ({ media }) => media,
      media => this.#mediaChanged(media)
    )
    for (const [select, listener] of settings) yoke.subscribe(select as () => unknown, listener)
  }

  raise(reason: Fault): void {
    this.yoke.raise(reason, this.element)
  }

  /** The player stands in a document. */
  connect(): void {
    if (this.#stay) return
    const { element, yoke } = this
    const stay = new AbortController()
    this.#stay = stay
    this.#stops.push(bindScope(yoke, element, { states: this.#internals.states, lazily: true }))
    readAttributes(element, yoke, this)
    if (isDocumentAddress(yoke.settings.src)) yoke.expectMedia()
    this.#becomeVariant()
    // The media first, so that each control is brought up to date once.
    this.findMedia()
    this.#stops.push(
      followPageLanguage(() => this.#renamed()),
      followFit(element, yoke),
      whenNear(element, () => this.comeNear()),
      yoke.subscribe(
        ({ snapshot: { paused } }) => paused,
        () => this.comeNear()
      ),
      ...beginFeatures(this, stay.signal)
    )
    this.#observer.observe(element, { childList: true, subtree: true })
    element.addEventListener('slotchange', () => this.findMedia(), { signal: stay.signal })
    listen(document, KINDS_EVENT, () => this.findMedia(), { signal: stay.signal })
    this.#markStates()
    this.#showNativeControls()
  }

  /** The player has left its document; perhaps it is only on its way within it. */
  disconnect(): void {
    // Moving within one task keeps a media playing, and keeps its controls.
    queueMicrotask(() => {
      if (!this.element.isConnected) this.#letGo()
      else this.#moveTree()
    })
  }

  attributeChanged(name: string, now: string | null): void {
    // Before it stands in a document, all attributes are read together.
    if (!this.#stay) return
    if (name === 'lang') this.#renamed()
    else this.yoke.layers.changeAttribute(name, now)
  }

  /** Keeps what is set of the media until there is one. */
  keepForMedia(member: string, value: unknown): void {
    this.#early.set(member, value)
  }

  /** What answers to a member of HTMLMediaElement: the adapter where it has it (it mends what engines break), else the element. */
  targetOf(member: string): object | undefined {
    const { media } = this
    return media && !(member in media) ? (this.#playerMedia.element ?? media) : media
  }

  /** See `YokePlayer.play`. */
  async play(): Promise<void> {
    const { yoke } = this
    await yoke.arrival
    if (yoke.media) return yoke.playMedia()
    const sentence = 'play was called on a player that has nothing to play.'
    const hint = this.element.isConnected
      ? 'put a <video> or <audio> into it, or give it a src or a clip'
      : 'put the player into a document first'
    this.raise(fault('media-absent', sentence, hint))
    throw new DOMException(sentence, 'NotSupportedError')
  }

  /** Takes a media of script's, in place of any element; `undefined` leaves it to the markup again. */
  giveMedia(media: MediaAdapter | undefined): void {
    this.#playerMedia.give(media)
    this.findMedia()
  }

  giveClip(record: unknown): void {
    this.clip = { record, given: this.clip.given + 1 }
    this.yoke.expectMedia()
    this.yoke.refresh()
  }

  giveLayouts(layouts: readonly WrittenLayout[] | undefined): void {
    this.yoke.configure({ layouts })
  }

  openShadow(): ShadowRoot {
    return this.#stage.open()
  }

  place(surface: HTMLElement): void {
    this.#stage.place(surface)
  }

  /** The player is in view, or nearly, or plays: a hundred players on a page cost no more than the few that are. */
  comeNear(): void {
    if (this.isNear) return
    this.isNear = true
    const { media, settings } = this.yoke
    // What keeps the media from loading before any script runs is not a setting to keep.
    const preload = this.yoke.settingOrigin('preload') === 'media' ? undefined : settings.preload
    const usual = media?.loading?.isPrivate ? 'none' : 'metadata'
    if (settings.loading === 'lazy' && media?.loading) media.loading.preload = preload || usual
    this.#stage.takeFocus()
    this.#name()
    this.yoke.refresh()
  }

  #becomeVariant(): void {
    applyVariant(this.yoke)
    decorate(this.yoke)
    this.#name()
  }

  /** Looks which media is to play, and couples it. */
  findMedia(): void {
    if (!this.element.isConnected || !this.#stay) return
    ;(globalThis as AccompaniedPage)[COMPANION]?.(this)
    this.#playerMedia.find()
    this.#giveEarly()
  }

  /** What was set before there was media. Only after its source: a new source sets the rate back (HTML, `load()`). */
  #giveEarly(): void {
    if (!this.media) return
    for (const [member, value] of this.#early) Reflect.set(this.element, member, value)
    this.#early.clear()
  }

  #mediaChanged(media: MediaAdapter | undefined): void {
    const { element } = this
    // Given to the yoke itself: the player takes it as its own all the same.
    if (media && !this.#playerMedia.isIts(media)) {
      this.#playerMedia.give(media)
      this.findMedia()
    }
    this.#stopTelling?.()
    this.#stopTelling = media?.observe(type => element.dispatchEvent(new Event(type)))
    if (!media) return
    decorate(this.yoke)
    this.#markStates()
    this.#name()
    this.#showNativeControls()
    this.#becomeReady(element)
  }

  /** What style sheets ask of a player beside its states. */
  #markStates(): void {
    const { states } = this.#internals
    const { controls, backdrop } = this.yoke.settings
    states[this.media?.kind === 'sound' ? 'add' : 'delete']('sound')
    states[controls ? 'add' : 'delete']('controls')
    states[backdrop ? 'add' : 'delete']('backdrop')
  }

  #renamed(): void {
    this.#name()
    this.yoke.refresh()
  }

  /** What screen readers call it. */
  #name(): void {
    const { yoke, element } = this
    useWords(languageOf(element), PLAYER_NAMES, this, ({ player, audioPlayer }) => {
      const kind = this.media?.kind === 'sound' ? audioPlayer : player
      Object.assign(
        this.#internals,
        nameFor(yoke.settings.backdrop, yoke.snapshot.title, this.isNear ? kind : undefined)
      )
    })
  }

  #offersStart(): boolean {
    return [...this.yoke.controls.values()].some(command => STARTERS.has(command))
  }

  /** The browser's controls serve until others are there. */
  #showNativeControls(): void {
    const native = this.media?.nativeControls
    if (native) native.shown = native.wanted && !this.#isDrawn && !this.#offersStart()
  }

  #letGo(): void {
    // First, so that what names the player from elsewhere shows that nothing is known any more.
    this.#playerMedia.drop()
    this.yoke.attach(undefined)
    this.#end()
    this.isNear = false
  }

  /** Back in a document in the same task, perhaps in another tree. */
  #moveTree(): void {
    if (!this.#stay) return
    this.#end()
    this.connect()
  }

  #end(): void {
    this.#stay?.abort()
    this.#stay = undefined
    this.#observer.disconnect()
    for (const stop of this.#stops.splice(0)) stop()
  }
}
