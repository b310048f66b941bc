import { cornersFrom } from '../../core/layout/corner-order.ts'
import { definePart, use } from '../../loading/part.ts'
import { focusedIn } from '../../wiring/scope/nodes.ts'
import type { YokeCommandEvent } from '../../wiring/yoke/events.ts'
import type { PlayerFeature, PlayerView } from '../player-view.ts'
import { DOCK_SHEET } from './styles.ts'

/** Less of it in view than this share, and it has been scrolled away; more, and it is back. */
const AWAY = 0.15
const BACK = 0.5
/** How finely what is in view is told. */
const STEPS = Array.from({ length: 21 }, (_, step) => step / 20)
/** A page that is no wider than this has no corner to spare, in CSS pixels. */
const NARROW = '(width < 640px)'

/** What is needed once it docks. */
const DOCKED = definePart(() => import('./docked.ts'))

/** One player is docked at a time. */
let docked: Dock | undefined

const meet = (a: DOMRect, b: DOMRect): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom

/** A player that goes to a corner while it plays and its place is scrolled away. It is not moved in its document: it stands in the top layer. */
class Dock {
  readonly #player: PlayerView
  readonly #observer: IntersectionObserver
  readonly #narrow = matchMedia(NARROW)
  readonly #signal: AbortSignal
  #place: HTMLElement | undefined
  /** What of its place is in view, from 0 to 1. */
  #seen = 1
  /** It was closed: it stays in its place until that has been in view again. */
  #isClosed = false

  constructor(player: PlayerView, signal: AbortSignal) {
    this.#player = player
    this.#signal = signal
    this.#observer = new IntersectionObserver(entries => this.#look(entries), { threshold: STEPS })
    this.#observer.observe(player.element)
    player.element.addEventListener('keydown', event => this.#key(event), { signal })
    const follow = (): void => {
      if (this.isDocked) requestAnimationFrame(() => this.#keepClear())
    }
    for (const type of ['focusin', 'resize', 'scroll']) addEventListener(type, follow, { signal, passive: true })
    this.#narrow.addEventListener('change', () => this.settle(), { signal })
    signal.addEventListener('abort', () => {
      this.undock()
      this.#observer.disconnect()
    })
  }

  get isDocked(): boolean {
    return this.#place !== undefined
  }

  /** Docks, or goes back, as things stand. */
  settle(): void {
    if (this.#seen >= BACK) this.#isClosed = false
    if (!this.#mayDock || this.#seen >= BACK) this.undock()
    else if (this.#isWanted && !this.isDocked) this.#dock()
  }

  get #mayDock(): boolean {
    const { settings, snapshot } = this.#player.yoke
    const isAsked = settings.dock.when === 'scrolled-away' && (settings.dock.narrow || !this.#narrow.matches)
    return isAsked && !snapshot.fullscreen && !snapshot.pictureInPicture
  }

  get #isWanted(): boolean {
    return this.#mayDock && this.#seen <= AWAY && this.#player.yoke.states.playing && !this.#isClosed
  }

  /** Goes back to its place, wherever the page stands. */
  undock(): void {
    const { element, yoke } = this.#player
    if (!this.#place) return
    if (docked === this) docked = undefined
    const hadFocus = element.matches(':focus-within')
    this.#observer.observe(element)
    element.hidePopover()
    for (const name of ['popover', 'data-yoke-corner']) element.removeAttribute(name)
    this.#place.remove()
    this.#place = undefined
    // Where focus was is out of view now: it stays, and nothing scrolls.
    if (hadFocus && !element.matches(':focus-within')) element.focus({ preventScroll: true })
    yoke.refresh()
  }

  /** Another one docks: it stays in its place until that has been in view again. */
  giveWay(): void {
    this.#isClosed = true
    this.undock()
  }

  /** Back to its place, and the page with it. */
  goBack(): void {
    const place = this.#place
    if (!place) return
    const behavior = matchMedia('(prefers-reduced-motion: reduce)').matches ? 'auto' : 'smooth'
    this.undock()
    this.#player.element.scrollIntoView({ block: 'center', behavior })
  }

  /** No more of it: it is paused, in its place. */
  close(): void {
    this.giveWay()
    void this.#player.yoke.run('pause')
  }

  #look(entries: readonly IntersectionObserverEntry[]): void {
    const watched = this.#place ?? this.#player.element
    const entry = entries.filter(({ target }) => target === watched).at(-1)
    if (!entry) return
    const { isIntersecting, intersectionRatio, intersectionRect } = entry
    // What is taller than the page is seen when it fills the page.
    this.#seen = isIntersecting ? Math.max(intersectionRatio, intersectionRect.height / innerHeight) : 0
    this.settle()
  }

  #dock(): void {
    const { element } = this.#player
    // A dialog or a popover of the page's own stands in the top layer already.
    if (element.hasAttribute('popover') || !element.isConnected) return
    use(DOCKED, this.#player, ({ addButtons, holdPlace }) => {
      if (this.isDocked || !this.#isWanted) return
      addButtons(this.#player, this.#signal)
      this.#enter(holdPlace(element))
    })
  }

  #enter(place: HTMLElement): void {
    const { element, yoke } = this.#player
    docked?.giveWay()
    docked = this
    this.#place = place
    this.#observer.unobserve(element)
    this.#observer.observe(place)
    element.popover = 'manual'
    element.showPopover()
    this.#keepClear()
    yoke.refresh()
  }

  /** It covers nothing that has focus: it goes to another corner; where it covers it in all, it is not to be seen. */
  #keepClear(): void {
    const { element, yoke } = this.#player
    if (!this.isDocked) return
    const focused = focusedIn(document)
    const kept = focused && focused !== document.body && !element.contains(focused) && !element.matches(':focus-within')
    const box = kept && focused.getBoundingClientRect()
    for (const corner of [...cornersFrom(yoke.settings.dock.corner ?? 'bottom-end'), 'none']) {
      element.setAttribute('data-yoke-corner', corner)
      if (!box || !meet(element.getBoundingClientRect(), box)) return
    }
  }

  #key(event: KeyboardEvent): void {
    if (event.key !== 'Escape' || !this.isDocked || event.defaultPrevented) return
    event.preventDefault()
    this.close()
  }
}

/** Docks a player while it plays and is scrolled away. */
export const begin: PlayerFeature = (player, signal) => {
  const { yoke } = player
  const shadow = player.openShadow()
  DOCK_SHEET.adopt(shadow, 'behind')
  const dock = new Dock(player, signal)
  const availability = (): 'now' | 'later' => (dock.isDocked ? 'now' : 'later')
  yoke.commands.set('undock', { run: () => dock.goBack(), availability })
  yoke.commands.set('close-docked', { run: () => dock.close(), availability })
  yoke.authorStates.set('docked', () => dock.isDocked)
  // What is docked cannot fill the screen, nor go to a window.
  yoke.addEventListener(
    'yoke-command',
    event => {
      if (/^(?:request|toggle)-(?:fullscreen|picture-in-picture)$/.test((event as YokeCommandEvent).command))
        dock.undock()
    },
    { signal }
  )
  const stop = yoke.subscribe(
    ({ snapshot: { paused, fullscreen, pictureInPicture }, settings }) =>
      `${paused} ${fullscreen} ${pictureInPicture} ${settings.dock.when} ${settings.dock.narrow}`,
    () => dock.settle()
  )
  yoke.refresh()
  signal.addEventListener('abort', stop)
}
