import type { Fault } from '../../core/fault.ts'
import type { MediaErrorLike } from '../../core/playback/snapshot.ts'
import { isSoundType } from '../../core/sources/file-types.ts'
import type { SourceEntry } from '../../core/sources/rank.ts'
import type { SourceReport, SourceState } from '../../core/sources/reports.ts'
import type { MediaEventType } from '../adapter.ts'
import type { SourcePort, SourcePreferences } from '../source-port.ts'
import { type FrozenPlayback, freezePlayback, isOfChange } from './frozen-playback.ts'
import type { RecoverableSources } from './recoverable.ts'
import type { Recovery } from './recovery.ts'
import { SourceHistory } from './source-history.ts'
import { listSource, writtenSources } from './source-list.ts'

const NETWORK_LOADING = 2
const NETWORK_NO_SOURCE = 3
const HAVE_CURRENT_DATA = 2
const MEDIA_ERR_SRC_NOT_SUPPORTED = 4
/** How long an element may be between two sources, in milliseconds. */
const CONFIRMATION_DELAY = 100
/** Seconds without data after which a source is left. */
const TIMEOUT = 10

/** After this long without a word of a source there is trouble, in milliseconds; not all engines say so. */
const NO_WORD = 3000

/** What happens to the sources, as adapters have to tell it. */
export type SourceChange = 'listed' | 'held' | 'released' | 'failed'

/**
 * The sources of one element, and which of them plays. The engine chooses among `<source>` children by itself; what it
 * never leaves (a source that breaks, is silent, or has no picture) is left by {@link Recovery}, which is loaded with the
 * first playback or the first trouble. Adapters of the same element share it.
 */
export class ElementSources implements SourcePort, RecoverableSources {
  readonly element: HTMLMediaElement
  /** What is shown while one source gives way to another. */
  held: FrozenPlayback | undefined
  /** Nothing can be played. */
  error: MediaErrorLike | null = null
  wishes: Required<SourcePreferences> = { timeout: TIMEOUT, saveData: false }
  /** Somebody wants it to play. */
  wanted: boolean
  #given: readonly SourceEntry[] = []
  #placed: string | undefined
  readonly #fates = new SourceHistory()
  readonly #listeners = new Set<(change: SourceChange) => void>()
  #recovery: Promise<Recovery | undefined> | undefined
  #loaded: Recovery | undefined
  /** Where the media stood when nothing was left to try, in seconds. */
  stoodAt = 0
  #confirmation: ReturnType<typeof setTimeout> | undefined
  #word: ReturnType<typeof setTimeout> | undefined
  #users = 0
  #heard: Event | undefined
  #seen: { readonly print: string; readonly list: readonly SourceReport[] } = { print: '[]', list: [] }

