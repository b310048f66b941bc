/** As somebody writes it without the library: textures of three, one loop, one listener for the icons. */
import { makeStage, textureOf } from './stage.js'

const video = id => document.querySelector(`#${id} video`)
const stage = makeStage({
  room: textureOf(video('room')),
  tide: textureOf(video('tide')),
  clock: textureOf(video('clock'))
})
const icons = () => {
  stage.screens.forEach((screen, at) => {
    const { paused } = video(at === 2 ? 'clock' : 'tide')
    for (const child of screen.children[2].children[0].children) child.visible = (child.name === 'play') === paused
  })
}
for (const id of ['tide', 'clock']) for (const type of ['play', 'pause']) video(id).addEventListener(type, icons)
icons()
globalThis.painted = 0
const paint = () => {
  requestAnimationFrame(paint)
  stage.render()
  globalThis.painted += 1
}
paint()
for (const id of ['room', 'tide', 'clock']) video(id).play()
