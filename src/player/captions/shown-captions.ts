import { announceDescriptions } from '../../wiring/captions/announce.ts'
import { couple } from '../../wiring/captions/caption-area.ts'
import { create } from '../look/create.ts'
import type { PlayerFeature, PlayerView } from '../player-view.ts'

/** The place for captions over the picture; none, where the author has one of their own. */
const placeIn = ({ element, yoke }: PlayerView, shadow: ShadowRoot | null): HTMLElement | undefined => {
  const surface = yoke.media?.surface
  if (yoke.media?.kind !== 'picture' || !surface || element.querySelector('[data-yoke-captions]')) return undefined
  const area = create('div', { class: 'yoke-captions', part: 'captions' })
  const behind = shadow?.querySelector('.stage') ?? surface
  behind.after(area)
  return area
}

/**
 * The captions over a player's picture: drawn over the bar's ground in the shadow root, where there is one, else right
 * behind the media.
 */
export const begin: PlayerFeature = (player, signal) => {
  const { element, yoke } = player
  let hide: (() => void) | undefined
  const show = (): void => {
    hide?.()
    hide = undefined
    if (!yoke.media || !yoke.captions) return
    const shadow = yoke.settings.controls ? player.openShadow() : null
    const silence = announceDescriptions(shadow ?? element, yoke)
    const area = placeIn(player, shadow)
    const coupling = area && couple(area, yoke, yoke.media.surface)
    hide = () => {
      silence()
      coupling?.release()
      area?.remove()
    }
  }
  const stops = [
    yoke.subscribe(({ media }) => media, show),
    yoke.subscribe(({ captions }) => captions, show),
    yoke.subscribe(({ settings: { controls } }) => controls, show)
  ]
  show()
  signal.addEventListener('abort', () => {
    for (const stop of stops) stop()
    hide?.()
  })
}
