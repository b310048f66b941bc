import {
  initialTrack,
  preferredTrack,
  type RememberedChoice,
  type TrackOffer
} from '../../core/captions/choose-track.ts'
import type { Cue } from '../../core/captions/cue.ts'
import type { CueNode } from '../../core/captions/text/cue-text.ts'
import { plainCueText } from '../../core/captions/text/parse-cue-text.ts'
import { type Fault, fault } from '../../core/fault.ts'
import type { Moment } from '../../core/moments/read-moments.ts'
import type { TrackSource } from '../../media/text-tracks.ts'
import type { Feature, YokeView } from '../yoke/yoke-view.ts'
import { CaptionTrack, type TrackOwner } from './caption-track.ts'
import { findTracks } from './find-tracks.ts'
import { recall, remember } from './memory.ts'
import type { CaptionsView } from './track-list.ts'

/** No more cues of a track are drawn at once. */
const MOST_CUES = 50

const isShown = ({ kind }: { readonly kind: string }): boolean => kind === 'captions' || kind === 'subtitles'

const timesIn = (nodes: readonly CueNode[]): readonly number[] =>
  nodes.flatMap(node => (node.type === 'timestamp' ? [node.time] : node.type === 'text' ? [] : timesIn(node.children)))

/** The languages that suit the viewer: their own, then the page's. */
const viewerLanguages = (): readonly string[] => [...navigator.languages, document.documentElement.lang].filter(Boolean)

/** Whether a track was made from this source. */
const isOf = (track: CaptionTrack | undefined, { origin, src, kind, srclang, label }: TrackSource): boolean => {
  const source = track?.source
  const isSameText = source?.src === src && source.srclang === srclang
  return isSameText && source.origin === origin && source.kind === kind && source.label === label
}

/** An id for each track that has none of its own: its language, else its kind, with a number where that is taken. */
const idsFor = (sources: readonly TrackSource[]): readonly string[] => {
  const taken = new Set(sources.map(({ id }) => id).filter(Boolean))
  return sources.map(({ id, srclang, kind }) => {
    if (id) return id
    const stem = isShown({ kind }) ? srclang || kind : `${kind}${srclang && `-${srclang}`}`
    let free = stem
    for (let number = 2; taken.has(free); number += 1) free = `${stem}-${number}`
    taken.add(free)
    return free
  })
}

/**
 * The text tracks of one yoke: which there are, which is shown, and what it says now. Fires `cuechange` when what is to
 * be seen changes, and `cuelistchange` when a track has other cues.
 */
export class Captions extends EventTarget implements CaptionsView, TrackOwner {
  readonly #host: YokeView
  /** Takes the next change of cues off the timeline. */
  #cancelNext: (() => void) | undefined
  readonly #stop: () => void
  #tracks: readonly CaptionTrack[] = []
  #active: readonly Cue[] = []
  /** The last timestamp inside a cue that has passed. */
  #passed = 0
  /** Modes are being set from here. */
  #settling = false
  /** The moments that are chapters of a track. */
  #chapters: readonly Moment[] = []
  #stopElsewhere: (() => void) | undefined

