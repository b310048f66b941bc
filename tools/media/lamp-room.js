/** The lamp room of the station's light at night, all round: an equirectangular picture, drawn as such. */
import { brass, foam, glow, ink, lamp, moon, text } from './scenes.js'

const GLASS_TOP = 46
const SILL = -36

/** Numbers from 0 to 1 that are the same each time. */
const randomFrom = seed => {
  let state = seed
  return () => {
    state = (state * 1664525 + 1013904223) % 4294967296
    return state / 4294967296
  }
}

/** Draws around a place of the sphere in degrees there, whatever its height: what is near the poles is spread out. */
const placeOn = (g, { width, height }) => ({
  x: heading => width * (0.5 + heading / 360),
  y: pitch => height * (0.5 - pitch / 180),
  at(heading, pitch, draw) {
    const wide = 1 / Math.cos((pitch * Math.PI) / 180)
    // What reaches over an edge comes in at the other.
    for (const turn of [-360, 0, 360]) {
      g.save()
      g.translate(this.x(heading + turn), this.y(pitch))
      g.scale((wide * width) / 360, height / 180)
      draw()
      g.restore()
    }
  },
  /** A band from one heading to another, and one pitch to another. */
  band(from, to, low, high, colour) {
    g.fillStyle = colour
    for (const turn of [-360, 0, 360])
      g.fillRect(this.x(from + turn), this.y(high), this.x(to) - this.x(from), this.y(low) - this.y(high))
  }
})

const night = (g, on, t, clip) => {
  const { width, height } = clip
  const sky = g.createLinearGradient(0, 0, 0, on.y(0))
  sky.addColorStop(0, '#03070f')
  sky.addColorStop(0.7, '#0b2233')
  sky.addColorStop(1, '#27566a')
  g.fillStyle = sky
  g.fillRect(0, 0, width, on.y(0))
  const water = g.createLinearGradient(0, on.y(0), 0, on.y(-60))
  water.addColorStop(0, '#1b4a5e')
  water.addColorStop(0.25, '#0d2b3d')
  water.addColorStop(1, '#050d16')
  g.fillStyle = water
  g.fillRect(0, on.y(0), width, height)
  const random = randomFrom(7)
  for (let star = 0; star < 300; star += 1) {
    const [heading, pitch, size] = [random() * 360 - 180, 3 + 68 * random() ** 1.3, 0.1 + 0.22 * random() ** 3]
    const bright = star % 6 === 0 ? 0.35 + 0.65 * glow(t, clip.seconds / 3, random()) : 0.75
    g.globalAlpha = bright
    on.at(heading, pitch, () => {
      g.fillStyle = star % 11 === 0 ? '#ffd9a0' : foam
      g.beginPath()
      g.arc(0, 0, size, 0, 2 * Math.PI)
      g.fill()
    })
    g.globalAlpha = 1
  }
  on.at(64, 24, () => moon(g, 0, 0, 3.4))
  // Its light lies on the water.
  for (let row = 0; row < 12; row += 1) {
    const half = 1.2 + row * 0.34 + 0.5 * Math.sin(row * 2.3 + (2 * Math.PI * t * 3) / clip.seconds)
    on.band(64 - half, 64 + half, -1.6 - row * 1.9, -1 - row * 1.9, 'rgb(233 243 238 / 0.32)')
  }
}

const shore = (g, on, t, { seconds }) => {
  const random = randomFrom(23)
  g.fillStyle = '#0a1a26'
  for (let heading = 118; heading < 242; heading += 4) {
    const hill = 2 + 4.5 * Math.sin(((heading - 118) / 124) * Math.PI) * (0.75 + 0.25 * Math.sin(heading / 7))
    on.band(heading, heading + 4.2, -1.2, hill, '#0a1a26')
  }
  for (let house = 0; house < 26; house += 1) {
    const heading = 124 + random() * 110
    const bright = glow(t, seconds, random())
    on.band(
      heading,
      heading + 0.7,
      0.2 + random() * 2.4,
      0.9 + random() * 2.6,
      `rgb(255 214 138 / ${0.2 + 0.8 * bright})`
    )
  }
  // The lights of the pier heads: red to port and green to starboard of who comes in.
  for (const [heading, colour] of [
    [-25, '#ff2d20'],
    [25, '#21e06a']
  ]) {
    on.band(heading - 0.4, heading + 0.4, -3, 0, '#0a1a26')
    on.at(heading, 1, () => {
      g.fillStyle = colour
      g.beginPath()
      g.arc(0, 0, 1.1, 0, 2 * Math.PI)
      g.fill()
    })
    for (let row = 0; row < 5; row += 1)
      on.band(heading - 0.7, heading + 0.7, -4.6 - row * 1.7, -4.1 - row * 1.7, `${colour}55`)
  }
}

