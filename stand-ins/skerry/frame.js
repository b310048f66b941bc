import { codeOf, lookOf, Screen } from '/shared/screen.js'

/** How often it says where it is, in milliseconds. */
const PACE = 250

const wishes = new URLSearchParams(location.search)
const screen = new Screen(lookOf(location.search))
let port

const say = () => {
  const { state, trouble, clip, video } = screen
  const loaded = video.buffered.length > 0 ? video.buffered.end(video.buffered.length - 1) / video.duration : 0
  port?.postMessage({
    state,
    trouble,
    place: screen.place,
    length: screen.length || 0,
    loaded,
    loudness: video.volume,
    hushed: video.muted,
    pace: video.playbackRate,
    title: clip?.title ?? ''
  })
}

const DEEDS = {
  run: () => screen.play(),
  halt: () => screen.pause(),
  goTo: seconds => screen.seek(seconds),
  loudness: volume => screen.setVolume(volume),
  hush: muted => screen.setMuted(muted),
  pace: rate => screen.setRate(rate),
  again: again => {
    screen.again = again
  }
}

addEventListener('message', ({ data, ports: [given] }) => {
  if (data !== 'skerry' || !given) return
  port = given
  port.onmessage = ({ data: [name, value] }) => DEEDS[name]?.(value)
  say()
})
screen.addEventListener('state', say)
screen.addEventListener('settings', say)
setInterval(say, PACE)

screen.setMuted(wishes.has('hushed'))
screen.again = wishes.has('again')
const begin = async () => {
  const isThere = await screen.open(codeOf(location.pathname))
  if (isThere && wishes.has('from')) screen.seek(Number(wishes.get('from')))
}
// Not awaited by the module itself: WebKit hangs where a frame is removed while its module waits.
begin()