  constructor(host: YokeView) {
    super()
    this.#host = host
    this.#stop = host.subscribe(
      ({ snapshot }) => `${snapshot.currentTime} ${snapshot.paused} ${snapshot.playbackRate} ${snapshot.readyState}`,
      () => this.update()
    )
  }

  get tracks(): readonly CaptionTrack[] {
    return this.#tracks
  }

  /** The tracks that are drawn: the one that is chosen, else those that are forced. */
  get showing(): readonly CaptionTrack[] {
    return this.#tracks.filter(track => isShown(track) && track.mode === 'showing')
  }

  get now(): number {
    const { media, snapshot } = this.#host
    return !media || snapshot.seeking || snapshot.scrubbing ? snapshot.currentTime : media.currentTime
  }

  /** The cues of a track that are drawn now. */
  shownOf(track: CaptionTrack): readonly Cue[] {
    const active = track.index.activeAt(this.now, MOST_CUES + 1)
    if (active.length > MOST_CUES)
      track.raiseOnce(
        fault(
          'cues-too-many',
          `The track “${track.label}” shows more than ${MOST_CUES} cues at once; the first ${MOST_CUES} are drawn.`,
          'let cues end before so many others begin'
        )
      )
    return active.slice(0, MOST_CUES)
  }

  /** Whether the track of a source is on its way. */
  isLoading(source: TrackSource): boolean {
    return this.#tracks.some(track => isOf(track, source) && track.readyState === 1)
  }

  /** Takes the tracks that were found, keeping those that are the same as before. */
  setSources(sources: readonly TrackSource[]): void {
    const before = this.#tracks
    this.#watchElsewhere()
    if (sources.length === before.length && sources.every((source, index) => isOf(before[index], source))) return
    const ids = idsFor(sources)
    this.#tracks = sources.map(
      (source, index) => before.find(track => isOf(track, source)) ?? new CaptionTrack(source, ids[index] ?? '', this)
    )
    for (const track of before) if (!this.#tracks.includes(track)) track.dispose()
    const first = !before.some(isShown)
    this.#host.textTracks.replace(this.#tracks)
    this.#host.setContext({ captionTracks: this.#offers() })
    const chosen = this.#host.snapshot.captions
    if (first) this.#show(initialTrack(this.#offers(), this.#options())?.id ?? '')
    else this.#show(this.#tracks.some(({ id }) => id === chosen) ? chosen : '')
    this.#takeChapters(this.#tracks.find(({ kind }) => kind === 'chapters'))
    for (const track of this.#tracks)
      if (track.kind === 'descriptions' && track.mode === 'disabled') track.mode = 'hidden'
  }

  /** Shows a track by its id, `''` for none, because the viewer wants it; and remembers that. */
  choose(id: string): void {
    const track = this.#tracks.find(track => track.id === id)
    const language = track?.language ?? recall().choice?.language ?? ''
    const choice: RememberedChoice = { showing: track !== undefined, language }
    remember({ choice })
    this.#show(id)
  }

  /** A track has other cues: while a file comes in, many times in a row. */
  cuesChanged(): void {
    this.update()
    this.dispatchEvent(new Event('cuelistchange'))
  }

  /** A track's mode has changed, perhaps by the page's script, or all of it has come. */
  changed(track: CaptionTrack): void {
    if (this.#settling) return
    const showing = this.#tracks.find(
      ({ kind, mode, source }) => isShown({ kind }) && mode === 'showing' && !source.forced
    )
    if (isShown(track) && (showing?.id ?? '') !== this.#host.snapshot.captions) this.#show(showing?.id ?? '')
    this.#host.textTracks.dispatchEvent(new Event('change'))
    this.#mirror()
    this.update(true)
  }

  raise(reason: Fault, element?: Element): void {
    if (!this.#host.disposed) this.#host.raise(reason, element)
  }

  /** Looks what is to be seen at this moment, and when that changes next. */
  update(anew = false): void {
    const { now } = this
    const active = this.showing.flatMap(track => this.shownOf(track))
    const times = this.#timesOf(active)
    const passed = times.reduce((latest, time) => (time <= now && time > latest ? time : latest), 0)
    const isSame = active.length === this.#active.length && active.every((cue, index) => cue === this.#active[index])
    this.#active = active
    if (!isSame || anew) this.#host.setContext({ captionText: this.#textOf(active) })
    if (!isSame || anew || passed !== this.#passed) {
      this.#passed = passed
      this.dispatchEvent(new Event('cuechange'))
    }
    for (const track of this.#tracks) track.tell(now)
    const changes = this.#tracks.map(track =>
      track.mode === 'disabled' ? Number.POSITIVE_INFINITY : track.index.nextChange(now)
    )
    this.#cancelNext?.()
    const next = [...changes, ...times].reduce(
      (soonest, time) => (time > now && time < soonest ? time : soonest),
      Number.POSITIVE_INFINITY
    )
    this.#cancelNext = Number.isFinite(next) ? this.#host.timeline.at(next, () => this.update(), true) : undefined
  }

  stop(): void {
    this.#stop()
    this.#cancelNext?.()
    this.#stopElsewhere?.()
    for (const track of this.#tracks) track.dispose()
    this.#host.textTracks.replace([])
  }

  #offers(): readonly TrackOffer[] {
    return this.#tracks.filter(isShown).map(({ id, kind, label, language, source }) => ({
      id,
      kind: kind as TrackOffer['kind'],
      label,
      language,
      default: source.default,
      forced: source.forced
    }))
  }

  #options(): { readonly remembered: RememberedChoice | undefined; readonly languages: readonly string[] } {
    return { remembered: recall().choice, languages: viewerLanguages() }
  }

  #show(id: string): void {
    this.#settling = true
    for (const track of this.#tracks.filter(isShown)) {
      const isWanted = id === '' ? track.source.forced : track.id === id
      if (isWanted) track.mode = 'showing'
      else if (track.mode === 'showing') track.mode = 'disabled'
    }
    this.#settling = false
    this.#host.setContext({
      captions: id,
      preferredCaptions: id || (preferredTrack(this.#offers(), this.#options())?.id ?? '')
    })
    this.#host.textTracks.dispatchEvent(new Event('change'))
    this.#mirror()
    this.update(true)
  }

  #timesOf(active: readonly Cue[]): readonly number[] {
    const withTimes = active.filter(({ text }) => /<\d/.test(text))
    return withTimes.flatMap(cue => timesIn(this.treeOf(cue)))
  }

  /** The tree of a cue that is shown. */
  treeOf(cue: Cue): readonly CueNode[] {
    return this.#tracks.find(track => track.index.has(cue))?.treeOf(cue) ?? []
  }

  #textOf(active: readonly Cue[]): string {
    return active.map(cue => plainCueText(this.treeOf(cue)).trim()).join('\n')
  }

  /** Chapters are moments, unless the page has named its own. */
  async #takeChapters(track: CaptionTrack | undefined): Promise<void> {
    const isOurs = (): boolean =>
      this.#host.snapshot.moments === this.#chapters || this.#host.snapshot.moments.length === 0
    if (!isOurs()) return
    const cues = (await track?.load()) ?? []
    if (!isOurs() || !track || !this.#tracks.includes(track)) {
      if (isOurs() && this.#chapters.length > 0) this.#host.setContext({ moments: [] })
      return
    }
    const moments = cues.map(cue => ({
      at: { kind: 'seconds' as const, seconds: cue.startTime },
      until: { kind: 'seconds' as const, seconds: cue.endTime },
      label: plainCueText(track.treeOf(cue)).trim(),
      lane: '',
      record: {}
    }))
    this.#chapters = moments
    this.#host.setContext({ moments })
  }

  #watchElsewhere(): void {
    this.#stopElsewhere?.()
    this.#stopElsewhere = this.#host.media?.textTracks?.observeElsewhere(() => this.#mirror())
  }

  /** Where only the system draws, it gets the cues. */
  #mirror(): void {
    const port = this.#host.media?.textTracks
    if (port) port.mirror(port.isElsewhere ? this.showing.flatMap(track => track.all) : [])
  }
}

/** Shows captions from when there are tracks. */
export const begin: Feature = (yoke, signal) => {
  const captions = new Captions(yoke)
  const look = (): void => {
    const sources = findTracks(yoke)
    // A player that has gone waits for no answer: what has not come yet is loaded anew if it comes back.
    const isLeft = !yoke.media && yoke.scopes.size === 0
    captions.setSources(isLeft ? sources.filter(source => !captions.isLoading(source)) : sources)
  }
  look()
  yoke.captions = captions
  yoke.subscribe(({ trackChanges }) => trackChanges, look)
  yoke.subscribe(({ settings: { tracks } }) => tracks, look)
  signal.addEventListener('abort', () => captions.stop())
}
