import { registerWaiting, wake } from './registry.ts'
import { followRemoteControls } from './remote-controls.ts'
import { whenNear } from './when-near.ts'

/**
 * Puts the inside of a scope off until it is wanted: when it comes near the viewport, is touched, or plays. A hundred
 * players on a page cost no more than the few that are seen. @returns its end.
 */
export const whenWanted = (root: Element, wanted: () => void): (() => void) => {
  const wakeUp = (): void => wake(root)
  const end = (): void => {
    putOff()
    near()
    outside()
    root.removeEventListener('play', wakeUp, true)
  }
  const putOff = registerWaiting(root, () => {
    wanted()
    end()
  })
  const near = whenNear(root, wakeUp)
  const outside = followRemoteControls(root)
  // Media events do not bubble.
  root.addEventListener('play', wakeUp, true)
  return end
}
