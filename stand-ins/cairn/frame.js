import { codeOf, Screen } from '/shared/screen.js'

/** How often it says where it is, in milliseconds. */
const PACE = 250

/** Its four words. */
const WORDS = { fetching: 'loading', running: 'running', over: 'over', broken: 'gone' }

const isBare = new URLSearchParams(location.search).get('controls') === 'none'
const screen = new Screen({ bar: !isBare, title: !isBare, badge: !isBare, more: !isBare })

const tell = (event, data) => parent.postMessage(JSON.stringify({ event, data }), '*')
const tellTime = () =>
  tell('time', { now: Math.round(screen.place * 1000), of: Math.round(screen.video.duration * 1000) })
const tellState = () => tell('state', WORDS[screen.state] ?? 'stopped')

const DEEDS = {
  play: () => screen.play(),
  pause: () => screen.pause(),
  seek: milliseconds => screen.seek(milliseconds / 1000)
}

addEventListener('message', ({ data, source }) => {
  if (source !== parent) return
  let message
  try {
    message = JSON.parse(data)
  } catch {
    return
  }
  if (Object.hasOwn(DEEDS, message?.do)) DEEDS[message.do](message.value)
})

screen.addEventListener('state', tellState)
screen.addEventListener('place', tellTime)
setInterval(() => screen.state === 'running' && tellTime(), PACE)

const begin = async () => {
  const isThere = await screen.open(codeOf(location.pathname))
  tell('ready')
  tellState()
  if (isThere) tellTime()
}
// Not awaited by the module itself: WebKit hangs where a frame is removed while its module waits.
begin()
