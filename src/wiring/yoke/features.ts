import type { Fault } from '../../core/fault.ts'
import { definePart, type Part, use } from '../../loading/part.ts'
import type { MediaAdapter } from '../../media/adapter.ts'
import { tracksRightIn } from '../../media/html/track-elements.ts'
import { PLACE } from '../clip/place-part.ts'
import type { Feature, YokeView } from './yoke-view.ts'

/** Something that a yoke can do, loaded only when it is wanted. */
type FeatureRow = readonly [part: Part<{ readonly begin: Feature }>, isWanted: (yoke: YokeView) => boolean]

const hasTracks = ({ media, settings, scopes }: YokeView): boolean =>
  (media?.textTracks?.list.length ?? 0) > 0 ||
  settings.tracks.length > 0 ||
  [...scopes].some(({ target }) => tracksRightIn(target).length > 0)

const startsByItself = ({ media, settings }: YokeView): boolean =>
  media !== undefined &&
  (media.loading?.autoplay === true || Object.values(settings.start).some(value => value !== undefined))

const CAPTIONS = definePart(() => import('../captions/captions.ts'))

const FEATURES: readonly FeatureRow[] = [
  [CAPTIONS, hasTracks],
  // Before what starts: that begins where this says.
  [PLACE, ({ settings }) => (settings.from ?? settings.until ?? settings.start.at) !== undefined],
  [definePart(() => import('../behaviour/starter.ts')), startsByItself],
  [definePart(() => import('../playlist/index.ts')), ({ settings }) => settings.playlist !== undefined],
  [definePart(() => import('../memory/index.ts')), ({ settings }) => (settings.resume.position ?? 'off') !== 'off'],
  [definePart(() => import('../memory/habits.ts')), ({ settings }) => settings.resume.settings === true],
  [definePart(() => import('../reports/index.ts')), ({ settings }) => settings.report.to !== undefined],
  [definePart(() => import('../moments/index.ts')), ({ snapshot }) => snapshot.moments.length > 0]
]

/** Keeps the engine from loading and showing the tracks that the library shows; the engine shows them while the library cannot. */
class NativeTracks {
  readonly #yoke: YokeView
  readonly #restores: (() => void)[] = []
  #media: MediaAdapter | undefined

  constructor(yoke: YokeView) {
    this.#yoke = yoke
  }

  /** May be called again: tracks that have come since are disabled too. */
  disable(): void {
    const { media, captions } = this.#yoke
    if (media !== this.#media) this.enable()
    this.#media = media
    const restore = hasTracks(this.#yoke) || captions ? media?.textTracks?.disableNative() : undefined
    if (restore) this.#restores.push(restore)
  }

  enable(): void {
    for (const restore of this.#restores.splice(0)) restore()
  }
}

/** Begins each feature of a yoke once it is wanted. One that could not be had is asked for again with each press of play. */
export const beginFeatures = (yoke: YokeView): void => {
  const native = new NativeTracks(yoke)
  for (const [part, isWanted] of FEATURES) {
    let begun = false
    const host = {
      signal: yoke.signal,
      raise: (reason: Fault) => {
        if (part === CAPTIONS) native.enable()
        yoke.raise(reason)
        yoke.mediaArrived()
      }
    }
    const look = (): void => {
      if (begun || !isWanted(yoke)) return
      use(part, host, ({ begin }) => {
        if (begun || !isWanted(yoke)) return
        begun = true
        begin(yoke, yoke.signal)
      })
    }
    // Looking is slow: only when the media, scopes, tracks or settings have changed.
    yoke.subscribe(({ changes, snapshot: { paused, moments } }) => `${changes} ${paused} ${moments.length}`, look)
  }
  yoke.subscribe(
    ({ trackChanges }) => trackChanges,
    () => native.disable()
  )
  yoke.subscribe(
    ({ snapshot: { started } }) => started,
    started => {
      // What nobody has asked to start by itself was begun by a press, or by a script in its stead.
      if (started && yoke.snapshot.startOutcome === 'waiting' && !startsByItself(yoke)) yoke.startBecame('by-press')
    }
  )
  yoke.signal.addEventListener('abort', () => native.enable())
}
