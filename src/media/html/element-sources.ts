import type { Fault } from '../../core/fault.ts'
import type { SourceEntry } from '../../core/sources/rank.ts'
import type { SourceReport, SourceState } from '../../core/sources/reports.ts'
import { bring, definePart, type PartHost } from '../../loading/part.ts'
import type { MediaEventType } from '../adapter.ts'
import type { SourcePort, SourcePreferences } from '../source-port.ts'
import type { FailoverDriver } from './failover-driver.ts'
import type { FailoverHost } from './failover-host.ts'
import { ShownPlayback } from './shown-playback.ts'
import { SourceHistory } from './source-history.ts'
import { hasOthers, hasPicture, listSource, nothingPlays, writtenSources } from './source-list.ts'

const NETWORK_LOADING = 2
const NETWORK_NO_SOURCE = 3
const HAVE_CURRENT_DATA = 2
/** How long an element may be between two sources, in milliseconds. */
const CONFIRMATION_DELAY = 100
/** Seconds without data after which a source is left. */
const TIMEOUT = 10
/** After this long without a word of a source there is trouble, in milliseconds; not all engines say so. */
const NO_WORD = 3000

const FAILOVER = definePart(() => import('./failover-driver.ts'))

/**
 * The sources of one element, and which of them plays. The engine chooses among `<source>` children by itself; what it
 * never leaves (a source that breaks, is silent, or has no picture) is left by {@link FailoverDriver}, which is loaded with
 * the first playback or the first trouble. Adapters of the same element share it.
 */
export class ElementSources extends ShownPlayback implements SourcePort, FailoverHost, PartHost {
  preferences: Required<SourcePreferences> = { timeout: TIMEOUT, saveData: false }
  /** Counts its stays with adapters: a part that comes after the last has gone is dropped. */
  generation = 0
  #given: readonly SourceEntry[] = []
  #placed: string | undefined
  readonly #history = new SourceHistory()
  #driver: FailoverDriver | undefined
  /** Why what mends failures could not be loaded. */
  #trouble: Fault | undefined
  #confirmation: ReturnType<typeof setTimeout> | undefined
  #word: ReturnType<typeof setTimeout> | undefined
  #users = 0
  #heard: Event | undefined
  #seen: { readonly print: string; readonly list: readonly SourceReport[] } = { print: '[]', list: [] }

  get list(): readonly SourceReport[] {
    const list = this.#read()
    // The same one as long as nothing has changed, so that a change can be told.
    const print = JSON.stringify(list)
    if (print !== this.#seen.print) this.#seen = { print, list }
    return this.#seen.list
  }

  #read(): readonly SourceReport[] {
    const { element } = this
    const entries = writtenSources(element, this.#given, this.#placed)
    const listed = entries.map(entry => listSource(element, entry))
    const isThere = element.readyState >= HAVE_CURRENT_DATA
    return this.#history.report(listed, { currentSrc: element.currentSrc, isThere, hasFailed: this.error !== null })
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
    this.#withDriver(driver => driver.choose(entries))
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

  /** The way the element goes with its first adapter, and back with its last. */
  use(): () => void {
    this.#users += 1
    if (this.#users === 1) this.#begin()
    return () => {
      this.#users -= 1
      if (this.#users === 0) this.#end()
    }
  }

  /** Every event of the element and of its `<source>` children, before anyone is told of it; each adapter hands them on, and once counts. */
  hear(event: Event): void {
    if (event === this.#heard) return
    this.#heard = event
    if (event.target === this.element) this.#hear(event.type as MediaEventType)
    else if (event.target instanceof HTMLSourceElement) this.#sourceFailed(event.target)
  }

  /** Puts another source into the element. */
  place(src: string): void {
    this.note(src, 'loading')
    if (this.element.hasAttribute('src') && this.element.src === src) {
      this.element.load()
      return
    }
    this.#placed = src
    this.element.src = src
  }

  /** Takes note of what has become of a source. */
  note(src: string, state: SourceState, fault?: Fault): void {
    this.#history.note(src, state, fault)
    this.tell('listed')
  }

  /** Begins anew with all that is written: the way on after everything has failed. */
  retry(): void {
    this.#driver?.anew()
    this.error = null
    this.#history.clear()
    if (this.#placed !== undefined && this.#given.length === 0) this.#unplace()
    if (this.#given.length > 0) this.setSources(this.#given)
    else this.element.load()
  }

  #begin(): void {
    // They may all have failed before; or the element may be between two of them just now.
    if (this.element.networkState === NETWORK_NO_SOURCE && this.element.querySelector('source'))
      this.#confirmation = setTimeout(() => this.#confirmNoSource(), CONFIRMATION_DELAY)
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

  /** The markup is its author's again. What plays goes on. */
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
        this.#expectWord()
        break
      case 'pause':
        this.#lookAtEnd()
        if (!this.frozen && !this.element.error && !this.element.ended) this.wanted = false
        break
      case 'emptied':
        // Someone has put something else into it.
        if (!this.frozen && this.element.src !== (this.#placed ?? '')) this.#history.clear()
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
        if (!hasPicture(this.element, this.list) && hasOthers(this.element, this.list))
          this.#recover(driver => driver.withoutPicture())
        else this.tell('listed')
        break
      case 'playing':
      case 'stalled':
        this.#withDriver()
    }
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
    this.#withDriver(how, () => this.fail(nothingPlays(this.element, this.list, this.#trouble)))
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
    const { answer } = listSource(this.element, { src: source.src, ...(source.type && { type: source.type }) })
    if (source.src) this.note(source.src, answer === '' ? 'refused' : 'failed')
    if (source !== [...this.element.querySelectorAll('source')].at(-1)) return
    // The last failing source is told before the element goes to NO_SOURCE in some engines: look again after it.
    queueMicrotask(() => this.#confirmNoSource())
  }

  #confirmNoSource(): void {
    // FrozenPlayback: it has been seen already, and what else there is is being looked for.
    if (this.#users === 0 || this.error || this.frozen || this.element.networkState !== NETWORK_NO_SOURCE) return
    this.#recover(driver => driver.broken())
  }
}

const known = new WeakMap<HTMLMediaElement, ElementSources>()

/** The sources of an element: the same for all of its adapters. */
export const sourcesOf = (element: HTMLMediaElement): ElementSources => {
  const found = known.get(element) ?? new ElementSources(element)
  known.set(element, found)
  return found
}
