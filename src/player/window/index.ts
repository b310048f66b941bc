import { onceFor } from '../../core/once-for.ts'
import type { PlayerFeature, PlayerView } from '../player-view.ts'
import { OwnWindow, windowMaker } from './own-window.ts'

/** A player that goes to its window begins anew there: it is the same window. */
const windowOf = onceFor((player: PlayerView) => {
  const maker = windowMaker()
  return maker && new OwnWindow(player, maker)
})

/** Lets a picture-in-picture window hold the whole player, where the browser has such windows. */
export const begin: PlayerFeature = (player, signal) => {
  const { yoke } = player
  const own = windowOf(player)
  if (!own) return
  const settle = (wanted: string | undefined): void => {
    yoke.ownWindow = wanted === 'player' ? own : undefined
    yoke.refresh()
  }
  settle(yoke.settings.pictureInPicture)
  const stop = yoke.subscribe(({ settings }) => settings.pictureInPicture, settle)
  signal.addEventListener('abort', () => {
    stop()
    // On its way to the window or back it stands in a document again by then.
    queueMicrotask(() => own.endUnlessInside())
  })
}