/** The two beams of the light go round once in a clip, so that its last frame leads into its first. */
const beams = (g, on, t, { seconds }) => {
  const heading = (360 * t) / seconds
  const half = on.x(15) - on.x(0)
  for (const middle of [heading, heading - 180])
    for (const turn of [-360, 0, 360])
      for (let pitch = -14; pitch < 22; pitch += 2) {
        // It fades to all sides.
        const bright = 0.3 * Math.cos(((pitch - 3) / 38) * Math.PI) ** 2
        const at = on.x(middle + turn)
        const beam = g.createLinearGradient(at - half, 0, at + half, 0)
        beam.addColorStop(0, 'rgb(255 236 190 / 0)')
        beam.addColorStop(0.5, `rgb(255 236 190 / ${bright})`)
        beam.addColorStop(1, 'rgb(255 236 190 / 0)')
        g.fillStyle = beam
        g.fillRect(at - half, on.y(pitch + 2), 2 * half, on.y(pitch) - on.y(pitch + 2))
      }
}

const room = (g, on, t, clip) => {
  const { width, height, seconds } = clip
  // Roof and floor, with ribs and boards that meet above and below.
  g.fillStyle = '#1b1410'
  g.fillRect(0, 0, width, on.y(GLASS_TOP))
  g.fillStyle = '#14202a'
  g.fillRect(0, on.y(SILL), width, height)
  for (let heading = -180; heading < 180; heading += 15) {
    on.band(heading - 0.8, heading + 0.8, GLASS_TOP, 90, heading % 30 ? '#2a1e16' : '#4a3420')
    on.band(heading - 0.4, heading + 0.4, -90, -52, '#0c151d')
  }
  for (const pitch of [-60, -70, -80]) on.band(-180, 180, pitch - 0.5, pitch, '#0c151d')
  for (const pitch of [60, 75]) on.band(-180, 180, pitch, pitch + 1, '#4a3420')
  // The bars of the glass, and the rail around it.
  for (let heading = -165; heading <= 180; heading += 30) on.band(heading - 0.9, heading + 0.9, SILL, GLASS_TOP, ink)
  on.band(-180, 180, GLASS_TOP, GLASS_TOP + 2, '#6d5224')
  on.band(-180, 180, SILL - 12, SILL, '#8a6a2c')
  on.band(-180, 180, SILL - 1, SILL, brass)
  on.band(-180, 180, SILL - 12.6, SILL - 12, '#4d3a17')
  for (let heading = -180; heading < 180; heading += 10)
    on.band(heading - 0.2, heading + 0.2, SILL - (heading % 30 ? 3 : 4.5), SILL - 1, '#2a1e0c')
  const names = { 0: 'N', 90: 'E', 180: 'S', [-90]: 'W' }
  for (let heading = -180; heading < 180; heading += 30)
    on.at(heading, SILL - 9, () => {
      const name = names[heading] ?? (heading === -180 ? 'S' : undefined)
      text(g, name ?? String((heading + 360) % 360).padStart(3, '0'), 0, 1, name ? 5.6 : 4.4, '#241a0a', 'center', 700)
    })
  // Four lamps hang around, and are turned up and down.
  for (const [index, heading] of [-135, -45, 45, 135].entries()) {
    on.band(heading - 0.25, heading + 0.25, 33, GLASS_TOP + 2, '#6d5224')
    on.at(heading, 29, () => {
      g.fillStyle = brass
      g.fillRect(-1.8, -4.6, 3.6, 1.4)
      g.fillRect(-2.2, 3, 4.4, 1.4)
      g.fillStyle = '#ffe0a3'
      g.fillRect(-1.3, -3.2, 2.6, 6.2)
    })
    on.at(heading, 29, () => lamp(g, 0, 0, 15, 0.45 + 0.55 * glow(t, seconds, index / 4)))
  }
}

export const lampRoom = (g, t, clip) => {
  const on = placeOn(g, clip)
  night(g, on, t, clip)
  shore(g, on, t, clip)
  beams(g, on, t, clip)
  room(g, on, t, clip)
}
