import type { Fault } from '../../core/fault.ts'
import { STATES } from '../../core/playback/states.ts'
import { PlayOrder } from '../../core/playlist/play-order.ts'
import { type PlaylistItem, readPlaylist } from '../../core/playlist/read-playlist.ts'
import type { Repeat } from '../../core/playlist/repeats.ts'
import { use } from '../../loading/part.ts'
import { fetchDocument } from '../clip/fetch-document.ts'
import type { ReadyClip } from '../clip/read-clip.ts'
import type { PlaylistView, YokeView } from '../yoke/yoke-view.ts'
import { clipOfItem } from './clip-of-item.ts'
import { PLAYLIST_FAULTS } from './faults-part.ts'

/** What a playlist does with its yoke beside what any part does. */
export interface PlaylistHost extends YokeView {
  playlist: PlaylistView | undefined
  readonly layers: {
    replace(origin: 'given clip', settings: object): void
    take(origin: 'clip' | 'attribute', settings: object): void
  }
  mediaArrived(): void
  failWithout(reason: Fault, element?: Element): void
}

/** An item that has run for less than this, in seconds, is left by `previous`; any other begins anew. */
const BEGUN = 3

/** What has stopped no longer ago than this, in milliseconds, was not paused by anyone's wish before it ended. */
const JUST_NOW = 1000

/** The list that a yoke plays: which item it plays now, which comes next, and that it comes. */
export class Playlist implements PlaylistView {
  label = ''
  // Of interest once something plays: `playing.ts` says them.
  mediaKeys: PlaylistView['mediaKeys'] = {}
  metadata: MediaMetadataInit = {}
  failed: readonly PlaylistItem[] = []
  readonly #yoke: PlaylistHost
  readonly #order = new PlayOrder<PlaylistItem>()
  /** What addresses in records are relative to. */
  #base = document.baseURI
  /** Ends the fetching of a list that is not wanted any more. */
  #fetching = new AbortController()
  /** Until when it was known to play, by the page's clock in milliseconds; `Infinity` while it plays, or is to. */
  #ranUntil = Number.NEGATIVE_INFINITY

  /** What has become of the media. */
  #outcome: 'failed' | 'ended' | undefined

  constructor(yoke: PlaylistHost) {
    this.#yoke = yoke
  }

  get items(): readonly PlaylistItem[] {
    return this.#order.items
  }

  get current(): PlaylistItem | undefined {
    return this.#order.current
  }

  get index(): number {
    return this.#order.index
  }

  get following(): PlaylistItem | undefined {
    return this.#order.following
  }

  get preceding(): PlaylistItem | undefined {
    return this.#order.preceding
  }

  /** What plays when the present one has ended by itself. */
  get afterEnd(): PlaylistItem | undefined {
    return this.#order.afterEnd
  }

  /** Whether `previous` goes to the start of this one. */
  get isBegun(): boolean {
    return this.#yoke.snapshot.currentTime > BEGUN
  }

  get repeat(): Repeat {
    return this.#order.repeat
  }

  get shuffle(): boolean {
    return this.#order.shuffle
  }

