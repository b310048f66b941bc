/** The scene of the quay without anything that drives it: what both pages of the benchmark draw. */
import {
  BackSide,
  Mesh,
  MeshBasicMaterial,
  PerspectiveCamera,
  Scene,
  SphereGeometry,
  SRGBColorSpace,
  VideoTexture,
  WebGLRenderer
} from 'three'
import { makeCaptions, makeScreen } from '../../examples/quay-in-the-round/shapes.js'

export const textureOf = video => {
  const texture = new VideoTexture(video)
  texture.colorSpace = SRGBColorSpace
  return texture
}

/** @param textures of the lamp room, the tide and the clock */
export const makeStage = ({ room, tide, clock }) => {
  const scene = new Scene()
  const camera = new PerspectiveCamera(54, 16 / 10, 0.1, 100)
  const renderer = new WebGLRenderer({ canvas: document.querySelector('canvas'), antialias: true })
  renderer.setSize(800, 500, false)
  const around = new Mesh(new SphereGeometry(40, 64, 32), new MeshBasicMaterial({ map: room, side: BackSide }))
  around.scale.x = -1
  around.rotation.y = -Math.PI / 2
  scene.add(around)
  const screens = [
    makeScreen(tide, { width: 2.9, height: 1.63 }),
    makeScreen(tide, { width: 1.25, height: 1.25, isRound: true, ratio: 16 / 9 }),
    makeScreen(clock, { width: 1.25, height: 1.25, isRound: true })
  ]
  screens.forEach((screen, at) => {
    const angle = (([0, -29, 29][at] ?? 0) * Math.PI) / 180
    screen.position.set(4.8 * Math.sin(angle), 0.15, -4.8 * Math.cos(angle))
    screen.lookAt(0, 0.15, 0)
    scene.add(screen)
  })
  const captions = makeCaptions(screens[0], 2.9, 1.63)
  return { screens, captions, render: () => renderer.render(scene, camera) }
}
