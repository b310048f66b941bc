/* The page's own script: what plays, how the origin behaves, and three charts. All playing is markup. */
import { drawCharts, SPAN } from './charts.js'

const player = document.querySelector('#quay')
const desk = document.querySelector('#desk')
const told = document.querySelector('#told')
const seconds = () => performance.now() / 1000

/** The origin runs on a port of its own, which the demo knows. */
const findOrigin = async () => {
  try {
    const { origin } = await fetch('../services.json').then(answer => answer.json())
    return origin
  } catch {
    return undefined
  }
}
const origin = await findOrigin()
const show = what => {
  player.src = origin ? `${origin}/${what}` : '../media/spring-tide.webm'
}
document.querySelector('#absent').hidden = origin !== undefined
for (const fieldset of desk.querySelectorAll('fieldset')) fieldset.disabled = origin === undefined

/** As the form says: `{ rate: 90000, missing: 'quay-540', … }`. */
const behave = () => {
  const { rate, missing, cut, delay, stale, gone } = Object.fromEntries(new FormData(desk))
  const conduct = {
    rate: Number(rate),
    missing: missing ?? '',
    cut: cut ?? '',
    delay: Number(delay ?? 0),
    stale: stale !== undefined,
    gone: gone !== undefined
  }
  return fetch(`${origin}/conduct`, { method: 'POST', mode: 'no-cors', body: JSON.stringify({ conduct }) })
}

desk.addEventListener('change', ({ target }) => {
  if (target.name === 'what') show(target.value)
  else behave()
})
// Another visit may have left it in a bad way.
if (origin) await behave()
show(new FormData(desk).get('what'))

addEventListener('yoke-fault', ({ fault }) => {
  const item = document.createElement('li')
  item.textContent = fault.message.replaceAll(origin, '')
  item.prepend(Object.assign(document.createElement('b'), { textContent: fault.code }), ' ')
  told.prepend(item)
  while (told.children.length > 20) told.lastElementChild.remove()
})

await customElements.whenDefined('yoke-player')
const { yoke } = player

/** What came: the browser measures each segment by itself (Resource Timing). */
const pieces = []
new PerformanceObserver(list => {
  for (const { name, encodedBodySize: bytes, requestStart, responseEnd } of list.getEntries())
    if (name.includes('/quay-') && bytes > 4096)
      pieces.push({ at: responseEnd / 1000, rate: (bytes * 8) / (responseEnd - requestStart) })
}).observe({ type: 'resource' })

/** What is in store, and what plays, twice a second. */
const samples = []
const draw = drawCharts()
setInterval(() => {
  const now = seconds()
  const { bufferedAhead, playingQuality } = yoke.values
  samples.push({ at: now, store: bufferedAhead, quality: playingQuality, waits: yoke.states.waiting })
  for (const list of [samples, pieces]) while (list[0]?.at < now - SPAN) list.shift()
  draw({ now, samples, pieces })
}, 500)
