import 'yokewright/player'
import {
  BackSide,
  Box3,
  Mesh,
  MeshBasicMaterial,
  PerspectiveCamera,
  Raycaster,
  Scene,
  SphereGeometry,
  SRGBColorSpace,
  Vector2,
  Vector3,
  VideoTexture,
  WebGLRenderer
} from 'three'
import { coupleShapes, listenFrom, openPicture, paintCaptions, placeSound } from 'yokewright/scenes'
import { lookAbout } from './look.js'
import { makeCaptions, makeHorn, makeScreen, show } from './shapes.js'

const at = id => document.querySelector(`#${id}`)
const canvas = at('stage')
const tell = sentence => {
  at('told').textContent = sentence
  at('told').hidden = false
}

const scene = new Scene()
const camera = new PerspectiveCamera(62, 1, 0.1, 100)
let renderer
try {
  renderer = new WebGLRenderer({ canvas, antialias: true })
} catch {
  tell('This browser draws no scenes (it has no WebGL 2). The players beside this play all that hangs in it.')
}

let isDue = false
/** Drawn when something has changed, and not otherwise. */
const draw = () => {
  if (!isDue && renderer) requestAnimationFrame(paint)
  isDue = true
}

/** The picture of a player as a texture; it is made anew with each other source or size. */
const textureOf = player => {
  const picture = openPicture(player)
  const texture = new VideoTexture(player.querySelector('video'))
  texture.colorSpace = SRGBColorSpace
  picture.subscribe(() => {
    texture.dispose()
    if (picture.source) texture.image = picture.source
    if (picture.fault && player.yoke.states.started) tell(`${picture.fault.message} ${picture.fault.hint}`)
  })
  picture.follow(() => {
    texture.needsUpdate = true
    draw()
  })
  return texture
}

/** Hangs something up at a heading, in degrees to the right, and turns it to the viewer. */
const hang = (thing, heading, distance, height) => {
  const angle = (heading * Math.PI) / 180
  thing.position.set(distance * Math.sin(angle), height, -distance * Math.cos(angle))
  thing.lookAt(0, height, 0)
  scene.add(thing)
  return thing
}

// The lamp room, all round: its middle is ahead.
const room = new Mesh(
  new SphereGeometry(40, 64, 32),
  new MeshBasicMaterial({ map: textureOf(at('room')), side: BackSide })
)
room.scale.x = -1
room.rotation.y = -Math.PI / 2
scene.add(room)

// One clip on two screens, another on the third.
const tide = textureOf(at('tide'))
const wide = makeScreen(tide, {
  width: 2.9,
  height: 2.9 * (9 / 16),
  controls: [
    ['--skip_-10', ['back']],
    ['--play-pause', ['play', 'pause']],
    ['--skip_10', ['on']]
  ]
})
const captions = makeCaptions(wide, 2.9, 2.9 * (9 / 16))
hang(wide, 0, 4.8, 0.15)
const porthole = makeScreen(tide, { width: 1.25, height: 1.25, isRound: true, ratio: 16 / 9 })
hang(porthole, -29, 4.8, 0.15)
const dial = makeScreen(textureOf(at('clock')), { width: 1.25, height: 1.25, isRound: true })
hang(dial, 29, 4.8, 0.15)
const horn = hang(makeHorn(), 64, 3.8, -0.2)

const labels = {
  '--skip_-10': 'Back by ten seconds',
  '--skip_10': 'On by ten seconds'
}
const layer = at('controls')
/** What a name means to people: which film it is of. */
const named = what => ({ '--play-pause': isOn => `${isOn ? 'Pause' : 'Play'} ${what}` })
const coupled = [
  coupleShapes(porthole, at('tide'), { layer, labels: named('the film in the porthole') }),
  coupleShapes(wide, at('tide'), { layer, labels: { ...labels, ...named('the film') } }),
  coupleShapes(dial, at('clock'), { layer, labels: named('the clock') }),
  coupleShapes(horn, at('horn'), { layer, labels: named('the horn') })
]
const offers = new Map(coupled.flatMap(shapes => [...shapes.offers]))
for (const offer of offers.values()) offer.subscribe(draw)

