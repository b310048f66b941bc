/**
 * What stands inside the frame of either stand-in service: the picture, the service's own bar and title, what it puts
 * before a clip, and how it behaves at the moment. The services differ in how they are talked to, and not in this.
 */

/** @typedef {'making' | 'rest' | 'fetching' | 'running' | 'halted' | 'over' | 'advert' | 'press' | 'broken'} ScreenState */

const el = (name, properties = {}, ...children) => {
  const element = Object.assign(document.createElement(name), properties)
  element.append(...children)
  return element
}

/** How often a start that is refused because of sound that nobody wanted is tried, and how long is waited between, in milliseconds. */
const MOST_TRIES = 20
const REST = 100

const wait = milliseconds => new Promise(resolve => setTimeout(resolve, milliseconds))

export class Screen extends EventTarget {
  /** @type {ScreenState} */
  state = 'making'
  conduct
  clip
  /** Whether it begins anew at its end. WebKit's own `loop` stands still after a seek. */
  again = false
  video = el('video', { playsInline: true, preload: 'auto' })
  #look
  /** As it was asked for: WebKit turns the sound on by itself, at once or when the data is there. */
  #muted = false
  #hushed = Number.NEGATIVE_INFINITY
  /** It was asked to play, and not to pause since. */
  #wanted = false
  /** A press came that the browser does not take for one, before the sound was off. */
  #isHeldBack = false
  #hasStarted = false
  #advertSeen = false
  #consented = false
  #cover = el('div', { className: 'cover', hidden: true })
  /** The second of a live channel at which the file began. */
  #liveFrom = Date.now() / 1000 - 600

  /** @param look what of the service's own is shown: `{ bar, title, badge, more }` */
  constructor(look) {
    super()
    this.#look = look
  }

  /** Asks the service for the clip. @returns whether there is one. */
  async open(code) {
    const answer = await fetch(`/clip/${encodeURIComponent(code)}`).then(response => response.json())
    this.conduct = answer.conduct
    await this.#listen(answer.signals)
    await wait(this.conduct.slow)
    if (!answer.code) return this.#break('unknown')
    if (this.conduct.unshared) return this.#break('unshared')
    this.clip = answer
    this.#draw()
    if (this.conduct.consent) this.#ask('This clip is shown by another house. Show it?', 'Show the clip')
    const data = new Promise(resolve => this.video.addEventListener('loadedmetadata', resolve, { once: true }))
    const { file } = answer
    for (const [suffix, type] of [
      ['webm', 'video/webm'],
      ['mp4', 'video/mp4']
    ])
      this.video.append(el('source', { src: `/media/${file}.${suffix}`, type }))
    this.again ||= Boolean(answer.isLive)
    await data
    if (this.state === 'making') this.#become('rest')
    return true
  }

  get length() {
    return this.clip?.isLive ? Number.POSITIVE_INFINITY : this.video.duration
  }
  /** Seconds. */
  get place() {
    return this.clip?.isLive ? this.#edge - this.#behind : this.video.currentTime
  }
  /** The first and the last second that can be gone to. */
  get reach() {
    return this.clip?.isLive ? [this.#edge - 30, this.#edge] : [0, this.video.duration]
  }
  #behind = 0
  /** Whether time has moved since the last seek or stall, and where it was. */
  #moves = false
  #seen = 0
  get #edge() {
    return Date.now() / 1000 - this.#liveFrom
  }

