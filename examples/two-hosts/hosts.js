/* The page's own script: which picture, how the services behave, and a log. All playing is markup. */
import lantern from '../../stand-ins/lantern/dialect.json'
import skerry from '../../stand-ins/skerry/dialect.json'

const player = document.querySelector('#tide')
const desk = document.querySelector('#desk')
const log = document.querySelector('#log')

const CODE = 'st60'
const sources = { file: '../media/spring-tide.webm' }

/** The services run on ports of their own, which the demo knows. */
const findServices = async () => {
  try {
    return await fetch('../services.json').then(answer => (answer.ok ? answer.json() : {}))
  } catch {
    return {}
  }
}

const services = await findServices()
for (const dialect of [skerry, lantern]) {
  const origin = services[dialect.name.toLowerCase()]
  if (origin) yokewright.hosted.defineDialect({ ...dialect, origin })
}
if (services.skerry) sources.skerry = `${services.skerry}/see/${CODE}`
if (services.lantern) {
  sources.lantern = `${services.lantern}/watch/${CODE}`
  sources.live = `${services.lantern}/live/quay`
}
if (services.skerry && services.lantern) sources.list = [sources.skerry, sources.lantern, sources.file]
document.querySelector('#absent').hidden = Boolean(services.skerry && services.lantern)
for (const input of desk.elements.host) input.disabled = !(input.value in sources)
document.querySelector('#conduct').disabled = !services.skerry

/** The same moment of another picture: where it is, and whether it plays, is kept. */
const show = host => {
  const { currentTime, paused } = player
  const wanted = sources[host]
  player.yoke.configure({ sources: Array.isArray(wanted) ? wanted : undefined })
  if (!Array.isArray(wanted)) player.src = wanted
  if (host !== 'live' && Number.isFinite(currentTime)) player.currentTime = currentTime
  if (!paused) player.play().catch(() => undefined)
  note(`— ${host}`)
}

const behave = () => {
  const conduct = Object.fromEntries(
    [...desk.querySelectorAll('[type=checkbox]')].map(({ name, checked, value }) => [
      name,
      value === 'on' ? checked : checked ? Number(value) : 0
    ])
  )
  for (const host of ['skerry', 'lantern'])
    fetch(`${services[host]}/conduct`, { method: 'POST', mode: 'no-cors', body: JSON.stringify({ conduct }) })
}

const begun = performance.now()
const note = words => {
  const item = document.createElement('li')
  item.textContent = `${((performance.now() - begun) / 1000).toFixed(2)}  ${words}`
  log.prepend(item)
  while (log.children.length > 40) log.lastElementChild.remove()
}

const TOLD = [
  'loadstart',
  'loadedmetadata',
  'play',
  'playing',
  'pause',
  'waiting',
  'seeking',
  'seeked',
  'ended',
  'ratechange',
  'volumechange',
  'error'
]
for (const type of TOLD) player.addEventListener(type, () => note(`${type}, at ${player.currentTime.toFixed(2)}`))
addEventListener('yoke-fault', ({ fault }) => note(`${fault.code}: ${fault.message}`))

desk.addEventListener('change', ({ target }) => {
  if (target.name === 'host') show(target.value)
  else behave()
})
