import type { Fault } from '../../core/fault.ts'
import { onceFor } from '../../core/once-for.ts'
import { STREAM_TYPE } from '../../core/sources/file-types.ts'
import type { SourceEntry } from '../../core/sources/rank.ts'
import type { SourceReport, SourceState } from '../../core/sources/reports.ts'
import { bring, definePart, type PartHost } from '../../loading/part.ts'
import type { MediaEventType } from '../adapter.ts'
import type { SourcePort, SourcePreferences } from '../source-port.ts'
import type { FailoverDriver } from './failover-driver.ts'
import type { FailoverHost } from './failover-host.ts'
import { ShownPlayback } from './shown-playback.ts'
import { SourceHistory } from './source-history.ts'
import { hasOthers, hasPicture, listSource, nothingPlays, ofElement, writtenSources } from './source-list.ts'

const NETWORK_LOADING = 2
const NETWORK_NO_SOURCE = 3
const HAVE_CURRENT_DATA = 2
/** How long an element may be between two sources, in milliseconds. */
const CONFIRMATION_DELAY = 100
/** Seconds without data after which a source is left. */
const TIMEOUT = 10
/** A source of which no event has come for this long, in milliseconds, counts as in trouble; not all engines fire one. */
const NO_WORD = 3000

const FAILOVER = definePart(() => import('./failover-driver.ts'))

/**
 * The sources of one element, and which of them plays. The engine chooses among `<source>` children by itself; what it
 * never leaves (a source that breaks, is silent, or has no picture) is left by {@link FailoverDriver}, which is loaded with
 * the first playback or the first trouble. Adapters of the same element share it.
 */
export class ElementSources extends ShownPlayback implements SourcePort, FailoverHost, PartHost {
  preferences: Required<SourcePreferences> = { timeout: TIMEOUT, saveData: false }
  /** Raised when the sources are replaced or the last adapter leaves: a part that was asked for before that is dropped. */
  generation = 0
  #given: readonly SourceEntry[] = []
  #placed: string | undefined
  /** `src` when the element was last emptied. */
  #lastSrc = ''
  readonly #history = new SourceHistory()
  #driver: FailoverDriver | undefined
  /** Why the failover could not be loaded. */
  #trouble: Fault | undefined
  #confirmation: ReturnType<typeof setTimeout> | undefined
  #word: ReturnType<typeof setTimeout> | undefined
  #users = 0
  #heard: Event | undefined
  #seen: { readonly print: string; readonly list: readonly SourceReport[] } = { print: '[]', list: [] }

