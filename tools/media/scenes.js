/**
 * The drawn world of Tern Quay Tide Station: one function a clip, `draw(g, t, clip)`,
 * that paints the frame at `t` seconds on a canvas. Runs in a browser page.
 */
const ink = '#0b1d2c'
const deep = '#123850'
const sea = '#1d6a80'
const foam = '#e9f3ee'
const brass = '#d9a441'
const stone = '#5d6b70'
const mist = '#9fb8bd'
const face = '"DejaVu Sans", "Liberation Sans", sans-serif'

const text = (g, words, x, y, size, colour = foam, align = 'left', weight = 400) => {
  g.font = `${weight} ${size}px ${face}`
  g.fillStyle = colour
  g.textAlign = align
  g.textBaseline = 'alphabetic'
  g.fillText(words, x, y)
}

const backdrop = (g, width, height, top, bottom) => {
  const wash = g.createLinearGradient(0, 0, 0, height)
  wash.addColorStop(0, top)
  wash.addColorStop(1, bottom)
  g.fillStyle = wash
  g.fillRect(0, 0, width, height)
}

/** Height of the tide, 0 (low) to 1 (high); `share` is how far the clip has run. */
const tide = share => 0.5 - 0.5 * Math.cos(share * 2 * Math.PI)

const water = (g, x, width, level, bottom, t) => {
  g.beginPath()
  g.moveTo(x, bottom)
  for (let at = x; at <= x + width; at += 12) g.lineTo(at, level + 4 * Math.sin(at / 46 + t * 1.6))
  g.lineTo(x + width, level + 4 * Math.sin((x + width) / 46 + t * 1.6))
  g.lineTo(x + width, bottom)
  g.closePath()
  const depth = g.createLinearGradient(0, level, 0, bottom)
  depth.addColorStop(0, sea)
  depth.addColorStop(1, deep)
  g.fillStyle = depth
  g.fill()
  g.fillStyle = foam
  g.fillRect(x, level - 1, 0, 0)
}

const boat = (g, x, y, tilt, hull) => {
  g.save()
  g.translate(x, y)
  g.rotate(tilt)
  g.fillStyle = hull
  g.beginPath()
  g.moveTo(-80, -18)
  g.lineTo(86, -18)
  g.quadraticCurveTo(70, 22, 40, 22)
  g.lineTo(-56, 22)
  g.closePath()
  g.fill()
  g.fillStyle = foam
  g.fillRect(-40, -46, 52, 28)
  g.fillStyle = ink
  g.fillRect(-32, -40, 14, 12)
  g.fillRect(-10, -40, 14, 12)
  g.strokeStyle = foam
  g.lineWidth = 4
  g.beginPath()
  g.moveTo(30, -18)
  g.lineTo(30, -120)
  g.stroke()
  g.fillStyle = brass
  g.beginPath()
  g.moveTo(33, -118)
  g.lineTo(66, -106)
  g.lineTo(33, -94)
  g.fill()
  g.restore()
}

/** A full moon, as at every spring tide. */
const moon = (g, x, y, radius) => {
  const disc = (dx, dy, size, colour) => {
    g.fillStyle = colour
    g.beginPath()
    g.arc(x + dx * radius, y + dy * radius, size * radius, 0, 2 * Math.PI)
    g.fill()
  }
  disc(0, 0, 1, foam)
  disc(-0.35, -0.25, 0.22, '#cfdcd8')
  disc(0.3, 0.1, 0.16, '#cfdcd8')
  disc(-0.1, 0.5, 0.13, '#cfdcd8')
}

const board = (g, x, top, bottom, width, marks) => {
  g.fillStyle = foam
  g.fillRect(x, top, width, bottom - top)
  const step = (bottom - top) / marks
  for (let mark = 0; mark < marks; mark += 1) {
    const y = bottom - mark * step
    g.fillStyle = ink
    for (let tenth = 0; tenth < 10; tenth += 2) {
      const length = tenth === 0 ? width * 0.55 : width * 0.32
      g.fillRect(x, y - (tenth + 1) * (step / 10), length, step / 10)
    }
    text(g, String(mark), x + width - width * 0.1, y - step * 0.12, step * 0.62, ink, 'right', 700)
  }
}

