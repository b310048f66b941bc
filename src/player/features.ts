import type { Fault } from '../core/fault.ts'
import { definePart, use } from '../loading/part.ts'
import { isDocumentAddress } from './media/made-media.ts'
import type { PlayerFeature, PlayerView } from './player-view.ts'

/** Something that a player can do: what loads it, and when it is wanted. */
type FeatureRow = readonly [
  load: () => Promise<{ readonly begin: PlayerFeature }>,
  isWanted: (player: PlayerView) => boolean
]

const ROWS: readonly FeatureRow[] = [
  [
    () => import('./bar/index.ts'),
    ({ isNear, yoke: { settings } }) => isNear && settings.controls && !settings.backdrop
  ],
  [() => import('./bar/backdrop.ts'), ({ isNear, yoke: { settings } }) => isNear && settings.backdrop],
  [
    () => import('./bar/on-track.ts'),
    ({ isDrawn, yoke: { moments, textTracks } }) =>
      isDrawn && (moments !== undefined || [...textTracks].some(({ kind }) => kind === 'metadata'))
  ],
  [
    () => import('./bar/resume-offer.ts'),
    ({ isDrawn, yoke: { settings } }) => isDrawn && settings.resume.position === 'offered'
  ],
  [() => import('./dock/index.ts'), ({ yoke: { settings } }) => settings.dock.when === 'scrolled-away'],
  [() => import('./window/index.ts'), ({ yoke: { settings } }) => settings.pictureInPicture === 'player'],
  [() => import('./around/index.ts'), ({ isNear, yoke: { settings } }) => isNear && settings.view === 'around'],
  [() => import('./captions/shown-captions.ts'), ({ yoke }) => yoke.captions !== undefined],
  [
    () => import('./poster/poster.ts'),
    ({ isNear, yoke: { settings } }) =>
      isNear && (settings.posterAt !== undefined || settings.posterSrcset !== undefined)
  ],
  [
    () => import('./clip/player-clip.ts'),
    ({ clip, yoke: { settings } }) => clip.given > 0 || isDocumentAddress(settings.src)
  ],
  [
    () => import('./media/last-resort.ts'),
    ({ yoke: { snapshot, settings } }) => snapshot.error !== undefined && !settings.backdrop
  ],
  // Media keys serve what has played; until then their code is not needed.
  [() => import('./media/media-keys.ts'), ({ yoke: { snapshot, settings } }) => snapshot.started && !settings.backdrop],
  [() => import('./media/file-drop.ts'), ({ yoke }) => yoke.settings.dropFiles],
  [() => import('./look/outline.ts'), ({ yoke }) => yoke.settings.debug]
]

const FEATURES = ROWS.map(([load, isWanted]) => [definePart(load), isWanted] as const)

/**
 * Begins each feature of a player once it is wanted. One that could not be had is asked for again when it is wanted anew,
 * and with each press of play.
 */
export const beginFeatures = (player: PlayerView, signal: AbortSignal): readonly (() => void)[] =>
  FEATURES.map(([part, isWanted]) => {
    let begun = false
    const host = {
      signal,
      raise: (reason: Fault) => {
        player.raise(reason)
        player.yoke.mediaArrived()
      }
    }
    const look = (): void => {
      if (begun || !isWanted(player)) return
      use(part, host, ({ begin }) => {
        if (begun || !isWanted(player)) return
        begun = true
        begin(player, signal)
      })
    }
    const stop = player.yoke.subscribe(
      ({ changes, snapshot: { paused } }) =>
        begun || !isWanted(player) ? '' : `${paused} ${changes} ${player.clip.given}`,
      look
    )
    look()
    return stop
  })
