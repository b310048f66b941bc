/* The page's own script: a chart of the table, coupled to the player by what any script can use. */
import Chart from 'uplot'

const player = document.querySelector('#tide')
const box = document.querySelector('#chart')
const rows = [...document.querySelectorAll('tbody tr')]
const seconds = rows.map((_, index) => index * 5)
const heights = rows.map(row => Number.parseFloat(row.querySelector('[data-height]').textContent))

await customElements.whenDefined('yoke-player')
const { yoke } = player
const INK = '#10283a'
const axis = { stroke: INK, grid: { stroke: '#10283a22' }, ticks: { stroke: '#10283a22' } }

/** A line where the clip is. */
const drawNow = ({ ctx, bbox, valToPos }) => {
  const x = valToPos(yoke.values.currentTime, 'x', true)
  ctx.fillStyle = '#b3372c'
  ctx.fillRect(x - 1.5, bbox.top, 3, bbox.height)
}

const sizeOf = () => ({ width: box.clientWidth, height: 240 })
const chart = new Chart(
  {
    ...sizeOf(),
    legend: { show: false },
    cursor: { y: false, drag: { x: false, y: false } },
    scales: { x: { time: false, range: [0, 60] }, y: { range: [0, 6] } },
    axes: [
      { ...axis, values: (_, places) => places.map(place => `${place / 5} h`), splits: [0, 10, 20, 30, 40, 50, 60] },
      { ...axis, values: (_, places) => places.map(place => `${place} m`) }
    ],
    series: [{}, { stroke: '#1f6f85', width: 3, fill: '#1f6f8522', points: { size: 9, fill: '#fffdf8' } }],
    hooks: { draw: [drawNow] }
  },
  [seconds, heights],
  box
)

yoke.subscribe(
  ({ values }) => values.currentTime,
  () => chart.redraw(false)
)
chart.over.addEventListener('click', ({ offsetX }) => void yoke.run('seek', chart.posToVal(offsetX, 'x')))
new ResizeObserver(() => chart.setSize(sizeOf())).observe(box)