  /** An address of a record, as the page would have to write it. */
  resolve(address: string): string {
    return URL.canParse(address, this.#base) ? new URL(address, this.#base).href : address
  }

  /** What of an item is played, and how. */
  clipOf({ record }: PlaylistItem): ReadyClip {
    return clipOfItem(record, this.#yoke.settings.clipFields, this.#base)
  }

  /** Reads what the setting `playlist` says: a list, its text, or its address. */
  async read(): Promise<void> {
    this.#fetching.abort()
    this.#fetching = new AbortController()
    const { signal } = this.#fetching
    const { playlist } = this.#yoke.settings
    if (typeof playlist !== 'string' || /^\s*[[{]/.test(playlist)) {
      this.#take(typeof playlist === 'string' ? parseText(playlist) : (playlist ?? []), document.baseURI)
      return
    }
    const fetched = await fetchDocument('playlist', playlist, signal)
    if (signal.aborted) return
    if (fetched.ok) this.#take(fetched.value.data, fetched.value.base)
    else {
      this.#yoke.retryWithoutMedia = () => void this.read()
      this.#yoke.failWithout(fetched.fault)
      this.#yoke.mediaArrived()
    }
  }

  /** How it goes on, as settings say. */
  arrange(): void {
    const { repeat, shuffle } = this.#yoke.settings
    this.#order.repeat = repeat
    this.#order.shuffle = shuffle
    this.#yoke.refresh()
  }

  /** Plays the next one, if it was playing. */
  next(): void {
    this.#go(this.#order.next())
  }

  /** Goes to the start of this one, or back to the one before. */
  previous(): void {
    if (this.isBegun) void this.#yoke.run('seek', '0%')
    else this.#go(this.#order.previous())
  }

  /** Plays an item; one that plays already begins anew. @returns whether it is in the list. */
  play(item: PlaylistItem): boolean {
    const isSame = item === this.current && !this.failed.includes(item)
    if (!this.#order.choose(item)) return false
    this.failed = this.failed.filter(each => each !== item)
    if (isSame) void this.#yoke.run('restart')
    else this.#show(item, true)
    return true
  }

  /** The media has changed: goes on behind what has ended or cannot be played. */
  follow(): void {
    const { snapshot } = this.#yoke
    const { error, ended, loop } = snapshot
    const outcome = error ? 'failed' : ended && !loop ? 'ended' : undefined
    // What was so before is no news of the item that is shown now.
    const isNews = outcome !== this.#outcome
    this.#outcome = outcome
    // Whoever tells of it has not come to its end; and engines pause before they tell that something has ended.
    if (isNews && outcome) setTimeout(() => this.#goOn(outcome))
    if (outcome) return
    if (!snapshot.paused) this.#ranUntil = Number.POSITIVE_INFINITY
    else if (this.#ranUntil === Number.POSITIVE_INFINITY) this.#ranUntil = performance.now()
    if (this.failed.length > 0 && STATES.playing(snapshot)) this.#mend()
  }

  stop(): void {
    this.#fetching.abort()
    this.#yoke.retryWithoutMedia = undefined
  }

  #take(document: unknown, base: string): void {
    const before = this.current
    const record = before?.record
    const { items, label, repeat, shuffle, isWhole } = readPlaylist(document, this.items)
    if (!isWhole) this.#tell(({ faultsOfPlaylist }) => faultsOfPlaylist(document))
    this.#base = base
    this.label = label
    this.#order.items = items
    const stays = new Set(items)
    this.failed = this.failed.filter(item => stays.has(item))
    this.#yoke.layers.take('clip', { repeat, shuffle })
    this.arrange()
    if (items.length === 0) this.#yoke.layers.replace('given clip', {})
    else if (!before) this.#go(this.#order.next())
    // What plays plays on, also where its record says something else of it now.
    else if (record !== before.record) this.#update(before)
    this.#yoke.retryWithoutMedia = undefined
    this.#yoke.mediaArrived()
    this.#yoke.refresh()
  }

  #goOn(outcome: 'failed' | 'ended'): void {
    if (this.#yoke.disposed || this.#outcome !== outcome) return
    if (outcome === 'failed') this.#fail(this.current)
    else this.#end()
  }

  /** What ended is left for the next one; behind the last one all is as at the end of any media. */
  #end(): void {
    if (!this.#isPlaying) return
    this.#ranUntil = Number.NEGATIVE_INFINITY
    const { current } = this
    const item = this.#order.end()
    if (!item) return
    if (item === current) void this.#yoke.run('restart')
    else this.#show(item, true)
  }

  /** What plays has not failed, whatever was before. */
  #mend(): void {
    const { current } = this
    if (!current || !this.failed.includes(current)) return
    this.#order.choose(current)
    this.failed = this.failed.filter(each => each !== current)
    this.#yoke.refresh()
  }

  #fail(item: PlaylistItem | undefined): void {
    if (this.#yoke.disposed || !item || this.failed.includes(item)) return
    this.#order.fail(item)
    this.failed = [...this.failed, item]
    const next = this.#order.next()
    if (next) this.#show(next, this.#isPlaying)
    this.#yoke.refresh()
  }

  /** It plays, or has stopped just now: engines pause before they say that something has ended or failed. */
  get #isPlaying(): boolean {
    return performance.now() - this.#ranUntil < JUST_NOW
  }

  #go(item: PlaylistItem | undefined): void {
    if (item) this.#show(item, this.#isPlaying)
  }

  /** Another item is what the yoke plays. */
  #show(item: PlaylistItem, plays: boolean): void {
    this.#ranUntil = plays ? Number.POSITIVE_INFINITY : Number.NEGATIVE_INFINITY
    const { settings, faults } = this.clipOf(item)
    for (const reason of faults) this.#yoke.raise(reason)
    if (!settings.sources?.length) {
      this.#tell(({ withoutSources }) => [withoutSources(item.record)])
      // One after the other: thousands of such items would hold the page up.
      setTimeout(() => item === this.current && this.#fail(item))
      return
    }
    const isLoaded = this.#replace(settings)
    this.#yoke.refresh()
    if (isLoaded && (settings.from ?? settings.until) === undefined) void this.#yoke.run('seek', '0%')
    if (plays) void this.#yoke.run('play')
  }

  #tell(choose: (faults: typeof import('../../core/playlist/playlist-faults.ts')) => readonly Fault[]): void {
    use(PLAYLIST_FAULTS, this.#yoke, faults => {
      for (const reason of choose(faults)) this.#yoke.raise(reason)
    })
  }

  #update(item: PlaylistItem): void {
    this.#replace(this.clipOf(item).settings)
  }

  /** @returns whether what is loaded stays: many items may be stretches of one file. */
  #replace(settings: ReadyClip['settings']): boolean {
    const { sources } = this.#yoke.settings
    const isSame = JSON.stringify(sources) === JSON.stringify(settings.sources) && !this.#yoke.snapshot.error
    this.#yoke.layers.replace('given clip', isSame ? { ...settings, sources } : settings)
    return isSame
  }
}

/** Text that is no JSON is no list either: told as such. */
const parseText = (text: string): unknown => {
  try {
    return JSON.parse(text)
  } catch {
    return text
  }
}