  constructor(element: HTMLMediaElement) {
    this.element = element
    this.wanted = !element.paused
  }

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
    return this.#fates.report(listed, { currentSrc: element.currentSrc, isThere, hasFailed: this.error !== null })
  }

  give(entries: readonly SourceEntry[]): void {
    this.#given = entries
    this.error = null
    this.release()
    this.#fates.clear()
    if (entries.length === 0) {
      this.#unplace()
      this.element.load()
      return
    }
    // What stands in src now has given way; what someone puts there later has not.
    if (this.element.hasAttribute('src')) this.#placed = this.element.src
    this.#load().then(recovery => recovery?.choose(entries))
  }

  wish(wishes: SourcePreferences): void {
    this.wishes = { ...this.wishes, ...wishes }
  }

  observe(changed: () => void): () => void {
    return this.listen(changed)
  }

  /** Like {@link observe}, and says what has changed. */
  listen(listener: (change: SourceChange) => void): () => void {
    this.#listeners.add(listener)
    return () => this.#listeners.delete(listener)
  }

  /** Whether an event is of a change of sources, and not to be told. */
  keepsBack(type: string): boolean {
    return this.held !== undefined && isOfChange(type)
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
    this.#fates.note(src, state, fault)
    this.tell('listed')
  }

  /** From now on the element is shown as it was, until {@link release} or {@link fail}. */
  hold(currentTime?: number): void {
    if (this.held) return
    this.held = freezePlayback(this.element, !this.wanted, currentTime)
    this.tell('held')
  }

  release(): void {
    if (!this.held) return
    this.held = undefined
    this.tell('released')
  }

  /** There is nothing left to try. */
  fail(error: MediaErrorLike): void {
    this.stoodAt = this.held?.currentTime ?? this.element.currentTime
    this.held = undefined
    this.error = error
    this.tell('failed')
  }

  /** After all had failed there is hope again: waits where it stood. */
  standBy(): void {
    this.error = null
    this.hold(this.stoodAt)
  }

  tell(change: SourceChange): void {
    for (const listener of [...this.#listeners]) listener(change)
  }

  /** Begins anew with all that is written: the way on after everything has failed. */
  retry(): void {
    this.error = null
    this.#fates.clear()
    if (this.#placed !== undefined && this.#given.length === 0) this.#unplace()
    if (this.#given.length > 0) this.give(this.#given)
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
    this.#loaded?.stop()
    this.#loaded = undefined
    this.#recovery = undefined
    this.held = undefined
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
        if (!this.held && !this.element.error && !this.element.ended) this.wanted = false
        break
      case 'emptied':
        // Someone has put something else into it.
        if (!this.held && this.element.src !== (this.#placed ?? '')) this.#fates.clear()
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
        if (!this.#hasPicture() && this.#hasOthers()) this.#recover(recovery => recovery.withoutPicture())
        else this.tell('listed')
        break
      case 'playing':
      case 'stalled':
        this.#load()
    }
  }

  #expectWord(): void {
    clearTimeout(this.#word)
    if (this.#loaded || this.element.readyState > 0) return
    this.#word = setTimeout(() => {
      if (this.element.readyState === 0) this.#load()
    }, NO_WORD)
  }

  /** Sound alone of what was to have a picture: engines play what they can of a file, without an error. */
  #hasPicture(): boolean {
    if (!('videoWidth' in this.element) || (this.element as HTMLVideoElement).videoWidth > 0) return true
    const { type = '' } = this.list.find(({ src }) => src === this.element.currentSrc) ?? {}
    return type === '' || isSoundType(type)
  }

  #hasOthers(): boolean {
    return this.list.some(
      ({ src, state }) => src !== this.element.currentSrc && (state === 'untried' || state === 'refused')
    )
  }

  /** The chosen source cannot go on. */
  #broken(): void {
    if (this.list.length === 0) return
    // The one that was to take over cannot go on either.
    if (this.held) this.#loaded?.broken()
    else this.#recover(recovery => recovery.broken())
  }

  /** Some engines jump to the end of a file that breaks off. */
  #lookAtEnd(): void {
    const recovery = this.#loaded
    if (this.held || !this.element.ended || !recovery?.isTooEarly()) return
    this.hold(recovery.lastTime)
    recovery.broken()
  }

  #recover(how: (recovery: Recovery) => void): void {
    this.hold()
    this.#load().then(recovery => {
      if (recovery) how(recovery)
      else this.fail(this.element.error ?? this.#nothingPlays())
    })
  }

  /** `undefined` where it cannot be loaded, as without a connection. */
  #load(): Promise<Recovery | undefined> {
    this.#recovery ??= import('./recovery.ts').then(
      ({ Recovery }) => {
        this.#loaded = this.#users > 0 ? new Recovery(this) : undefined
        return this.#loaded
      },
      () => undefined
    )
    return this.#recovery
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
    if (this.#users === 0 || this.error || this.held || this.element.networkState !== NETWORK_NO_SOURCE) return
    this.#recover(recovery => recovery.broken())
  }

  #nothingPlays(): MediaErrorLike {
    const names = this.list.map(({ name }) => name)
    return { code: MEDIA_ERR_SRC_NOT_SUPPORTED, message: `Tried in vain: ${names.join(', ')}` }
  }
}

const known = new WeakMap<HTMLMediaElement, ElementSources>()

/** The sources of an element: the same for all of its adapters. */
export const sourcesOf = (element: HTMLMediaElement): ElementSources => {
  const found = known.get(element) ?? new ElementSources(element)
  known.set(element, found)
  return found
}
