/**
 * The drawn world of Tern Quay Tide Station: one function a clip, `draw(g, t, clip)`,
 * that paints the frame at `t` seconds on a canvas. Runs in a browser page.
 */
export const ink = '#0b1d2c'
const deep = '#123850'
const sea = '#1d6a80'
export const foam = '#e9f3ee'
export const brass = '#d9a441'
const stone = '#5d6b70'
const mist = '#9fb8bd'
const face = '"DejaVu Sans", "Liberation Sans", sans-serif'

export const text = (g, words, x, y, size, colour = foam, align = 'left', weight = 400) => {
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
export const moon = (g, x, y, radius) => {
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

/** A window, a lamp or its shine: how bright, from 0 to 1, in a turn that ends as it began. */
export const glow = (t, seconds, phase) => {
  const turn = 0.5 - 0.5 * Math.cos(2 * Math.PI * (t / seconds - phase))
  return Math.min(1, Math.max(0, turn * 1.8 - 0.25))
}

export const lamp = (g, x, y, radius, bright) => {
  const shine = g.createRadialGradient(x, y, 0, x, y, radius)
  shine.addColorStop(0, `rgba(255, 214, 138, ${0.85 * bright})`)
  shine.addColorStop(0.18, `rgba(240, 176, 82, ${0.4 * bright})`)
  shine.addColorStop(1, 'rgba(224, 150, 60, 0)')
  g.fillStyle = shine
  g.fillRect(x - radius, y - radius, 2 * radius, 2 * radius)
}

/** Lamps come on along the harbour and go, without an end: its last frame leads into its first. */
export const harbourDusk = (g, t, clip) => {
  // Drawn as if on 1280 × 720, whatever the size.
  g.save()
  g.scale(clip.width / 1280, clip.height / 720)
  drawDusk(g, t, { width: 1280, height: 720, seconds: clip.seconds })
  g.restore()
}

const drawDusk = (g, t, { width, height, seconds }) => {
  const round = 2 * Math.PI * (t / seconds)
  const shore = height * 0.62
  backdrop(g, width, shore, '#0a1626', '#3a4a63')
  const dusk = g.createLinearGradient(0, shore * 0.55, 0, shore)
  dusk.addColorStop(0, 'rgba(205, 120, 74, 0)')
  dusk.addColorStop(1, `rgba(214, 134, 84, ${0.34 + 0.05 * Math.sin(round)})`)
  g.fillStyle = dusk
  g.fillRect(0, 0, width, shore)
  for (let star = 0; star < 46; star += 1) {
    const bright = 0.35 + 0.35 * Math.sin(round + star * 2.4)
    g.fillStyle = `rgba(233, 243, 238, ${bright})`
    g.fillRect((star * 739) % width, ((star * 397) % 1000) * shore * 0.00055, 2, 2)
  }
  // The hill, and the lighthouse on its end.
  g.fillStyle = '#142334'
  g.beginPath()
  g.moveTo(0, shore)
  for (let x = 0; x <= width; x += 16) g.lineTo(x, shore - 46 - 52 * Math.sin(x / 210) - 22 * Math.sin(x / 83 + 1))
  g.lineTo(width, shore)
  g.fill()
  const tower = width * 0.84
  const beam = Math.cos(round)
  g.fillStyle = '#d7d2c3'
  g.fillRect(tower - 11, shore - 190, 22, 182)
  g.fillStyle = '#8c3b2e'
  for (const band of [0, 52, 104, 156]) g.fillRect(tower - 11, shore - 190 + band, 22, 22)
  // It fades into the night on its way.
  const reach = g.createLinearGradient(tower, 0, tower - 900 * beam, 0)
  reach.addColorStop(0, `rgba(255, 226, 160, ${0.1 + 0.16 * Math.abs(beam)})`)
  reach.addColorStop(1, 'rgba(255, 226, 160, 0)')
  g.fillStyle = Math.abs(beam) > 0.02 ? reach : 'rgba(255, 226, 160, 0)'
  g.beginPath()
  g.moveTo(tower, shore - 202)
  g.lineTo(tower - 900 * beam, shore - 202 - 130)
  g.lineTo(tower - 900 * beam, shore - 202 + 60)
  g.fill()
  lamp(g, tower, shore - 202, 60 + 50 * Math.max(0, -Math.sin(round)), 0.9)
  // Houses, each with windows that light up in turn.
  for (let house = 0; house < 17; house += 1) {
    const x = 24 + house * ((width * 0.76) / 17)
    const tall = 62 + ((house * 53) % 58)
    g.fillStyle = house % 2 ? '#0f1c2b' : '#12222f'
    g.fillRect(x, shore - tall, 50, tall)
    g.beginPath()
    g.moveTo(x - 4, shore - tall)
    g.lineTo(x + 25, shore - tall - 26)
    g.lineTo(x + 54, shore - tall)
    g.fill()
    for (let pane = 0; pane < 4; pane += 1) {
      const bright = glow(t, seconds, (house * 0.13 + pane * 0.21) % 1)
      g.fillStyle = `rgba(246, 190, 104, ${0.12 + 0.85 * bright})`
      g.fillRect(x + 9 + (pane % 2) * 20, shore - tall + 12 + Math.floor(pane / 2) * 24, 12, 14)
    }
  }
  // The water, with all that shines in it.
  const deepWater = g.createLinearGradient(0, shore, 0, height)
  deepWater.addColorStop(0, '#27384e')
  deepWater.addColorStop(1, '#0a1624')
  g.fillStyle = deepWater
  g.fillRect(0, shore, width, height - shore)
  for (let row = 0; row < 22; row += 1) {
    const y = shore + 8 + row * ((height - shore) / 22)
    for (let house = 0; house < 17; house += 1) {
      const x = 49 + house * ((width * 0.76) / 17) + (3 + row) * 0.9 * Math.sin(2 * round + row * 1.1 + house)
      const bright = glow(t, seconds, (house * 0.13) % 1) * (1 - row / 24)
      g.fillStyle = `rgba(240, 180, 96, ${0.34 * bright})`
      g.fillRect(x - 9 - row * 0.7, y, 18 + row * 1.4, 3)
    }
    g.fillStyle = `rgba(255, 226, 160, ${0.3 * (1 - row / 22)})`
    g.fillRect(tower - 6 - row + 5 * Math.sin(2 * round + row), y, 12 + 2 * row, 3)
  }
  for (let quay = 0; quay < 9; quay += 1) {
    const x = 90 + quay * (width / 8.6)
    const bright = glow(t, seconds, (0.08 + quay * 0.05) % 1)
    g.fillStyle = '#0b1622'
    g.fillRect(x - 2, shore - 44, 4, 52)
    lamp(g, x, shore - 46, 74, 0.25 + 0.75 * bright)
  }
  g.fillStyle = '#0b1622'
  g.fillRect(0, shore - 2, width, 10)
  boat(g, width * 0.3, height * 0.8 + 5 * Math.sin(round), 0.03 * Math.sin(round + 1), '#0c1825')
  boat(g, width * 0.63, height * 0.72 + 4 * Math.sin(round + 2), 0.025 * Math.sin(round + 3), '#101d2b')
}

export const scenes = {
  'harbour-dusk': harbourDusk,
  'equinox-talk': equinoxTalk,
  'spring-tide': springTide,
  'tide-board': tideBoard,
  'lock-gate': lockGate,
  'tide-clock': tideClock
}
