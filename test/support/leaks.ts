import type { EnginePage } from './engine-page.ts'

/** For the head of a page: counts what is begun of everything that the library may begin (`live.begun`), and what of it has not ended. */
export const COUNTS = `<script>
globalThis.live = { listeners: 0, timers: 0, begun: 0 }
const { addEventListener: add, removeEventListener: remove } = EventTarget.prototype
const key = (type, listener, options) => type + Boolean(options === true || options?.capture)
const known = new WeakMap()
EventTarget.prototype.addEventListener = function (type, listener, options) {
  if (this instanceof Node && listener) {
    const own = known.get(this) ?? known.set(this, new Map()).get(this)
    const id = key(type, listener, options)
    const set = own.get(id) ?? own.set(id, new Set()).get(id)
    if (!set.has(listener)) {
      set.add(listener)
      live.listeners += 1
      const gone = () => { if (set.delete(listener)) live.listeners -= 1 }
      options?.signal && add.call(options.signal, 'abort', gone)
      if (options?.once) add.call(this, type, gone, options)
    }
  }
  return add.call(this, type, listener, options)
}
EventTarget.prototype.removeEventListener = function (type, listener, options) {
  if (known.get(this)?.get(key(type, listener, options))?.delete(listener)) live.listeners -= 1
  return remove.call(this, type, listener, options)
}
const timers = new Set()
const begin = (start, repeats) => (task, ...rest) => {
  const id = start((...args) => { if (!repeats) end(id); task(...args) }, ...rest)
  timers.add(id)
  live.timers = timers.size
  live.begun += 1
  return id
}
const end = id => { timers.delete(id); live.timers = timers.size }
for (const name of ['Timeout', 'Interval']) {
  const [start, clear] = [globalThis['set' + name], globalThis['clear' + name]]
  globalThis['set' + name] = begin(start, name === 'Interval')
  globalThis['clear' + name] = id => { end(id); clear(id) }
}
const { requestAnimationFrame: frame } = globalThis
globalThis.requestAnimationFrame = task => { live.begun += 1; return frame(task) }
</script>`

/** What is left of ours on a page. */
export interface Left {
  readonly listeners: number
  readonly timers: number
  readonly animations: number
}

/**
 * Puts a player into the page's `<main>`, waits until it plays, and takes it out again, many times; the page has {@link COUNTS}
 * in its head.
 * @returns what there is more than after the first time.
 */
export const mountAndUnmount = (page: EnginePage, markup: string, times: number): Promise<Left> =>
  page.run(
    async (html: string, count: number) => {
      const main = document.querySelector('main') as Element
      const { live } = globalThis as unknown as { live: { listeners: number; timers: number } }
      const cycle = async (): Promise<void> => {
        main.innerHTML = html
        const [player, video] = [document.querySelector('yoke-player'), document.querySelector('video')]
        await player?.ready
        await player?.play()
        main.replaceChildren()
        // What the page itself has put there; a page holds only so many decoders.
        video?.removeAttribute('src')
        video?.load()
        await new Promise(resolve => requestAnimationFrame(resolve))
      }
      await cycle()
      const before = { ...live }
      for (let time = 0; time < count; time += 1) await cycle()
      return {
        listeners: live.listeners - before.listeners,
        timers: live.timers - before.timers,
        animations: document.getAnimations().length
      }
    },
    markup,
    times
  )
