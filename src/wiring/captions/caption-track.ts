import type { Finding } from '../../core/captions/check/findings.ts'
import type { Cue } from '../../core/captions/cue.ts'
import { CueIndex } from '../../core/captions/index/cue-index.ts'
import { changeCue, readCue } from '../../core/captions/read-cue.ts'
import { BASIC_REFERENCES, type CueNode, type NamedReferences } from '../../core/captions/text/cue-text.ts'
import { MOST_LETTERS, MOST_TAGS, parseCueText } from '../../core/captions/text/parse-cue-text.ts'
import { type Fault, fault } from '../../core/fault.ts'
import { bring, definePart, type PartHost } from '../../loading/part.ts'
import type { TrackSource } from '../../media/text-tracks.ts'
import { loadCues } from './load-cues.ts'
import type { TimedCue, TrackKind, TrackView } from './track-list.ts'
import { createYielder } from './yield-to-page.ts'

/** How many cue objects are made between two looks at the clock. */
const CUES_AT_ONCE = 256

/** What a track needs of its owner. */
export interface TrackOwner {
  /** Seconds. */
  readonly now: number
  /** The mode of a track has changed, or all of it has come. */
  changed(track: CaptionTrack): void
  /** A track has other cues. */
  cuesChanged(): void
  raise(reason: Fault, element?: Element): void
}

const isFatal = ({ code }: Finding): boolean => code === 'vtt-signature-missing'

const tooLarge = ({ startTime }: Cue): Fault =>
  fault(
    'cue-too-large',
    `The cue at ${startTime} s has more than ${MOST_LETTERS} characters, or more than ${MOST_TAGS} tags in one another; the rest is left out.`,
    'part it into several cues'
  )

const SENTENCES = definePart(() => import('../../core/captions/check/sentences.ts'))

/** What is wrong with a file, in one fault; its sentences are loaded when there is something to say. */
const sumUp = async (address: string, findings: readonly Finding[], host: PartHost): Promise<Fault | undefined> => {
  const sentences = await bring(SENTENCES, host)
  const errors = findings.filter(finding => sentences?.isError(finding) ?? isFatal(finding))
  const [finding] = errors
  if (!finding) return undefined
  const first = sentences?.faultOfFinding(finding) ?? { ...finding, message: '', hint: '' }
  const more = errors.length > 1 ? ` (and ${errors.length - 1} more)` : ''
  const place = `${address}:${first.line}:${first.column}`
  return fault(
    first.code,
    `${place} ${first.message}${more}`,
    `${first.hint}; yokewright check lists all that is wrong`
  )
}

/** One text track: by HTML's names, with its cues by time. */
export class CaptionTrack extends EventTarget implements TrackView {
  readonly id: string
  readonly kind: TrackKind
  readonly label: string
  readonly language: string
  readonly source: TrackSource
  readonly index = new CueIndex()
  styles: readonly string[] = []
  references: NamedReferences = BASIC_REFERENCES
  readyState: 0 | 1 | 2 | 3 = 0
  /** Why it could not be loaded. */
  fault: Fault | undefined
  readonly #owner: TrackOwner
  readonly #life = new AbortController()
  #trees = new WeakMap<Cue, readonly CueNode[]>()
  #mode: TrackView['mode'] = 'disabled'
  #cues: readonly Cue[] | undefined
  /** What was active when it was told the last time. */
  #told: readonly Cue[] = []
  #loading: Promise<void> | undefined
  readonly #raised = new Set<string>()
  #isChanged = false

  constructor(source: TrackSource, id: string, owner: TrackOwner) {
    super()
    this.source = source
    this.id = id
    this.kind = source.kind
    this.label = source.label || source.srclang || id
    this.language = source.srclang
    this.#owner = owner
  }

  get address(): string {
    const { src, element } = this.source
    const base = element?.baseURI ?? document.baseURI
    return URL.canParse(src, base) ? new URL(src, base).href : base
  }

