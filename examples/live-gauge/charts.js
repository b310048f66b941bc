/* Three strips of the last ninety seconds, drawn by uPlot. */
import Chart from 'uplot'

/** How much of the past is shown, in seconds. */
export const SPAN = 90
/** The qualities of the clip, and what each needs with its sound, in kilobits a second. */
const LADDER = { '180p': 46, '360p': 65, '540p': 88, '720p': 121 }
const NAMES = Object.keys(LADDER)

const [FOAM, BRASS, MIST, LINE, WAITS] = ['#e9f3ee', '#e0ac4f', '#a9c1c6', '#ffffff1f', '#d9694f55']
const axis = { stroke: MIST, grid: { stroke: LINE, width: 1 }, ticks: { show: false }, font: '12px system-ui' }
const x = {
  ...axis,
  space: 10,
  splits: [-90, -60, -30, 0],
  values: () => ['−90 s', '−60 s', '−30 s', 'now']
}

/** Bands where playback waited. */
const drawWaits = times => chart => {
  const { ctx, bbox } = chart
  ctx.fillStyle = WAITS
  for (const [from, to] of times()) {
    const [left, right] = [from, to].map(place => chart.valToPos(place, 'x', true))
    ctx.fillRect(left, bbox.top, right - left, bbox.height)
  }
}

const chartIn = (id, { y, scale, series, waits, isLast }) => {
  const box = document.querySelector(id)
  const size = () => ({ width: box.clientWidth, height: isLast ? 108 : 92 })
  const chart = new Chart(
    {
      ...size(),
      padding: [6, 22, isLast ? 0 : 6, 0],
      legend: { show: false },
      cursor: { show: false },
      scales: { x: { time: false, range: [-SPAN, 0] }, y: scale },
      axes: [isLast ? { ...x, size: 24 } : { ...x, size: 0, values: () => [] }, { ...axis, size: 52, ...y }],
      series: [{}, ...series],
      hooks: { drawClear: [drawWaits(waits)] }
    },
    [[], ...series.map(() => [])],
    box
  )
  new ResizeObserver(() => chart.setSize(size())).observe(box)
  return chart
}

/** From where to where the samples say that it waited, in seconds before now. */
const waitsIn = ({ now, samples }) => samples.filter(({ waits }) => waits).map(({ at }) => [at - now - 0.5, at - now])

/** @returns what draws them anew */
export const drawCharts = () => {
  let seen = { now: 0, samples: [], pieces: [] }
  const waits = () => waitsIn(seen)
  const stepped = Chart.paths.stepped({ align: 1 })
  const line = chartIn('#line', {
    waits,
    scale: { distr: 3, range: [5, 1e6] },
    y: {
      splits: [10, 100, 1000, 10_000, 100_000],
      values: () => ['10 k', '100 k', '1 M', '10 M', '100 M']
    },
    series: [
      { stroke: BRASS, width: 2, paths: stepped, points: { show: false } },
      { stroke: FOAM, width: 0, paths: () => null, points: { show: true, size: 5, fill: FOAM } }
    ]
  })
  const store = chartIn('#store', {
    waits,
    scale: { range: [0, 40] },
    y: { splits: [0, 10, 20, 30, 40], values: (_, all) => all.map(each => (each % 20 ? '' : `${each} s`)) },
    series: [{ stroke: FOAM, width: 2, fill: '#e9f3ee1a', points: { show: false } }]
  })
  const quality = chartIn('#quality', {
    waits,
    isLast: true,
    scale: { range: [-0.5, 3.5] },
    y: { splits: [0, 1, 2, 3], values: (_, all) => all.map(each => NAMES[each]) },
    series: [{ stroke: BRASS, width: 3, paths: stepped, points: { show: false } }]
  })

  const [lineNow, storeNow] = ['#line-now', '#store-now'].map(id => document.querySelector(id))
  return next => {
    seen = next
    const { now, samples, pieces } = seen
    const times = samples.map(({ at }) => at - now)
    const all = [
      ...samples.map(({ at, quality: name }) => ({ at, needs: LADDER[name] ?? null, rate: null })),
      ...pieces.map(({ at, rate }) => ({ at, needs: undefined, rate }))
    ].sort((one, other) => one.at - other.at)
    line.setData([all.map(({ at }) => at - now), all.map(({ needs }) => needs), all.map(({ rate }) => rate)])
    store.setData([times, samples.map(each => each.store)])
    quality.setData([times, samples.map(each => (NAMES.includes(each.quality) ? NAMES.indexOf(each.quality) : null))])
    const last = pieces.at(-1)?.rate
    lineNow.textContent =
      last === undefined ? '–' : last < 1000 ? `${Math.round(last)} kbit/s` : `${(last / 1000).toFixed(1)} Mbit/s`
    storeNow.textContent = `${(samples.at(-1)?.store ?? 0).toFixed(1)} s`
  }
}