  /** @returns why not, where it does not begin; `undefined` where it has begun. */
  async play() {
    await wait(this.conduct.slow)
    if (this.state === 'broken') return 'broken'
    if (this.conduct.deaf) return 'deaf'
    if (this.conduct.consent && !this.#consented) return 'press'
    if (this.conduct.press && !this.#consented) {
      this.#ask('Press to begin', 'Play')
      return 'press'
    }
    if (this.conduct.advert > 0 && !this.#advertSeen) await this.#showAdvert()
    this.#wanted = true
    try {
      await this.#begin()
      return undefined
    } catch (cause) {
      if (cause.name === 'AbortError') return 'halted'
      this.#ask('Press to begin', 'Play')
      return 'press'
    }
  }

  /** Begins; where WebKit has turned the sound on and refuses therefore, again without it. */
  async #begin() {
    for (let tries = 1; ; tries += 1) {
      const asked = performance.now()
      this.#hush()
      try {
        return await this.video.play()
      } catch (cause) {
        // Its event may have come before the refusal: the sound is off again by then.
        const wasLoud = this.#hush() || this.#hushed >= asked
        if (cause.name === 'AbortError' || tries === MOST_TRIES || !wasLoud) throw cause
        // It may turn it on as often as it is asked: asked at once, the page would do nothing else any more.
        await wait(REST)
        if (!this.#wanted) throw new DOMException('It was asked to pause.', 'AbortError')
      }
    }
  }

  async pause() {
    await wait(this.conduct.slow)
    this.#wanted = false
    this.video.pause()
  }

  /** @param seconds from the start */
  async seek(seconds) {
    await wait(this.conduct.slow)
    if (this.clip?.isLive) {
      this.#behind = Math.min(30, Math.max(0, this.#edge - seconds))
      this.#tell('place')
      return
    }
    this.video.currentTime = seconds
    this.#hasStarted = true
  }

  async setRate(rate) {
    await wait(this.conduct.slow)
    const before = this.video.playbackRate
    await this.#changeRate(rate)
    if (!this.conduct.rates) return
    await wait(300)
    await this.#changeRate(before)
  }

  /** WebKit turns the sound on with a change of rate, and stops because nobody has pressed. */
  async #changeRate(rate) {
    const { video } = this
    const { paused } = video
    if (rate === video.playbackRate) return
    const changed = new Promise(resolve => video.addEventListener('ratechange', resolve, { once: true }))
    video.playbackRate = rate
    await changed
    this.#hush()
    if (!paused && video.paused) await video.play().catch(() => undefined)
  }

  /** @returns whether it had been made to sound by nobody. */
  #hush() {
    const isLoud = this.#muted && !this.video.muted
    if (!isLoud) return false
    this.video.muted = true
    this.#hushed = performance.now()
    return true
  }

  async setVolume(volume) {
    await wait(this.conduct.slow)
    this.video.volume = volume
  }

