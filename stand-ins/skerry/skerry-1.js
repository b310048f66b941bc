/**
 * The page script of Skerry, a made-up service: defines `window.Skerry`, and calls `window.skerryIsReady` once. What a page can
 * ask is in README.md beside this file. Getters say what the frame told last, some four times a second.
 */
{
  const origin = new URL(document.currentScript.src).origin
  const STATES = {
    making: 10,
    rest: 20,
    fetching: 30,
    running: 40,
    halted: 50,
    over: 60,
    advert: 70,
    press: 80,
    broken: 90
  }
  const TROUBLES = { unknown: 1, unshared: 3, broken: 4 }
  const SHOWN = ['bar', 'badge', 'title', 'more']

  class Craft {
    #frame = document.createElement('iframe')
    #port
    #seen = { state: 'making', place: 0, length: 0, loaded: 0, loudness: 1, hushed: false, pace: 1, title: '' }
    #called
    #early = []

    constructor(element, clip, options) {
      this.#called = options.called ?? {}
      const address = new URL(`${origin}/frame/${encodeURIComponent(clip)}`)
      for (const name of SHOWN)
        if (options[name] !== undefined) address.searchParams.set(name, options[name] ? '1' : '0')
      if (options.from) address.searchParams.set('from', options.from)
      if (options.hushed) address.searchParams.set('hushed', '1')
      if (options.again) address.searchParams.set('again', '1')
      this.#frame.src = address
      this.#frame.allow = 'autoplay; fullscreen'
      // Again at each load: a frame may load itself anew.
      this.#frame.addEventListener('load', () => this.#connect())
      element.append(this.#frame)
    }

    run() {
      this.#send('run')
    }
    halt() {
      this.#send('halt')
    }
    goTo(seconds) {
      this.#send('goTo', seconds)
    }
    setLoudness(percent) {
      this.#send('loudness', percent / 100)
    }
    hush() {
      this.#send('hush', true)
    }
    unhush() {
      this.#send('hush', false)
    }
    setPace(factor) {
      this.#send('pace', factor)
    }
    setAgain(again) {
      this.#send('again', again)
    }
    state() {
      return STATES[this.#seen.state]
    }
    place() {
      return this.#seen.place
    }
    length() {
      return this.#seen.length
    }
    loaded() {
      return this.#seen.loaded
    }
    loudness() {
      return Math.round(this.#seen.loudness * 100)
    }
    isHushed() {
      return this.#seen.hushed
    }
    pace() {
      return this.#seen.pace
    }
    paces() {
      return [0.5, 1, 1.5, 2]
    }
    title() {
      return this.#seen.title
    }
    leave() {
      this.#port?.close()
      this.#frame.remove()
    }

    #connect() {
      const { port1, port2 } = new MessageChannel()
      this.#port?.close()
      this.#port = port1
      port1.onmessage = ({ data }) => this.#hear(data)
      this.#frame.contentWindow.postMessage('skerry', origin, [port2])
    }

    #send(name, value) {
      if (this.#seen.state === 'making') this.#early.push([name, value])
      else this.#port?.postMessage([name, value])
    }

    #hear(seen) {
      const before = this.#seen
      this.#seen = { ...before, ...seen }
      if (this.#seen.state === before.state) return
      if (before.state === 'making') {
        for (const message of this.#early.splice(0)) this.#port?.postMessage(message)
        this.#called.moored?.()
      }
      if (this.#seen.state === 'broken') this.#called.trouble?.(TROUBLES[this.#seen.trouble] ?? 4)
      this.#called.state?.(this.state())
    }
  }

  window.Skerry = { moor: (element, clip, options = {}) => new Craft(element, clip, options) }
  setTimeout(() => window.skerryIsReady?.())
}
