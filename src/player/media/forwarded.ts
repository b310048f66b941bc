import { MEDIA_EVENTS } from '../../media/adapter.ts'

/** What HTMLMediaElement's properties read before there is a media (HTML, "Media elements"). */
const BEFORE_MEDIA = {
  buffered: undefined,
  currentSrc: '',
  currentTime: 0,
  defaultMuted: false,
  defaultPlaybackRate: 1,
  duration: Number.NaN,
  ended: false,
  error: null,
  muted: false,
  networkState: 0,
  paused: true,
  playbackRate: 1,
  played: undefined,
  preservesPitch: true,
  readyState: 0,
  seekable: undefined,
  seeking: false,
  srcObject: null,
  videoHeight: 0,
  videoWidth: 0,
  volume: 1
} as const

/** Properties that reflect an attribute: setting them sets the player's, which is handed on. */
const REFLECTED = {
  autoplay: 'autoplay',
  controls: 'controls',
  crossOrigin: 'crossorigin',
  loop: 'loop',
  playsInline: 'playsinline',
  poster: 'poster',
  preload: 'preload',
  src: 'src'
} as const

const METHODS = ['canPlayType', 'fastSeek', 'load', 'pause', 'requestPictureInPicture'] as const

/** The members of HTMLMediaElement (and HTMLVideoElement) that a player answers to itself. */
export type ForwardedMembers = Pick<
  HTMLVideoElement,
  keyof typeof BEFORE_MEDIA | keyof typeof REFLECTED | (typeof METHODS)[number]
>

/** What a player offers to the members that are forwarded. */
export interface Forwarding extends HTMLElement {
  /** The adapter where it has the member (it mends what engines break), else the element; `undefined` before there is media. */
  forwardTo(member: string): Record<string, unknown> | undefined
  /** Keeps a setting until there is media. */
  keepForMedia(member: string, value: unknown): void
  /** From now on all that the media tells is told by the player too. */
  wakeToTell(): void
}

const forwardProperty = (prototype: Forwarding, name: string, before: unknown): void => {
  Object.defineProperty(prototype, name, {
    configurable: true,
    enumerable: true,
    get(this: Forwarding) {
      const target = this.forwardTo(name)
      return target ? target[name] : before
    },
    set(this: Forwarding, value: unknown) {
      const target = this.forwardTo(name)
      if (target) target[name] = value
      else this.keepForMedia(name, value)
    }
  })
}

const reflectProperty = (prototype: Forwarding, name: string, attribute: string): void => {
  Object.defineProperty(prototype, name, {
    configurable: true,
    enumerable: true,
    get(this: Forwarding) {
      const written = this.getAttribute(attribute)
      if (attribute === 'controls') return written !== null
      return this.forwardTo(name)?.[name] ?? written
    },
    set(this: Forwarding, value: unknown) {
      if (typeof value === 'boolean') this.toggleAttribute(attribute, value)
      else if (value === null || value === undefined) this.removeAttribute(attribute)
      else this.setAttribute(attribute, String(value))
    }
  })
}

const forwardMethod = (prototype: Forwarding, name: string): void => {
  Object.defineProperty(prototype, name, {
    configurable: true,
    writable: true,
    value(this: Forwarding, ...args: unknown[]) {
      const target = this.forwardTo(name)
      const method = target?.[name] as ((...args: unknown[]) => unknown) | undefined
      // Where an engine has no quick way, the exact one serves.
      if (name === 'fastSeek' && !method) return Reflect.set(this, 'currentTime', args[0])
      return method?.apply(target, args)
    }
  })
}

const TOLD: ReadonlySet<string> = new Set(MEDIA_EVENTS)

/** Who listens for events of the media must not miss one. */
const listenToAll = (prototype: Forwarding): void => {
  const { addEventListener } = prototype
  Object.defineProperty(prototype, 'addEventListener', {
    configurable: true,
    writable: true,
    value(this: Forwarding, ...heard: Parameters<typeof addEventListener>) {
      if (TOLD.has(heard[0])) this.wakeToTell()
      addEventListener.apply(this, heard)
    }
  })
}

/** Gives a player's prototype the members of HTMLMediaElement. */
export const forwardMembers = (prototype: Forwarding): void => {
  for (const [name, before] of Object.entries(BEFORE_MEDIA)) forwardProperty(prototype, name, before)
  for (const [name, attribute] of Object.entries(REFLECTED)) reflectProperty(prototype, name, attribute)
  for (const name of METHODS) forwardMethod(prototype, name)
  listenToAll(prototype)
}
