import type { Cue, Region } from '../../core/captions/cue.ts'
import type { Fault } from '../../core/fault.ts'
import type { TrackKind } from '../../media/text-tracks.ts'

export type { TrackKind }

/** A cue as script gives it: a `VTTCue`, or an object with some of its keys. Times are seconds. */
export type TimedCue = Pick<Cue, 'startTime' | 'endTime'> &
  Partial<Omit<Cue, 'region'>> & { readonly region?: Partial<Region> | null }

/** A text track by HTML's names (HTML, "TextTrack"); its cues have `VTTCue`'s property names. */
export interface TrackView extends EventTarget {
  readonly id: string
  readonly kind: TrackKind
  readonly label: string
  /** A BCP 47 language tag, or `''`. */
  readonly language: string
  /** `disabled` loads nothing; `hidden` has its cues and shows them nowhere. Setting it loads what is needed. */
  mode: 'disabled' | 'hidden' | 'showing'
  /** The address of its file, whole; what its text names is relative to it. That of the page where it has none. */
  readonly address: string
  /** 0 nothing loaded, 1 loading, 2 loaded, 3 failed (HTML, "HTMLTrackElement.readyState"). */
  readonly readyState: 0 | 1 | 2 | 3
  /** Why it could not be loaded. */
  readonly fault: Fault | undefined
  /** In cue order; `null` while disabled. */
  readonly cues: readonly Cue[] | null
  /** Those of the present moment; `null` while disabled. */
  readonly activeCues: readonly Cue[] | null
  /** Loads the cues, whatever the mode, and once. @returns all of them; none where they cannot be had. */
  load(): Promise<readonly Cue[]>
  /**
   * Adds a cue; what is left out is as a plain cue has it. Cues are frozen: {@link editCue} changes them.
   * @returns the whole cue; `undefined` for one that cannot be read (fault `cue-unreadable`).
   */
  addCue(cue: TimedCue): Cue | undefined
  /** Removes a cue. Fault where it is not there: `cue-unknown`. */
  removeCue(cue: Cue): void
  /** Puts an edited cue in a cue's place. @returns it; `undefined` with a fault `cue-unreadable` or `cue-unknown`. */
  editCue(cue: Cue, changes: Partial<Cue>): Cue | undefined
}

/** What shows captions, once a yoke has any. Fires `cuechange` when what is to be seen changes. */
export interface CaptionsView extends EventTarget {
  /** The tracks that are drawn at this moment. */
  readonly showing: readonly TrackView[]
  /** The second that cues are shown for; while seeking, the one that is sought. */
  readonly now: number
  /** Shows a track by its id, `''` for none, because the viewer wants it; and remembers that. */
  choose(id: string): void
}

/**
 * The text tracks of a player (HTML, "TextTrackList"): `addtrack`, `removetrack` and `change` tell of it. Live: tracks
 * come as they are found.
 */
export class TrackList extends EventTarget implements Iterable<TrackView> {
  #tracks: readonly TrackView[] = []
  readonly [index: number]: TrackView

  /** How many tracks there are. */
  get length(): number {
    return this.#tracks.length
  }

  /** The track of this id (HTML, `getTrackById()`). */
  getTrackById(id: string): TrackView | null {
    return this.#tracks.find(track => track.id === id) ?? null
  }

  /** In their order. */
  [Symbol.iterator](): Iterator<TrackView> {
    return this.#tracks[Symbol.iterator]()
  }

  /** @internal */
  replace(tracks: readonly TrackView[]): void {
    const before = this.#tracks
    const slots = this as unknown as Record<number, TrackView>
    for (let index = 0; index < before.length; index += 1) delete slots[index]
    this.#tracks = tracks
    Object.assign(slots, tracks)
    for (const track of before) if (!tracks.includes(track)) this.#tell('removetrack', track)
    for (const track of tracks) if (!before.includes(track)) this.#tell('addtrack', track)
  }

  #tell(type: string, track: TrackView): void {
    this.dispatchEvent(Object.assign(new Event(type), { track }))
  }
}