/** The sound of the horn comes from where it stands; it is taken when it is first played. */
let sound
at('horn').yoke.subscribe(
  ({ states }) => states.playing,
  isPlaying => {
    if (!isPlaying || sound) return
    const placed = placeSound(at('horn'), { at: horn.position.toArray(), panner: { refDistance: 2 } })
    if (placed.ok) sound = placed.value
    else tell(`${placed.fault.message} ${placed.fault.hint}`)
    listen()
  }
)

const ahead = new Vector3()
const listen = () => {
  if (sound) listenFrom(sound.context, [0, 0, 0], camera.getWorldDirection(ahead).toArray())
}

const raycaster = new Raycaster()
/** What is hit at a spot of the canvas. */
const hitAt = ({ x, y }) => {
  raycaster.setFromCamera(new Vector2((x / canvas.clientWidth) * 2 - 1, 1 - (y / canvas.clientHeight) * 2), camera)
  return raycaster.intersectObjects(coupled.flatMap(({ offers: all }) => [...all.keys()]))[0]?.object
}
const offerAt = spot => {
  const hit = hitAt(spot)
  return hit && coupled.map(shapes => shapes.offerAt(hit)).find(Boolean)
}

let over
const view = lookAbout(at('view'), {
  turned: draw,
  pressed: spot => offerAt(spot)?.press()
})
at('view').addEventListener('pointermove', event => {
  const now = event.buttons === 0 ? offerAt({ x: event.offsetX, y: event.offsetY }) : undefined
  if (now === over) return
  over = now
  at('view').classList.toggle('over', over !== undefined)
  draw()
})

const corner = new Vector3()
/** Where a shape is drawn, in CSS pixels of the canvas; nowhere while it is behind the viewer. */
const placeOf = mesh => {
  const { min, max } = new Box3().setFromObject(mesh)
  const xs = []
  const ys = []
  for (const x of [min.x, max.x])
    for (const y of [min.y, max.y])
      for (const z of [min.z, max.z]) {
        corner.set(x, y, z).project(camera)
        if (corner.z > 1) return undefined
        xs.push(((corner.x + 1) / 2) * canvas.clientWidth)
        ys.push(((1 - corner.y) / 2) * canvas.clientHeight)
      }
  const [left, top] = [Math.min(...xs), Math.min(...ys)]
  return { x: left, y: top, width: Math.max(...xs) - left, height: Math.max(...ys) - top }
}

let painted = ''
/** Captions are uploaded anew when they say something else. */
const paintWords = () => {
  const { yoke } = at('tide')
  const said = yoke.snapshot.captionText
  if (said === painted) return
  painted = said
  const { pen, texture } = captions
  pen.clearRect(0, 0, pen.canvas.width, pen.canvas.height)
  paintCaptions(pen, at('tide'), { size: 1.15, colorOf: ({ voice }) => (voice === '' ? undefined : '#ffd87a') })
  texture.needsUpdate = true
}

const paint = () => {
  isDue = false
  const { heading, pitch, fieldOfView } = view()
  camera.fov = fieldOfView
  camera.aspect = canvas.clientWidth / canvas.clientHeight
  camera.updateProjectionMatrix()
  camera.rotation.set((pitch * Math.PI) / 180, (-heading * Math.PI) / 180, 0, 'YXZ')
  camera.updateMatrixWorld()
  // Before anything asks where it is drawn.
  scene.updateMatrixWorld()
  for (const [mesh, offer] of offers) {
    show(mesh, offer, offer === over)
    offer.place(placeOf(mesh))
  }
  paintWords()
  listen()
  renderer.render(scene, camera)
  at('heading').value = String(Math.round(heading) % 360).padStart(3, '0')
}

at('tide').yoke.subscribe(({ snapshot }) => snapshot.captionText, draw)
new ResizeObserver(() => {
  if (!renderer) return
  renderer.setPixelRatio(Math.min(devicePixelRatio, 2))
  renderer.setSize(canvas.clientWidth, canvas.clientHeight, false)
  draw()
}).observe(canvas)
