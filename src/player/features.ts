import type { Fault } from '../core/fault.ts'
import { definePart, type Part, use } from '../loading/part.ts'
import { isDocumentAddress } from './media/made-media.ts'
import type { PlayerFeature, PlayerView } from './player-view.ts'

/** Something that a player can do, loaded only when it is wanted. */
interface FeatureRow {
  readonly part: Part<{ readonly begin: PlayerFeature }>
  readonly isWanted: (player: PlayerView) => boolean
}

const FEATURES: readonly FeatureRow[] = [
  {
    part: definePart(() => import('./bar/index.ts')),
    isWanted: ({ isNear, yoke: { settings } }) => isNear && settings.controls && !settings.backdrop
  },
  {
    part: definePart(() => import('./bar/backdrop.ts')),
    isWanted: ({ isNear, yoke: { settings } }) => isNear && settings.backdrop
  },
  {
    part: definePart(() => import('./bar/on-track.ts')),
    isWanted: ({ isDrawn, yoke: { moments, textTracks } }) =>
      isDrawn && (moments !== undefined || [...textTracks].some(({ kind }) => kind === 'metadata'))
  },
  {
    part: definePart(() => import('./bar/resume-offer.ts')),
    isWanted: ({ isDrawn, yoke: { settings } }) => isDrawn && settings.resume.position === 'offered'
  },
  {
    part: definePart(() => import('./dock/index.ts')),
    isWanted: ({ yoke: { settings } }) => settings.dock.when === 'scrolled-away'
  },
  {
    part: definePart(() => import('./window/index.ts')),
    isWanted: ({ yoke: { settings } }) => settings.pictureInPicture === 'player'
  },
  {
    part: definePart(() => import('./captions/shown-captions.ts')),
    isWanted: ({ yoke }) => yoke.captions !== undefined
  },
  {
    part: definePart(() => import('./poster/poster.ts')),
    isWanted: ({ isNear, yoke: { settings } }) =>
      isNear && (settings.posterAt !== undefined || settings.posterSrcset !== undefined)
  },
  {
    part: definePart(() => import('./clip/player-clip.ts')),
    isWanted: ({ clip, yoke: { settings } }) => clip.given > 0 || isDocumentAddress(settings.src)
  },
  {
    part: definePart(() => import('./media/last-resort.ts')),
    isWanted: ({ yoke: { snapshot, settings } }) => snapshot.error !== undefined && !settings.backdrop
  },
  {
    // Media keys serve what has played; until then their code is not needed.
    part: definePart(() => import('./media/media-keys.ts')),
    isWanted: ({ yoke: { snapshot, settings } }) => snapshot.started && !settings.backdrop
  },
  { part: definePart(() => import('./media/file-drop.ts')), isWanted: ({ yoke }) => yoke.settings.dropFiles },
  { part: definePart(() => import('./look/outline.ts')), isWanted: ({ yoke }) => yoke.settings.debug }
]

/**
 * Begins each feature of a player once it is wanted. One that could not be had is asked for again when it is wanted anew,
 * and with each press of play.
 */
export const beginFeatures = (player: PlayerView, signal: AbortSignal): readonly (() => void)[] =>
  FEATURES.map(({ part, isWanted }) => {
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