export const springTide = (g, t, { width, height, seconds }) => {
  const share = t / seconds
  const metres = 0.4 + 5.2 * tide(share)
  const level = 616 - 50 * metres
  backdrop(g, width, height, '#081521', '#1b4256')
  moon(g, 1090, 130, 54)
  // The tide curve, drawn as far as the clip has run.
  g.strokeStyle = 'rgb(233 243 238 / 0.25)'
  g.lineWidth = 3
  const curve = until => {
    g.beginPath()
    for (let at = 0; at <= until; at += 0.004) g.lineTo(330 + at * 600, 190 - 96 * tide(at))
    g.stroke()
  }
  curve(1)
  g.strokeStyle = brass
  g.lineWidth = 5
  curve(share)
  g.fillStyle = brass
  g.beginPath()
  g.arc(330 + share * 600, 190 - 96 * tide(share), 10, 0, 2 * Math.PI)
  g.fill()
  text(g, '00', 330, 226, 20, mist, 'center')
  text(g, '06', 630, 226, 20, mist, 'center')
  text(g, '12 h', 930, 226, 20, mist, 'center')
  boat(g, 760, level - 8 + 3 * Math.sin(t * 1.3), 0.03 * Math.sin(t * 1.1), '#8c3b2e')
  water(g, 250, width - 250, level, height, t)
  // The quay wall in section.
  g.fillStyle = stone
  g.fillRect(0, 300, 250, height - 300)
  g.strokeStyle = 'rgb(11 29 44 / 0.55)'
  g.lineWidth = 3
  for (let row = 0; row < 8; row += 1) {
    g.strokeRect(-30 + (row % 2) * 42, 300 + row * 54, 140, 54)
    g.strokeRect(110 + (row % 2) * 42, 300 + row * 54, 140 - (row % 2) * 42, 54)
  }
  g.fillStyle = ink
  g.fillRect(120, 236, 8, 64)
  g.fillStyle = brass
  g.beginPath()
  g.arc(124, 228, 15, 0, 2 * Math.PI)
  g.fill()
  board(g, 262, 316, 616, 66, 6)
  text(g, 'Spring tide at the quay', 40, 74, 38, foam, 'left', 700)
  text(g, 'Tern Quay Tide Station', 40, 112, 22, mist)
  text(g, `${metres.toFixed(2)} m`, width - 40, height - 70, 52, foam, 'right', 700)
}

export const tideBoard = (g, t, { width, height, seconds }) => {
  const share = t / seconds
  const metres = 1.2 + 1.6 * tide(share)
  backdrop(g, width, height, '#3c4a50', '#26343b')
  const top = 40
  const bottom = 840
  board(g, 500, top, bottom, 240, 5)
  const step = (bottom - top) / 5
  const level = bottom - metres * step
  g.globalAlpha = 0.82
  water(g, 0, width, level, height, t)
  g.globalAlpha = 1
  g.fillStyle = brass
  g.beginPath()
  g.moveTo(752, level)
  g.lineTo(784, level - 16)
  g.lineTo(784, level + 16)
  g.fill()
  text(g, `${metres.toFixed(1)} m`, 800, level + 18, 54, foam, 'left', 700)
  text(g, 'Reading the tide board', 40, 74, 34, foam, 'left', 700)
  text(g, 'Each block is a tenth of a metre.', 800, 110, 24, mist)
  text(g, 'Read at the foot of the wave.', 800, 146, 24, mist)
}

export const lockGate = (g, t, { width, height, seconds }) => {
  const share = t / seconds
  backdrop(g, width, height, '#0f2a3b', '#0b1d2c')
  const open = Math.min(1, Math.max(0, (share - 0.4) / 0.5))
  const lower = 760 - 220 * Math.min(1, share / 0.4)
  water(g, 0, width / 2, 540, height, t)
  water(g, width / 2, width / 2, lower, height, t + 2)
  g.fillStyle = stone
  g.fillRect(0, 400, 60, height)
  g.fillRect(width - 60, 400, 60, height)
  const leaf = 150 * (1 - open) + 22
  g.fillStyle = '#7a5a32'
  g.fillRect(width / 2 - leaf / 2, 380, leaf, 500)
  g.fillStyle = brass
  for (let rail = 0; rail < 5; rail += 1) g.fillRect(width / 2 - leaf / 2, 420 + rail * 96, leaf, 10)
  text(g, 'The lock gate', 40, 90, 42, foam, 'left', 700)
  text(g, open === 0 ? 'Levelling' : open < 1 ? 'Opening' : 'Open', 40, 140, 28, brass)
}