  async setMuted(muted) {
    await wait(this.conduct.slow)
    this.#muted = muted
    this.video.muted = muted
    if (muted && this.#isHeldBack) await this.#pressToPlay()
  }

  /** A press inside the frame, on whatever stands there. */
  press() {
    const cover = this.#cover.hidden ? undefined : this.#cover.querySelector('button')
    if (cover) cover.click()
    else if (this.video.paused) this.#pressToPlay()
    else this.#pressToPause()
  }

  async #pressToPlay() {
    this.#wanted = true
    this.#isHeldBack = false
    await this.#begin().catch(() => {
      this.#isHeldBack = this.video.paused
    })
  }

  #pressToPause() {
    this.#wanted = false
    this.#isHeldBack = false
    this.video.pause()
  }

  /** As somebody starts it who waits until it stands still. */
  start() {
    if (!this.#cover.hidden || this.video.paused) this.press()
    else this.video.addEventListener('pause', () => this.#pressToPlay(), { once: true })
  }

  /** Resolves once it hears: what is done to it from then on is not lost. */
  #listen(address) {
    const events = new EventSource(address)
    const heard = new Promise(resolve => events.addEventListener('message', resolve, { once: true }))
    events.addEventListener('message', ({ data }) => {
      const { conduct, deed } = JSON.parse(data)
      if (conduct) this.conduct = conduct
      if (deed === 'reload') location.reload()
      if (deed === 'press') this.press()
      if (deed === 'start') this.start()
      if (deed === 'fail') this.#break('broken')
    })
    return heard
  }

  #draw() {
    const { video } = this
    document.body.append(video, this.#cover)
    video.addEventListener('click', () => this.press())
    for (const type of ['play', 'pause', 'playing', 'waiting', 'seeking', 'seeked', 'ended', 'canplay'])
      video.addEventListener(type, () => this.#watch())
    video.addEventListener('volumechange', () => this.#hush())
    // It stops then, because nobody has pressed.
    video.addEventListener('pause', () => {
      const isOurs = this.#wanted && !video.ended && performance.now() - this.#hushed < 300
      if (isOurs) video.play().catch(() => undefined)
    })
    for (const type of ['volumechange', 'ratechange', 'durationchange'])
      video.addEventListener(type, () => this.#tell('settings'))
    for (const type of ['seeking', 'waiting', 'pause'])
      video.addEventListener(type, () => {
        this.#moves = false
      })
    video.addEventListener('timeupdate', () => this.#time())
    const shows = name => this.conduct.rude || this.#look[name] !== false
    if (shows('title')) document.body.append(el('p', { className: 'title', textContent: this.clip.title }))
    if (shows('badge')) document.body.append(el('p', { className: 'badge', textContent: document.title }))
    if (shows('bar')) document.body.append(this.#bar())
    if (shows('more')) video.addEventListener('ended', () => this.#ask('More clips', 'Again'))
    if (this.conduct.rude) setInterval(() => document.querySelector('.bar button')?.focus(), 500)
  }

  /** WebKit says nothing more after a seek: that time moves tells that it plays. */
  #time() {
    const { currentTime, paused, seeking } = this.video
    this.#moves = !paused && !seeking && currentTime > this.#seen
    this.#seen = currentTime
    if (this.#moves && this.state === 'fetching') this.#watch()
    else this.#tell('place')
  }

  #bar() {
    const { video } = this
    const button = el('button', { type: 'button', textContent: '►', onclick: () => this.press() })
    const line = el('progress', { max: 1, value: 0 })
    video.addEventListener('timeupdate', () => {
      line.value = video.currentTime / video.duration || 0
    })
    return el('div', { className: 'bar' }, button, line)
  }

  #ask(words, label) {
    const button = el('button', { type: 'button', textContent: label })
    button.addEventListener('click', () => {
      this.#consented = true
      this.#cover.hidden = true
      this.#pressToPlay()
      this.#watch()
    })
    this.#cover.replaceChildren(el('p', { textContent: words }), button)
    this.#cover.hidden = false
    if (words !== 'More clips') this.#become('press')
  }

  async #showAdvert() {
    this.#advertSeen = true
    this.#cover.replaceChildren(el('p', { textContent: 'An advertisement: visit the tide station.' }))
    this.#cover.hidden = false
    this.#become('advert')
    await wait(this.conduct.advert * 1000)
    this.#cover.hidden = true
  }

  #break(why) {
    this.video.pause()
    this.trouble = why
    document.body.replaceChildren(el('p', { className: 'title', textContent: 'This clip cannot be shown.' }))
    this.#become('broken')
    return false
  }

  #watch() {
    const { video } = this
    if (this.state === 'broken' || (this.state === 'advert' && video.paused)) return
    if (video.ended && this.again) {
      video.currentTime = 0
      video.play().catch(() => undefined)
    } else if (video.ended) this.#become('over')
    else if (video.paused) this.#become(this.#cover.hidden ? (this.#hasStarted ? 'halted' : 'rest') : 'press')
    else {
      this.#hasStarted = true
      this.#become(video.seeking || (video.readyState < 3 && !this.#moves) ? 'fetching' : 'running')
    }
    this.#tell('place')
  }

  /** @param {ScreenState} state */
  #become(state) {
    if (state === this.state) return
    this.state = state
    this.#tell('state')
  }

  #tell(type) {
    this.dispatchEvent(new Event(type))
  }
}

/** What of the service's own an address says is to be shown: `?bar=0&title=0`. */
export const lookOf = search =>
  Object.fromEntries(
    ['bar', 'title', 'badge', 'more'].map(name => [name, new URLSearchParams(search).get(name) !== '0'])
  )

/** The code of the clip, at the end of the frame's address. */
export const codeOf = path => decodeURIComponent(path.split('/').at(-1) ?? '')
