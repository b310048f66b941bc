import { type Fault, fault, type Result, refuse, succeed } from '../core/fault.ts'
import type { Yoked } from '../effects/capture.ts'

/** A point in a scene, or a way in it; in metres, x to the right, y up, z to the viewer (Web Audio, "PannerNode"). */
export type Place3d = readonly [x: number, y: number, z: number]

/** How a sound is placed. */
export interface SoundOptions {
  /** Where it sounds; default the origin. */
  readonly at?: Place3d
  /** How it fades with distance, and where to it sounds (Web Audio, "PannerOptions"). */
  readonly panner?: Omit<PannerOptions, 'positionX' | 'positionY' | 'positionZ'>
  /**
   * What plays it. Default: one for the page, which players that sound from places share. Chromium holds every element whose
   * sound a context has taken for as long as the context lives: where scenes come and go, give each its own, and close it.
   */
  readonly context?: AudioContext
  /** Ends it. */
  readonly signal?: AbortSignal
}

/** The sound of a player that comes from a place. Volume and mute stay the player's own. */
export interface PlacedSound {
  readonly context: AudioContext
  /** For what {@link moveTo} does not do: cones, distances. */
  readonly panner: PannerNode
  /** Lets it sound from elsewhere. */
  moveTo(at: Place3d): void
  /** The player sounds from everywhere again. Twice is harmless. */
  close(): void
}

/**
 * The one way out of a media element, once it was taken (Web Audio, "MediaElementAudioSourceNode"): it cannot be given back. It
 * leads to its places, or to everywhere where there is none, and only while the element plays: a context holds what it hears.
 */
class Outlet {
  readonly context: AudioContext
  readonly #node: MediaElementAudioSourceNode
  readonly #places = new Set<PannerNode>()
  readonly #element: Element & { readonly paused?: boolean }

  constructor(element: Element, context: AudioContext) {
    this.context = context
    this.#element = element
    this.#node = context.createMediaElementSource(element as HTMLElement as never)
    for (const type of ['play', 'pause', 'ended', 'emptied']) element.addEventListener(type, () => this.#lead())
    this.#lead()
  }

  add(place: PannerNode): void {
    this.#places.add(place)
    place.connect(this.context.destination)
    this.#lead()
  }

  remove(place: PannerNode): void {
    this.#places.delete(place)
    place.disconnect()
    this.#lead()
  }

  #lead(): void {
    this.#node.disconnect()
    if (this.#element.paused !== false) return
    if (this.#places.size === 0) this.#node.connect(this.context.destination)
    for (const place of this.#places) this.#node.connect(place)
  }
}

const outlets = new WeakMap<Element, Outlet>()
let ofPage: AudioContext | undefined

const contextOfPage = (): AudioContext => {
  ofPage ??= new AudioContext()
  return ofPage
}

const unplaceable = (why: string, hint: string): Fault =>
  fault('sound-unplaceable', `The sound cannot come from a place: ${why}.`, hint)

/** Why a page may not take the sound of what plays; `undefined` where it may. */
const whyNot = ({ yoke: { media } }: Yoked): Fault | undefined => {
  if (!media) return unplaceable('there is no media yet', 'wait until the player is ready')
  if (media.service !== undefined)
    return unplaceable(`${media.service} plays it in a frame`, 'only files of a page can be placed')
  if (media.surface?.localName !== 'video' && media.surface?.localName !== 'audio')
    return unplaceable('no element plays it', 'give the player a file')
  // What comes from elsewhere is silenced instead (Web Audio, "Security with MediaElementAudioSourceNode").
  const { currentSrc, loading } = media
  const isForeign = /^https?:/.test(currentSrc) && new URL(currentSrc).origin !== location.origin
  return isForeign && (loading?.crossOrigin ?? null) === null
    ? unplaceable(
        'it comes from another origin',
        'let its server send Access-Control-Allow-Origin, and give the player crossorigin="anonymous"'
      )
    : undefined
}

const outletOf = (element: Element, context: AudioContext): Outlet => {
  const outlet = outlets.get(element) ?? new Outlet(element, context)
  outlets.set(element, outlet)
  return outlet
}

const setPlace = ({ positionX, positionY, positionZ }: PannerNode, [x, y, z]: Place3d): void => {
  positionX.value = x
  positionY.value = y
  positionZ.value = z
}

/**
 * Lets the sound of a player come from a place in a scene. What is given to several places is heard from each. Browsers start no
 * sound before a press: it begins with the player.
 * Fault: `sound-unplaceable`, for what a service plays in a frame, and for what comes from another origin that does not let the
 * page read it; it sounds as before.
 */
export const placeSound = (
  player: Yoked,
  { at = [0, 0, 0], panner: options, context = contextOfPage(), signal }: SoundOptions = {}
): Result<PlacedSound> => {
  const reason = whyNot(player)
  const element = player.yoke.media?.surface
  if (reason || !element)
    return refuse(reason ?? unplaceable('there is no media yet', 'wait until the player is ready'))
  const outlet = outletOf(element, context)
  // The context that has taken the sound has it for good.
  const own = outlet.context
  const panner = new PannerNode(own, { panningModel: 'HRTF', refDistance: 1, ...options })
  setPlace(panner, at)
  outlet.add(panner)
  // A context that was made before any press waits for one.
  const wake = (isPlaying: boolean): void => {
    if (isPlaying && own.state === 'suspended') own.resume().catch(() => undefined)
  }
  wake(player.yoke.states.playing)
  const unfollow = player.yoke.subscribe(({ states }) => states.playing, wake)
  const close = (): void => {
    unfollow()
    outlet.remove(panner)
  }
  signal?.addEventListener('abort', close)
  player.yoke.signal.addEventListener('abort', close)
  return succeed({ context: own, panner, moveTo: to => setPlace(panner, to), close })
}

/** Where a context is heard from: the viewer's place, which way they look, and which is up for them. */
export const listenFrom = (
  { listener }: BaseAudioContext,
  [x, y, z]: Place3d,
  [forwardX, forwardY, forwardZ]: Place3d = [0, 0, -1],
  [upX, upY, upZ]: Place3d = [0, 1, 0]
): void => {
  const values = { positionX: x, positionY: y, positionZ: z, forwardX, forwardY, forwardZ, upX, upY, upZ }
  // Engines that have no such parameters have methods instead, which the standard keeps for them.
  if ('positionX' in listener)
    for (const [name, value] of Object.entries(values)) listener[name as keyof typeof values].value = value
  else {
    const old = listener as AudioListener
    old.setPosition(x, y, z)
    old.setOrientation(forwardX, forwardY, forwardZ, upX, upY, upZ)
  }
}
