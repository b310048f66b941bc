import { codeOf, lookOf, Screen } from '/shared/screen.js'

/** How often it says where it is, in milliseconds. */
const PACE = 200
const RATES = [0.5, 1, 1.25, 1.5, 2]
const QUALITIES = ['low', 'middle', 'high']

/** What its states are called in messages. */
const STATES = {
  making: 'dark',
  rest: 'lit',
  fetching: 'fetching',
  running: 'shining',
  halted: 'held',
  over: 'burnt',
  advert: 'notice',
  press: 'asking',
  broken: 'out'
}

const screen = new Screen(lookOf(location.search))
let quality = 'high'

const version = () => (screen.conduct?.changed ? 3 : 2)
const send = message => parent.postMessage(JSON.stringify({ lantern: version(), ...message }), '*')

const late = []
const tell = (name, value) => {
  if (screen.conduct?.rude && name === 'beat') {
    for (const nonsense of ['{', '[]', '{"lantern":2,"tell":5}', '{"lantern":2,"id":-1,"ok":"?"}'])
      parent.postMessage(nonsense, '*')
  }
  // Two by two, the second one first.
  if (screen.conduct?.shuffled && name === 'beat') {
    late.push(value)
    if (late.length === 2) for (const each of late.splice(0).reverse()) send({ tell: name, value: each })
    return
  }
  send({ tell: name, value })
}

const beat = () => {
  const { video } = screen
  const [first, last] = screen.reach
  const loaded = video.buffered.length > 0 ? video.buffered.end(video.buffered.length - 1) : 0
  // JSON has no Infinity: a channel without an end has no length.
  const length = Number.isFinite(screen.length) ? screen.length : null
  tell('beat', { now: screen.place, length, first, last, loaded })
}
const tellState = () => tell('state', { is: STATES[screen.state], why: screen.trouble })
const tellSettings = () => {
  const { volume, muted, playbackRate } = screen.video
  tell('settings', { volume, muted, rate: playbackRate, quality })
}

const refuse = why => Promise.reject(why)

const DEEDS = {
  shine: async () => {
    const why = await screen.play()
    if (why === 'deaf') await new Promise(() => undefined)
    if (why) return refuse(why)
  },
  hold: () => screen.pause(),
  go: seconds => screen.seek(seconds),
  volume: volume => screen.setVolume(volume),
  mute: muted => screen.setMuted(muted),
  rate: rate => (RATES.includes(rate) ? screen.setRate(rate) : refuse('rate')),
  again: again => {
    screen.again = again
  },
  quality: name => {
    if (!QUALITIES.includes(name)) return refuse('quality')
    quality = name
    tellSettings()
  },
  about: () => {
    const { title, width, height, isLive = false, file } = screen.clip
    return { title, width, height, isLive, rates: RATES, qualities: QUALITIES, poster: `/media/${file}.jpg` }
  }
}

addEventListener('message', async ({ data, source }) => {
  if (source !== parent) return
  let message
  try {
    message = JSON.parse(data)
  } catch {
    return
  }
  const { lantern, ask, with: value, id } = message ?? {}
  if (lantern !== version() || !Object.hasOwn(DEEDS, ask)) return
  try {
    send({ id, ok: true, value: await DEEDS[ask](value) })
  } catch (why) {
    send({ id, ok: false, why: String(why) })
  }
})

screen.addEventListener('state', tellState)
screen.addEventListener('settings', tellSettings)
screen.addEventListener('place', beat)
setInterval(() => screen.state === 'running' && beat(), PACE)

const begin = async () => {
  const isThere = await screen.open(codeOf(location.pathname))
  tell('hello', isThere ? DEEDS.about() : null)
  tellState()
  if (!isThere) return
  tellSettings()
  beat()
}
// Not awaited by the module itself: WebKit hangs where a frame is removed while its module waits.
begin()
