import { RESUME_RULES, resumePlace, type WatchedPlace } from '../../core/watched/resume.ts'
import type { YokeView } from '../yoke/yoke-view.ts'
import { clipKeyOf, clipOf } from './clip-key.ts'
import { keepPlace, placeOfClip, storageRefused } from './device.ts'
import { whenLeaving } from './when-leaving.ts'

/** While it plays, its place is kept so often, in milliseconds: who closes a laptop loses no more. */
const EVERY = 5000

/** Where the clip of one yoke was left: kept on this device, and gone back to. */
export class Memory {
  /** Where it may be gone on with, in seconds; `undefined` while nothing is offered. */
  offer: number | undefined
  /** Where its picture, which goes all round, was looked at; `''` for what does not. */
  look = ''
  readonly #yoke: YokeView
  #key: string | undefined
  #kept = Number.NEGATIVE_INFINITY
  /** Where it was seen last, and what is to be kept of that; `undefined` once it is. */
  #seen: { readonly key: string; readonly place: WatchedPlace | undefined } | undefined
  #isTold = false

  constructor(yoke: YokeView) {
    this.#yoke = yoke
    yoke.subscribe(
      seen => isKnown(seen) && clipOf(seen),
      () => this.#arrive()
    )
    const keep = (): void => this.keep()
    yoke.subscribe(({ snapshot: { paused, seeking, ended } }) => `${paused} ${seeking} ${ended}`, keep)
    yoke.subscribe(
      ({ snapshot }) => snapshot.currentTime,
      () => {
        this.#notice()
        if (performance.now() - this.#kept >= EVERY) this.#write()
      }
    )
    whenLeaving(this, yoke.signal)
    yoke.signal.addEventListener('abort', () => this.#write())
    this.#arrive()
  }

  /** Goes on where it was left. */
  async resume(): Promise<void> {
    const place = this.offer
    this.#withdraw()
    if (place === undefined) return
    await this.#yoke.run('seek', place)
    await this.#yoke.run('play')
  }

  /** Plays from the start. */
  async startOver(): Promise<void> {
    this.#withdraw()
    await this.#yoke.run('restart')
  }

  /** Forgets where this clip was left. */
  forget(): void {
    this.#withdraw()
    if (this.#key !== undefined) keepPlace(this.#key, undefined)
    this.#seen = undefined
    // What was watched until now is forgotten as well.
    this.#kept = Number.POSITIVE_INFINITY
  }

  /** The page may be left. */
  leave(): void {
    this.keep()
  }

  /** Keeps where it is now. */
  keep(): void {
    this.#notice()
    this.#write()
  }

  #notice(): void {
    const { snapshot, settings, disposed } = this.#yoke
    const { currentTime: position, duration, ended, started, readyState } = snapshot
    const isOn = settings.resume.position !== undefined && settings.resume.position !== 'off'
    if (!isOn) this.#seen = undefined
    if (!isOn || this.#key === undefined || !started || readyState === 0 || disposed) return
    // Who looks at the offer has not begun yet: the place that is offered stays.
    const isBegun = position >= (settings.resume.afterStart ?? RESUME_RULES.afterStart)
    if (this.#kept === Number.POSITIVE_INFINITY || (this.offer !== undefined && !isBegun)) return
    if (this.offer !== undefined) this.#withdraw()
    const look = this.#yoke.authorValues.get('look-at')?.read(this.#yoke)
    const place =
      ended || !Number.isFinite(duration)
        ? undefined
        : { position, duration: duration ?? 0, at: Date.now(), ...(look && { look: String(look) }) }
    this.#seen = { key: this.#key, place }
  }

  #write(): void {
    const seen = this.#seen
    if (!seen) return
    this.#seen = undefined
    this.#kept = performance.now()
    if (!keepPlace(seen.key, seen.place)) this.#tellRefused()
  }

  /** A clip has come whose length is known. */
  #arrive(): void {
    const key = isKnown(this.#yoke) ? clipKeyOf(this.#yoke) : undefined
    if (key === this.#key) return
    // Another clip, or none: the player was taken away, and with it went all events.
    this.#write()
    this.#key = key
    this.#withdraw()
    this.#kept = performance.now()
    const { settings, snapshot, media } = this.#yoke
    const { position: how = 'off', ...rules } = settings.resume
    const left = key === undefined || how === 'off' ? undefined : placeOfClip(key)
    this.look = left?.look ?? ''
    const place = left && resumePlace(left, Date.now(), { ...RESUME_RULES, ...defined(rules) })
    // The page, or the address, says where to begin.
    const isSaid = settings.start.at !== undefined || (snapshot.fragment !== undefined && !snapshot.stretch)
    if (place === undefined || isSaid || !media) return
    if (how === 'at-once') media.currentTime = place
    else {
      this.offer = place
      this.#yoke.refresh()
    }
  }

  #withdraw(): void {
    if (this.offer === undefined) return
    this.offer = undefined
    this.#yoke.refresh()
  }

  #tellRefused(): void {
    if (this.#isTold) return
    this.#isTold = true
    this.#yoke.raise(storageRefused())
  }
}

const isKnown = ({ snapshot }: YokeView): boolean => snapshot.readyState > 0 && snapshot.duration !== undefined

/** What of settings is said. */
const defined = <Settings extends object>(
  settings: Settings
): { [Key in keyof Settings]-?: NonNullable<Settings[Key]> } =>
  Object.fromEntries(Object.entries(settings).filter(([, value]) => value !== undefined)) as never
