import { capturePicture, type Yoked } from './capture.ts'
import { wantsStillness } from './motion.ts'
import { type NowAndThenOptions, nowAndThen } from './now-and-then.ts'

/**
 * Lets the picture of a player stand still for a moment now and then, for the look of it: a copy of it lies over the picture,
 * which plays on, and so does the sound. Neither its states nor its reports know of it. Meanwhile the player has the attribute
 * `data-yoke-stutter`, for a busy sign of yours. Never where the viewer's system asks for less motion, or where the picture
 * may not be read.
 */
export const stutter = (player: Yoked & HTMLElement, options: NowAndThenOptions = {}): void => {
  const still = document.createElement('canvas')
  still.dataset.yokeStill = ''
  still.ariaHidden = 'true'
  const hold = (): (() => void) | undefined => {
    const surface = player.yoke.media?.surface
    if (!surface || wantsStillness()) return undefined
    still.width = surface.clientWidth
    if (!capturePicture(player, still).ok) return undefined
    const [outer, inner] = [player.getBoundingClientRect(), surface.getBoundingClientRect()]
    Object.assign(still.style, {
      position: 'absolute',
      pointerEvents: 'none',
      left: `${inner.left - outer.left}px`,
      top: `${inner.top - outer.top}px`,
      width: `${inner.width}px`,
      height: `${inner.height}px`
    })
    if (surface.parentElement === player) surface.after(still)
    else {
      still.slot = 'over'
      player.append(still)
    }
    player.dataset.yokeStutter = ''
    return () => {
      delete player.dataset.yokeStutter
      still.remove()
    }
  }
  nowAndThen(player, hold, options)
}
