import type { MediaAdapter } from '../../media/adapter.ts'
import { MediaElementAdapter } from '../../media/html/media-element.ts'
import type { Yoke } from '../../wiring/yoke/yoke.ts'
import { isDocumentAddress, MadeMedia, ownMediaOf } from './made-media.ts'

/** What a player's media element needs of the player. */
export interface ElementMediaHost {
  readonly element: HTMLElement
  readonly yoke: Yoke
  readonly isNear: boolean
  /** Looks which media is to play, and couples it. */
  findMedia(): void
  /** Puts a media that was made behind everything else. */
  place(media: HTMLElement): void
}

/**
 * The media element of a player: the one that stands in it, else one that is made for what it is to play. The one place above
 * `media/html` where media are elements; a player whose media script gives (`player.media`) does without it.
 */
export class ElementMedia {
  readonly #host: ElementMediaHost
  readonly #made = new MadeMedia()
  #adapter: MediaElementAdapter | undefined
  /** The address that was put into the element. */
  #src: string | undefined

  constructor(host: ElementMediaHost) {
    this.#host = host
  }

  /** The element that plays, if it is one of ours. */
  get element(): HTMLMediaElement | undefined {
    return this.#adapter?.element
  }

  /** Whether a media is that of its element. */
  isIts(media: MediaAdapter): boolean {
    return media === this.#adapter
  }

  /** Looks which element is the media now, and couples it. */
  find(): void {
    const { element: player, yoke } = this.#host
    const media = ownMediaOf(player) ?? this.#made.for(yoke.given, yoke.settings.src)
    if (media !== this.element || yoke.media !== this.#adapter) {
      this.drop()
      if (media !== this.#made.element) this.#made.element?.remove()
      if (media) this.#adopt(media)
    }
    this.#applySource()
    this.#applySize()
  }

  /** Lets the element go, as its author made it. */
  drop(): void {
    const adapter = this.#adapter
    if (!adapter) return
    // First, so that nothing sets its controls again.
    this.#adapter = undefined
    this.#src = undefined
    if (this.#host.yoke.media === adapter) this.#host.yoke.attach(undefined)
    adapter.nativeControls.shown = adapter.nativeControls.wanted
    adapter.dispose()
  }

  /** Something else plays: lets the element go, and takes one that was made away. */
  giveWay(): void {
    this.drop()
    if (this.#made.element) this.#made.remove()
  }

  #adopt(media: HTMLMediaElement): void {
    const { yoke } = this.#host
    const isMade = media === this.#made.element
    if (yoke.settings.loading === 'lazy' && !this.#host.isNear) media.preload = 'none'
    this.#adapter = new MediaElementAdapter(media)
    // Before it is attached: what it is to play is what it is asked for first.
    if (isMade) this.#host.place(media)
    yoke.attach(this.#adapter)
  }

  /** An address that the settings name is put in where the element says none itself. */
  #applySource(): void {
    const { yoke } = this.#host
    const { src } = yoke.settings
    if (!this.element || yoke.given.length > 0 || yoke.settingOrigin('src') === 'media') return
    if (isDocumentAddress(src) || src === this.#src) return
    const isAnother = this.#src !== undefined
    this.#src = src
    if (src === undefined) this.element.removeAttribute('src')
    else if (isAnother) this.#playInstead(src)
    else this.element.setAttribute('src', src)
  }

  /** Another source for the same player: at the same rate, and playing if the one before was. */
  #playInstead(src: string): void {
    const adapter = this.#adapter
    if (!adapter) return
    const { paused, playbackRate } = adapter
    adapter.element.setAttribute('src', src)
    adapter.playbackRate = playbackRate
    // Its refusal is told as any other.
    if (!paused) adapter.play().catch(() => undefined)
  }

  /** The size of the picture that a clip names keeps its space. */
  #applySize(): void {
    const { width, height } = this.#host.yoke.settings
    const { element } = this
    if (!element || !width || !height) return
    const isOurs = element.hasAttribute('width') && !this.#sized.has(element)
    if (isOurs && this.#host.yoke.settingOrigin('width') !== 'given clip') return
    this.#sized.add(element)
    Object.assign(element, { width, height })
  }

  /** Elements whose size was set here. */
  readonly #sized = new WeakSet<Element>()
}
