/** Looking about in a scene: by dragging, keys and a finger. What a hand has taken hold of stays under it. */
import { AHEAD, dragView, turnView } from 'yokewright/core'

const STEP = 5
const SLOP = 4
const KEYS = { ArrowLeft: [-STEP, 0], ArrowRight: [STEP, 0], ArrowUp: [0, STEP], ArrowDown: [0, -STEP] }

/**
 * @param area what is dragged over, and takes the keys
 * @param on.turned called with each other view
 * @param on.pressed called with a press that was no drag, in CSS pixels of it
 */
export const lookAbout = (area, { turned, pressed }) => {
  let view = { ...AHEAD, fieldOfView: 54 }
  let held
  area.tabIndex = 0
  const look = next => {
    view = next
    turned(view)
  }
  const spotOf = ({ offsetX: x, offsetY: y }) => ({ x, y })
  area.addEventListener('pointerdown', event => {
    if (event.button !== 0) return
    held = { pointer: event.pointerId, from: spotOf(event), view, isDrag: false }
    area.setPointerCapture(event.pointerId)
  })
  area.addEventListener('pointermove', event => {
    if (held?.pointer !== event.pointerId) return
    const to = spotOf(event)
    held.isDrag ||= Math.hypot(to.x - held.from.x, to.y - held.from.y) > SLOP
    const pane = { width: area.clientWidth, height: area.clientHeight }
    if (held.isDrag) look(dragView(held.view, held.from, to, pane))
  })
  area.addEventListener('lostpointercapture', () => {
    held = undefined
  })
  // While the press is handled: sound may begin.
  area.addEventListener('pointerup', event => {
    if (held && !held.isDrag) pressed(spotOf(event))
  })
  area.addEventListener('keydown', event => {
    const turn = KEYS[event.key]
    if (turn) look(turnView(view, ...turn))
    else if (event.key === 'Home') look({ ...AHEAD, fieldOfView: view.fieldOfView })
    else return
    event.preventDefault()
  })
  return () => view
}
