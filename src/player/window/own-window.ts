import type { PresentationPort } from '../../media/presentation.ts'
import { holdPlace } from '../dock/place-holder.ts'
import type { PlayerView } from '../player-view.ts'
import { carrySheets, dressWindow, fitToWindow } from './dress.ts'
import { fillPlace } from './place.ts'

/** Opens windows that stay on top (Document Picture-in-Picture, "DocumentPictureInPicture"). */
export interface WindowMaker extends EventTarget {
  /** The one that is open: the page has one at a time. */
  readonly window: Window | null
  requestWindow(size: { readonly width: number; readonly height: number }): Promise<Window & typeof globalThis>
}

/** What the browser has for it; `undefined` where it has nothing. */
export const windowMaker = (): WindowMaker | undefined =>
  (globalThis as { documentPictureInPicture?: WindowMaker }).documentPictureInPicture

/** A window is no wider than this when it opens, in CSS pixels; its viewer may make it any size. */
const WIDEST = 480

/** The whole player in a window of its own. It is moved there and back, and plays on. */
export class OwnWindow implements PresentationPort {
  readonly #player: PlayerView
  readonly #maker: WindowMaker
  readonly #listeners = new Set<() => void>()
  #window: Window | undefined
  /** Its document: a window that has gone names another one, or none. */
  #inside: Document | undefined
  /** What ends when it is back in its place. */
  #away: AbortController | undefined

  constructor(player: PlayerView, maker: WindowMaker) {
    this.#player = player
    this.#maker = maker
  }

  /** A frame loads anew when it is moved: the video of a service stays where it is. */
  get available(): boolean {
    const { media } = this.#player.yoke
    return media !== undefined && media.service === undefined
  }

  get active(): boolean {
    return this.#window !== undefined
  }

  async request(): Promise<void> {
    if (this.#window) return
    const { offsetWidth, offsetHeight } = this.#player.element
    const width = Math.min(offsetWidth, WIDEST)
    const isSound = this.#player.yoke.media?.kind === 'sound'
    const height = isSound ? offsetHeight : (offsetHeight * width) / offsetWidth
    const made = await this.#maker.requestWindow({ width, height })
    if (this.#player.element.isConnected) this.#enter(made)
    else made.close()
  }

  async exit(): Promise<void> {
    const made = this.#window
    this.#leave()
    made?.close()
  }

  observe(changed: () => void): () => void {
    this.#listeners.add(changed)
    return () => this.#listeners.delete(changed)
  }

  /** Closes the window where the page has taken the player out of it. */
  endUnlessInside(): void {
    if (this.#window && !this.#isInside()) void this.exit()
  }

  #isInside(): boolean {
    const { element } = this.#player
    return element.isConnected && element.ownerDocument === this.#inside
  }

  #enter(made: Window & typeof globalThis): void {
    const { element, yoke } = this.#player
    const away = new AbortController()
    const { document: inside } = made
    this.#window = made
    this.#inside = inside
    this.#away = away
    const place = holdPlace(element)
    const release = fillPlace(place, this.#player)
    const room = dressWindow(inside, this.#player)
    carrySheets(element, () => room.append(element))
    fitToWindow(element)
    const { signal } = away
    made.addEventListener('pagehide', () => this.#leave(), { signal })
    // Chromium puts another window in the place of this one without a word to it.
    this.#maker.addEventListener('enter', () => this.#maker.window !== made && this.#leave(), { signal })
    // Whoever takes its place out of the page takes the player out.
    const observer = new MutationObserver(() => {
      if (!place.isConnected) made.close()
    })
    observer.observe(place.ownerDocument, { childList: true, subtree: true })
    signal.addEventListener('abort', () => {
      observer.disconnect()
      release()
      const hadFocus = place.contains(place.ownerDocument.activeElement)
      if (!this.#isInside()) place.remove()
      else if (place.parentNode) carrySheets(element, () => place.replaceWith(element))
      else element.remove()
      if (hadFocus) this.#focus()
    })
    this.#focus()
    yoke.refresh()
    this.#tell()
  }

  /** Back to its place. Where that has gone, it is in no document. */
  #leave(): void {
    const { yoke } = this.#player
    const { snapshot, states, media } = yoke
    this.#away?.abort()
    this.#window = undefined
    this.#away = undefined
    // Chromium may have ended the window's document first, and what was loaded went with it.
    if (media && !media.readyState) {
      media.currentTime = snapshot.currentTime
      if (states.playing) void yoke.run('play')
    }
    this.#tell()
  }

  /** What takes focus at a click on the picture, so that keys are the player's. */
  #focus(): void {
    const { element } = this.#player
    const taker = element.shadowRoot?.querySelector<HTMLElement>('.stage') ?? element
    taker.focus({ preventScroll: true })
  }

  #tell(): void {
    for (const listener of this.#listeners) listener()
  }
}