  get list(): readonly SourceReport[] {
    const { element, currentSrc, error, feed } = this
    const listed = writtenSources(element, this.#given, this.#placed).map(entry => listSource(element, entry))
    const isThere = element.readyState >= HAVE_CURRENT_DATA
    const list = this.#history.report(listed, { currentSrc, isThere, hasFailed: error !== null, fed: feed?.src })
    // The same one as long as nothing has changed, so that a change can be told.
    const print = JSON.stringify(list)
    if (print !== this.#seen.print) this.#seen = { print, list }
    return this.#seen.list
  }

  setSources(entries: readonly SourceEntry[]): void {
    this.#given = entries
    this.error = null
    // What was begun for the sources before is dropped when it comes.
    this.generation += 1
    this.release()
    this.#history.clear()
    if (entries.length === 0) {
      this.#driver?.choose(entries)
      this.#unplace()
      this.element.load()
      return
    }
    // What stands in src now has given way; what someone puts there later has not.
    if (this.element.hasAttribute('src')) this.#placed = this.element.src
    // Who plays meanwhile means the new ones.
    this.freeze(0, true)
    this.#withDriver(driver => driver.choose(entries), this.#withoutDriver)
  }

  setPreferences(preferences: SourcePreferences): void {
    this.preferences = { ...this.preferences, ...preferences }
  }

  observe(changed: (fault?: Fault) => void): () => void {
    return this.listen(change => (typeof change === 'string' ? changed() : changed(change)))
  }

  raise(reason: Fault): void {
    this.#trouble = reason
    this.tell(reason)
  }

  /** Counts an adapter of the element in: work begins with the first and ends with the last. @returns its end. */
  use(): () => void {
    this.#users += 1
    if (this.#users === 1) this.#begin()
    return () => {
      this.#users -= 1
      if (this.#users === 0) this.#end()
    }
  }

  /** Handles an event of the element or of a `<source>` child before anyone is told. Every adapter passes it on; it is handled once. */
  hear(event: Event): void {
    if (event === this.#heard) return
    this.#heard = event
    if (event.target === this.element) this.#hear(event.type as MediaEventType)
    else if ((event.target as Partial<Element>).localName === 'source')
      this.#sourceFailed(event.target as HTMLSourceElement)
  }

  /** Puts another source into the element. */
  place(src: string, address = src): void {
    this.note(src, 'loading')
    if (this.element.hasAttribute('src') && this.element.src === address) this.element.load()
    else this.element.src = this.#placed = address
  }

  /** Takes note of what has become of a source. */
  note(src: string, state: SourceState, fault?: Fault): void {
    this.#history.note(src, state, fault)
    this.tell('listed')
  }

  /** Tries all sources anew: paused, and of no known length before one is there (HTML, "media element load algorithm"). */
  retry(): void {
    this.wanted = false
    this.setSources(this.#given)
    if (!this.frozen) return
    this.element.pause()
    Object.assign(this.frozen, { duration: Number.NaN, readyState: 0, seeking: false })
  }

  #begin(): void {
    this.#lastSrc = this.element.src
    this.#takeStream()
    // They may all have failed before; or the element may be between two of them just now.
    if (this.element.networkState === NETWORK_NO_SOURCE && this.element.querySelector('source')) this.#confirmSoon()
    if (this.element.networkState === NETWORK_LOADING) this.#expectWord()
    // It may have failed before anyone listened.
    if (this.element.error) this.#broken()
  }

  #end(): void {
    clearTimeout(this.#confirmation)
    clearTimeout(this.#word)
    this.#driver?.stop()
    this.#driver = undefined
    this.generation += 1
    this.frozen = undefined
    this.#unplace()
  }

  /** Puts the author's markup back. Playback goes on. */
  #unplace(): void {
    if (this.#placed !== undefined && this.element.src === this.#placed) this.element.removeAttribute('src')
    this.#placed = undefined
  }

  #hear(type: MediaEventType): void {
    switch (type) {
      case 'play':
        this.wanted = true
        this.#expectWord()
        break
      case 'loadstart':
        // The first load of an element empties nothing.
        this.#lastSrc = this.element.src
        this.#takeStream()
        this.#expectWord()
        break
      case 'pause':
        this.#lookAtEnd()
        if (!this.frozen && !this.element.error && !this.element.ended) this.wanted = false
        break
      case 'emptied':
        this.#lookForOther()
        if (this.error) this.#driver?.anew()
        this.error = null
        break
      case 'error':
        this.#broken()
        break
      case 'ended':
      case 'timeupdate':
        this.#lookAtEnd()
        break
      case 'loadeddata':
        // Not yet of what is to play.
        if (this.frozen?.isChoosing) break
        if (hasPicture(this)) this.#noteLoaded()
        else if (hasOthers(this)) this.#recover(driver => driver.withoutPicture())
        else {
          this.#noteLoaded()
          this.#withDriver(driver => driver.soundAlone())
        }
        break
      case 'playing':
      case 'stalled':
        this.#withDriver()
    }
  }

  /** A stream among what is written is not left to the engine. */
  #takeStream(): void {
    const written = writtenSources(this.element, this.#given, this.#placed)
    if (written !== this.#given && STREAM_TYPE.test(JSON.stringify(this.list))) this.setSources(written)
  }

  #noteLoaded(): void {
    const { currentSrc } = this
    const isTried = this.list.some(({ src, state }) => src === currentSrc && state === 'loading')
    if (isTried) this.note(currentSrc, 'chosen')
    else this.tell('listed')
  }

  /** Someone may have put something else into the element: what is known of the sources before is forgotten. */
  #lookForOther(): void {
    const { src } = this.element
    const isOther = src !== this.#lastSrc && src !== this.#placed
    this.#lastSrc = src
    if (!isOther) return
    this.generation += 1
    this.release()
    this.#history.clear()
    this.#driver?.anew()
  }

  #expectWord(): void {
    clearTimeout(this.#word)
    if (this.#driver || this.element.readyState > 0) return
    this.#word = setTimeout(() => {
      if (this.element.readyState === 0) this.#withDriver()
    }, NO_WORD)
  }

  /** The chosen source cannot go on. */
  #broken(): void {
    if (this.list.length === 0) return
    // The one that was to take over cannot go on either.
    if (this.frozen) this.#driver?.broken()
    else this.#recover(driver => driver.broken())
  }

  /** Some engines jump to the end of a file that breaks off. */
  #lookAtEnd(): void {
    if (!this.frozen && this.element.ended) this.#driver?.ended()
  }

  /** What cannot go on is shown as it was until something has been found. */
  #recover(how: (driver: FailoverDriver) => void): void {
    this.freeze()
    this.#withDriver(how, this.#withoutDriver)
  }

  readonly #withoutDriver = (): void => {
    this.fail(nothingPlays(this.element, this.list, this.#trouble))
  }

  /** Does something with the driver, which is loaded if need be. */
  async #withDriver(how?: (driver: FailoverDriver) => void, otherwise?: () => void): Promise<void> {
    const { generation } = this
    if (this.#users === 0) return
    const part = this.#driver ? undefined : await bring(FAILOVER, this)
    if (generation !== this.generation) return
    if (part && !this.#driver) this.#driver = new part.FailoverDriver(this)
    if (this.#driver) how?.(this.#driver)
    else otherwise?.()
  }

  #sourceFailed(source: HTMLSourceElement): void {
    const { answer } = listSource(this.element, ofElement(source))
    if (source.src) this.note(source.src, answer === '' ? 'refused' : 'failed')
    // Behind the last file may stand what no engine takes, and not all of them say so.
    const last = this.list.filter(each => each.answer !== '').at(-1)
    if (answer !== '' && source.src !== last?.src) return
    // The last failing source is told before the element goes to NO_SOURCE in some engines: look again after it.
    queueMicrotask(() => this.#confirmNoSource())
    this.#confirmSoon()
  }

  #confirmSoon(): void {
    clearTimeout(this.#confirmation)
    this.#confirmation = setTimeout(() => this.#confirmNoSource(), CONFIRMATION_DELAY)
  }

  #confirmNoSource(): void {
    // Frozen: the failure is known, and another source is being tried.
    if (this.#users === 0 || this.error || this.frozen || this.element.networkState !== NETWORK_NO_SOURCE) return
    this.#recover(driver => driver.broken())
  }
}

/** The sources of an element: the same for all of its adapters. */
export const sourcesOf = onceFor((element: HTMLMediaElement) => new ElementSources(element))
