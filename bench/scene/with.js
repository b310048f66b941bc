/** The same with the library: pictures, shapes that are controls, captions, a clock. */
import 'yokewright/player'
import { clockOf, coupleShapes, openPicture, paintCaptions } from 'yokewright/scenes'
import { show } from '../../examples/quay-in-the-round/shapes.js'
import { makeStage, textureOf } from './stage.js'

const player = id => document.querySelector(`#${id}`)
const pictureOf = id => {
  const texture = textureOf(player(id).querySelector('video'))
  openPicture(player(id)).follow(() => {
    texture.needsUpdate = true
  })
  return texture
}
const stage = makeStage({ room: pictureOf('room'), tide: pictureOf('tide'), clock: pictureOf('clock') })
const coupled = stage.screens.map((screen, at) => coupleShapes(screen, player(at === 2 ? 'clock' : 'tide')))
const clock = clockOf(player('tide'))
globalThis.painted = 0
let said = ''
const paint = at => {
  requestAnimationFrame(paint)
  globalThis.time = clock(at)
  for (const { offers } of coupled) for (const [mesh, offer] of offers) show(mesh, offer, false)
  const { captionText } = player('tide').yoke.snapshot
  if (captionText !== said) {
    said = captionText
    const { pen, texture } = stage.captions
    pen.clearRect(0, 0, pen.canvas.width, pen.canvas.height)
    paintCaptions(pen, player('tide'))
    texture.needsUpdate = true
  }
  stage.render()
  globalThis.painted += 1
}
requestAnimationFrame(paint)
for (const id of ['room', 'tide', 'clock']) player(id).yoke.run('play')
