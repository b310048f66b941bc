/** Draws the pictures of the equinox talk that are shown under the pointer: one sheet of 16, and the track that names them. */
import { writeFileSync } from 'node:fs'

const media = new URL('../../examples/public/boats-of-the-day/', import.meta.url)
const SECONDS = 1200
const COLUMNS = 4
const COUNT = 16
const WIDTH = 160
const HEIGHT = 90
const EACH = SECONDS / COUNT

const clock = (seconds: number): string =>
  `00:${String(Math.floor(seconds / 60)).padStart(2, '0')}:${String(seconds % 60).padStart(2, '0')}.000`

/** Springs and neaps: a tide whose range rises and falls. */
const tide = Array.from({ length: 46 }, (_, step) => {
  const range = 13 - 6 * Math.cos(step / 7)
  return `${12 + step * 3} ${(32 + range * Math.sin(step * 1.1)).toFixed(1)}`
})

const tiles = Array.from({ length: COUNT }, (_, index) => {
  const [x, y] = [(index % COLUMNS) * WIDTH, Math.floor(index / COLUMNS) * HEIGHT]
  const at = index * EACH + EACH / 2
  return `<g transform="translate(${x} ${y})"><use href="#g"/><path class="n" d="M${(12 + (at / SECONDS) * 136).toFixed(1)} 10v46"/><text x="12" y="78">${clock(at).slice(3, 8)}</text></g>`
})

writeFileSync(
  new URL('pictures.svg', media),
  `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH * COLUMNS}" height="${(HEIGHT * COUNT) / COLUMNS}"><title>The equinox talk, minute by minute</title><style>text{font:700 13px sans-serif;fill:#e9f3ee}.n{stroke:#b3372c;stroke-width:2}</style><defs><g id="g"><path fill="#0b1d2c" d="M0 0h${WIDTH}v${HEIGHT}H0z"/><path fill="#e9f3ee" d="M10 10h140v46H10z"/><path fill="none" stroke="#123f55" d="M${tide.join('L')}"/><path fill="#e0a94b" d="M112 66h36v4h-16v14h-4V70h-16z"/></g></defs>${tiles.join('')}</svg>\n`
)
writeFileSync(
  new URL('pictures.vtt', media),
  `WEBVTT\n${Array.from({ length: COUNT }, (_, index) => {
    const [x, y] = [(index % COLUMNS) * WIDTH, Math.floor(index / COLUMNS) * HEIGHT]
    return `\n${clock(index * EACH)} --> ${clock((index + 1) * EACH)}\npictures.svg#xywh=${x},${y},${WIDTH},${HEIGHT}\n`
  }).join('')}`
)
console.log(`made equinox-talk: ${COUNT} pictures`)