export const tideClock = (g, t, { width, height, seconds }) => {
  backdrop(g, width, height, '#12303f', '#0b1d2c')
  const x = width / 2
  const y = height / 2 - 10
  g.fillStyle = brass
  g.beginPath()
  g.arc(x, y, 226, 0, 2 * Math.PI)
  g.fill()
  g.fillStyle = foam
  g.beginPath()
  g.arc(x, y, 210, 0, 2 * Math.PI)
  g.fill()
  for (let tick = 0; tick < 60; tick += 1) {
    g.save()
    g.translate(x, y)
    g.rotate((tick / 60) * 2 * Math.PI)
    g.fillStyle = ink
    g.fillRect(-1.5, -200, 3, tick % 5 === 0 ? 22 : 10)
    g.restore()
  }
  text(g, 'HIGH', x, y - 132, 26, ink, 'center', 700)
  text(g, 'LOW', x, y + 152, 26, ink, 'center', 700)
  text(g, 'Tern Quay', x, y + 70, 22, stone, 'center')
  g.save()
  g.translate(x, y)
  g.rotate((t / seconds) * 2 * Math.PI)
  g.fillStyle = '#8c3b2e'
  g.beginPath()
  g.moveTo(-9, 36)
  g.lineTo(0, -170)
  g.lineTo(9, 36)
  g.fill()
  g.restore()
  g.fillStyle = brass
  g.beginPath()
  g.arc(x, y, 16, 0, 2 * Math.PI)
  g.fill()
}

/**
 * The frame's number, twice: as figures for a person, and as sixteen squares of 24 px in the
 * bottom left corner for a test: white, black, thirteen bits (highest first), parity.
 */
export const frameMark = (g, frame, { height }) => {
  const bits = [1, 0]
  for (let bit = 12; bit >= 0; bit -= 1) bits.push((frame >> bit) & 1)
  bits.push(bits.slice(2).reduce((sum, bit) => sum ^ bit, 0))
  bits.forEach((bit, index) => {
    g.fillStyle = bit ? '#ffffff' : '#000000'
    g.fillRect(index * 24, height - 24, 24, 24)
  })
  g.fillStyle = 'rgb(0 0 0 / 0.55)'
  g.fillRect(0, height - 58, 108, 34)
  text(g, String(frame).padStart(4, '0'), 12, height - 32, 26, '#ffffff', 'left', 700)
}

/** A lectern before a chart of the year's tides; the marker moves on with the talk. */
const equinoxTalk = (g, t, { width, height, seconds }) => {
  g.fillStyle = ink
  g.fillRect(0, 0, width, height)
  g.fillStyle = foam
  g.fillRect(28, 22, width - 56, 112)
  g.strokeStyle = '#2f6f86'
  g.lineWidth = 2
  g.beginPath()
  for (let x = 0; x <= width - 72; x += 2) {
    const year = x / (width - 72)
    const y = 80 - Math.sin(year * 58) * (14 + 22 * Math.abs(Math.cos((year - 0.22) * 2 * Math.PI)))
    g.lineTo(36 + x, y)
  }
  g.stroke()
  g.fillStyle = '#8c3b2e'
  g.fillRect(36 + (t / seconds) * (width - 72), 26, 2, 104)
  g.fillStyle = brass
  g.fillRect(width - 96, 150, 60, 8)
  g.fillRect(width - 70, 158, 8, 58)
  text(g, 'The equinox talk', width / 2 + 6, 172, 18, foam, 'center', 700)
}

export const scenes = {
  'equinox-talk': equinoxTalk,
  'spring-tide': springTide,
  'tide-board': tideBoard,
  'lock-gate': lockGate,
  'tide-clock': tideClock
}