  get mode(): TrackView['mode'] {
    return this.#mode
  }
  set mode(mode: TrackView['mode']) {
    if (mode === this.#mode || !['disabled', 'hidden', 'showing'].includes(mode)) return
    this.#mode = mode
    if (mode !== 'disabled') this.begin()
    this.#owner.changed(this)
  }

  get cues(): readonly Cue[] | null {
    return this.#mode === 'disabled' ? null : this.all
  }

  get activeCues(): readonly Cue[] | null {
    return this.#mode === 'disabled' ? null : this.index.activeAt(this.#owner.now)
  }

  /** Every cue, in cue order, whatever the mode. */
  get all(): readonly Cue[] {
    this.#cues ??= [...this.index]
    return this.#cues
  }

  async load(): Promise<readonly Cue[]> {
    await this.begin()
    const yieldToPage = createYielder()
    let made = 0
    for (const _ of this.index) {
      made += 1
      if (made % CUES_AT_ONCE === 0) await yieldToPage()
    }
    return this.all
  }

  /** Loads what there is to load, once, and makes no object of a cue that nobody asks for. */
  begin(): Promise<void> {
    this.#loading ??= this.#load()
    return this.#loading
  }

  addCue(given: TimedCue): Cue | undefined {
    const cue = readCue(given)
    if (!cue.ok) {
      this.#owner.raise(cue.fault)
      return undefined
    }
    this.index.add(cue.value)
    this.#cuesChanged()
    return cue.value
  }

  removeCue(cue: Cue): void {
    if (this.index.remove(cue)) this.#cuesChanged()
    else this.#raiseUnknown('removed')
  }

  editCue(cue: Cue, changes: Partial<Cue>): Cue | undefined {
    if (!this.index.has(cue)) return this.#raiseUnknown('edited')
    const edited = changeCue(cue, changes)
    if (!edited.ok) {
      this.#owner.raise(edited.fault)
      return undefined
    }
    this.index.replace(cue, edited.value)
    this.#cuesChanged()
    return edited.value
  }

  /** Raises a fault the first time that it has its code. */
  raiseOnce(reason: Fault): void {
    if (this.#raised.has(reason.code)) return
    this.#raised.add(reason.code)
    this.#owner.raise(reason, this.source.element)
  }

  #raiseUnknown(what: string): undefined {
    const sentence = `A cue was to be ${what} that the track “${this.label}” does not have.`
    this.#owner.raise(fault('cue-unknown', sentence, 'take one of its cues; editCue gives the edited one back'))
    return undefined
  }

  /** The tree of a cue's text, parsed once. */
  treeOf(cue: Cue): readonly CueNode[] {
    const known = this.#trees.get(cue)
    if (known) return known
    const tree = parseCueText(cue.text, {
      references: this.references,
      report: problem => {
        if (problem === 'text-long' || problem === 'tags-deep') this.raiseOnce(tooLarge(cue))
      }
    })
    this.#trees.set(cue, tree)
    return tree
  }

  /** Fires `cuechange` where other cues are active than before. */
  tell(now: number): void {
    if (this.#mode === 'disabled') return
    const active = this.index.activeAt(now)
    const isSame = active.length === this.#told.length && active.every((cue, index) => cue === this.#told[index])
    this.#told = active
    if (!isSame) this.dispatchEvent(new Event('cuechange'))
  }

  /** Ends a load that is under way. */
  dispose(): void {
    this.#life.abort()
  }

  /** Who hears of parts that cannot be had, while the track is wanted. */
  get #host(): PartHost & { readonly signal: AbortSignal } {
    return { signal: this.#life.signal, raise: reason => this.#owner.raise(reason) }
  }

  async #load(): Promise<void> {
    // A track that script fills has nothing to load.
    if (this.source.src === '' && this.source.text === undefined) {
      this.readyState = 2
      return
    }
    this.readyState = 1
    try {
      const { file, references } = await loadCues(this.source, this.#host, (rows, from) => {
        this.index.addRows(rows, from)
        this.#cuesChanged()
      })
      // What was read before all names were known is read anew.
      if (references !== this.references) this.#trees = new WeakMap()
      this.references = references
      this.styles = file.styles
      await this.#settle(file.findings)
    } catch (reason) {
      if (!this.#life.signal.aborted) this.#fail(reason as Fault)
    }
  }

  async #settle(findings: readonly Finding[]): Promise<void> {
    const reason = findings.length > 0 ? await sumUp(this.source.src || this.label, findings, this.#host) : undefined
    if (reason && findings.some(isFatal)) this.#fail(reason)
    else {
      if (reason) this.#owner.raise(reason, this.source.element)
      this.readyState = 2
      this.#owner.changed(this)
      this.dispatchEvent(new Event('load'))
    }
  }

  #fail(reason: Fault): void {
    this.readyState = 3
    this.fault = reason
    this.#owner.raise(reason, this.source.element)
    this.#owner.changed(this)
    this.dispatchEvent(new Event('error'))
  }

  /** Tells it at the end of the present task: script may add thousands of cues in one. */
  #cuesChanged(): void {
    this.#cues = undefined
    if (this.#isChanged) return
    this.#isChanged = true
    queueMicrotask(() => {
      this.#isChanged = false
      this.#owner.cuesChanged()
    })
  }
}
