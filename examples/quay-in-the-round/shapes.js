/** What hangs in the scene: screens with their controls in them, and a horn. All of it moves with what it is nested in. */
import {
  BoxGeometry,
  CanvasTexture,
  CircleGeometry,
  ConeGeometry,
  Group,
  Mesh,
  MeshBasicMaterial,
  PlaneGeometry,
  Shape,
  ShapeGeometry,
  SRGBColorSpace
} from 'three'

const BRASS = '#d9a441'
const INK = '#10283a'
const plain = color => new MeshBasicMaterial({ color })

/** Triangles and bars of the icons, in a square from -1 to 1. */
const ICONS = {
  play: [
    [
      [-0.5, -0.75],
      [0.8, 0],
      [-0.5, 0.75]
    ]
  ],
  pause: [
    [
      [-0.6, -0.7],
      [-0.15, -0.7],
      [-0.15, 0.7],
      [-0.6, 0.7]
    ],
    [
      [0.15, -0.7],
      [0.6, -0.7],
      [0.6, 0.7],
      [0.15, 0.7]
    ]
  ],
  back: [
    [
      [0.8, -0.6],
      [0, 0],
      [0.8, 0.6]
    ],
    [
      [0, -0.6],
      [-0.8, 0],
      [0, 0.6]
    ]
  ],
  on: [
    [
      [-0.8, -0.6],
      [0, 0],
      [-0.8, 0.6]
    ],
    [
      [0, -0.6],
      [0.8, 0],
      [0, 0.6]
    ]
  ]
}

const polygon = points => {
  const shape = new Shape()
  points.forEach(([x, y], at) => {
    if (at === 0) shape.moveTo(x, y)
    else shape.lineTo(x, y)
  })
  return shape
}

const icon = name => {
  const mesh = new Mesh(new ShapeGeometry(ICONS[name].map(polygon)), plain(INK))
  mesh.name = name
  mesh.scale.setScalar(0.55)
  mesh.position.z = 0.01
  return mesh
}

/** A round shape that stands for a command: its name says for which. */
const button = (name, icons, x, size) => {
  const mesh = new Mesh(new CircleGeometry(1, 40), plain(BRASS))
  mesh.name = name
  mesh.scale.setScalar(size)
  mesh.position.set(x, 0, 0)
  for (const each of icons) mesh.add(icon(each))
  return mesh
}

/** Brings a shape to what its offer says: its colour, and the icon of what a press would do. */
export const show = (mesh, offer, isOver) => {
  const { availability, isOn, isFocused } = offer
  mesh.visible = availability !== 'never'
  mesh.material.color.set(availability === 'later' ? '#6d7d80' : isOver || isFocused ? '#ffd27a' : BRASS)
  for (const child of mesh.children) {
    if (child.name === 'play') child.visible = !isOn
    if (child.name === 'pause') child.visible = isOn === true
  }
}

/** The ground under a picture: a frame, and a rail that carries the controls. */
const frame = (width, height, isRound) => {
  const geometry = isRound
    ? new CircleGeometry(width / 2 + 0.08, 64)
    : new BoxGeometry(width + 0.14, height + 0.14, 0.04)
  const mesh = new Mesh(geometry, plain('#0b1d2c'))
  mesh.position.z = -0.03
  const edge = new Mesh(
    isRound ? new CircleGeometry(width / 2 + 0.11, 64) : new PlaneGeometry(width + 0.19, height + 0.19),
    plain('#8a6a2c')
  )
  edge.position.z = -0.06
  const group = new Group()
  group.add(mesh, edge)
  return group
}

/**
 * A screen with the picture of a player on it.
 * @param texture of the picture; several screens may have the same one.
 * @param options.ratio of the picture, where it is to fill a round screen: its sides are cut off
 * @param options.controls names of shapes, with their icons
 */
export const makeScreen = (
  texture,
  { width, height, isRound = false, ratio = 1, controls = [['--play-pause', ['play', 'pause']]] }
) => {
  const screen = new Group()
  const geometry = isRound ? new CircleGeometry(width / 2, 64) : new PlaneGeometry(width, height)
  if (isRound) {
    const { uv } = geometry.attributes
    for (let at = 0; at < uv.count; at += 1) uv.setX(at, 0.5 + (uv.getX(at) - 0.5) / ratio)
  }
  const picture = new Mesh(geometry, new MeshBasicMaterial({ map: texture }))
  picture.name = 'picture'
  const rail = new Group()
  rail.position.y = -height / 2 - 0.3
  controls.forEach(([name, icons], at) => {
    const isMain = name === '--play-pause'
    rail.add(button(name, icons, (at - (controls.length - 1) / 2) * 0.5, isMain ? 0.19 : 0.14))
  })
  screen.add(frame(width, height, isRound), picture, rail)
  return screen
}

/** A plane over a screen that captions are painted on, as fine as a screen is. */
export const makeCaptions = (screen, width, height) => {
  const canvas = document.createElement('canvas')
  canvas.width = 1024
  canvas.height = Math.round((1024 * height) / width)
  const texture = new CanvasTexture(canvas)
  texture.colorSpace = SRGBColorSpace
  const mesh = new Mesh(new PlaneGeometry(width, height), new MeshBasicMaterial({ map: texture, transparent: true }))
  mesh.name = 'captions'
  mesh.position.z = 0.01
  screen.add(mesh)
  return { pen: canvas.getContext('2d'), texture }
}

/** A fog horn on a stand, with a control in its mouth. */
export const makeHorn = () => {
  const horn = new Group()
  const cone = new Mesh(new ConeGeometry(0.55, 1.1, 40, 1, true), new MeshBasicMaterial({ color: '#a67c2e', side: 2 }))
  cone.rotation.x = -Math.PI / 2
  cone.position.z = -0.5
  const mouth = new Mesh(new CircleGeometry(0.5, 40), plain('#2b2010'))
  const stand = new Mesh(new BoxGeometry(0.14, 1.6, 0.14), plain('#3a2c14'))
  stand.position.set(0, -1, -0.55)
  const control = button('--play-pause', ['play', 'pause'], 0, 0.19)
  control.position.z = 0.02
  horn.add(stand, cone, mouth, control)
  return horn
}
