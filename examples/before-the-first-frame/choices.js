/** What is said of each outcome. */
const OUTCOMES = {
  waiting: 'waiting for its moment',
  'press-needed': 'waits for a press: the browser blocks it',
  'held-back': 'held back: less motion or less data is asked for',
  'with-sound': 'plays with sound',
  'without-sound': 'plays without sound',
  'by-press': 'begun by you',
  failed: 'nothing could be played'
}

const form = document.getElementById('choices')
const stage = document.getElementById('stage')

/** The attributes that the choices come to. */
const attributesOf = ({ poster, shape, when, sound, at }) => ({
  controls: '',
  ...(poster === 'image' ? { poster: '../media/spring-tide.jpg' } : {}),
  ...(poster === 'none' || poster === 'image' ? {} : { 'poster-at': poster }),
  ...(shape ? { fit: 'cover' } : {}),
  ...(shape === 'board' ? { 'focus-point': '0% 50%' } : {}),
  ...(when === 'pressed' ? {} : { 'start-when': when }),
  ...(sound === 'wanted' ? {} : { 'start-sound': sound }),
  ...(at ? { 'start-at': at } : {})
})

const written = attributes =>
  Object.entries(attributes)
    .map(([name, value]) => (value === '' ? name : `${name}="${value}"`))
    .join(' ')

/** How many bytes of media the page has asked for, since a moment. */
const fetchedSince = start =>
  performance
    .getEntriesByType('resource')
    .filter(({ name, startTime }) => startTime >= start && /spring-tide\.(?:webm|mp4)/.test(name))
    .reduce((sum, { transferSize }) => sum + transferSize, 0)

const tell = (player, start) => {
  const { startOutcome } = player.yoke
  document.getElementById('outcome').textContent = OUTCOMES[startOutcome] ?? startOutcome
  const { poster = '' } = player.querySelector('video') ?? {}
  document.getElementById('poster').textContent = poster.startsWith('blob:')
    ? 'a frame of the film'
    : poster
      ? 'an image'
      : 'none'
  const bytes = fetchedSince(start)
  document.getElementById('fetched').textContent = bytes > 0 ? `${Math.ceil(bytes / 1000)} kB of media` : 'nothing'
}

let stop = () => {}

/** Makes the player anew: a start happens once in the life of a player. */
const make = () => {
  stop()
  const attributes = attributesOf(Object.fromEntries(new FormData(form)))
  const { poster, ...own } = attributes
  const player = document.createElement('yoke-player')
  for (const [name, value] of Object.entries(own)) player.setAttribute(name, value)
  const video = document.createElement('video')
  Object.assign(video, { playsInline: true, preload: 'none', width: 1280, height: 720 })
  if (poster) video.poster = poster
  for (const [file, type] of [
    ['spring-tide.webm', 'video/webm; codecs="vp09.00.31.08, opus"'],
    ['spring-tide.mp4', 'video/mp4; codecs="avc1.4D4032, mp4a.40.2"']
  ])
    video.append(Object.assign(document.createElement('source'), { src: `../media/${file}`, type }))
  player.append(video)
  const start = performance.now()
  stage.replaceChildren(player)
  document.getElementById('markup').textContent =
    `<yoke-player ${written(own)}>\n  <video playsinline preload="none" width="1280" height="720"${poster ? `\n         poster="${poster}"` : ''}>\n    <source src="spring-tide.webm" …>\n    <source src="spring-tide.mp4" …>\n  </video>\n</yoke-player>`
  const looks = new MutationObserver(() => tell(player, start))
  looks.observe(video, { attributes: true })
  const seen = new PerformanceObserver(() => tell(player, start))
  seen.observe({ type: 'resource' })
  player.addEventListener('yoke-start', () => tell(player, start))
  stop = () => {
    looks.disconnect()
    seen.disconnect()
  }
  tell(player, start)
}

form.addEventListener('change', make)
await customElements.whenDefined('yoke-player')
make()
