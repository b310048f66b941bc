import type { Cue } from '../../core/captions/cue.ts'
import type { TextTrackPort, TrackSource } from '../text-tracks.ts'
import { listenTo } from './element-presentations.ts'
import { readTrackElement } from './track-elements.ts'

/** Longer than any media, for cues that stay: Firefox and WebKit take no `Infinity`. */
const FOREVER = 1e6

/** Kinds that are shown over the picture. */
const SHOWN: ReadonlySet<string> = new Set(['captions', 'subtitles'])

const ELSEWHERE = [
  'enterpictureinpicture',
  'leavepictureinpicture',
  'webkitbeginfullscreen',
  'webkitendfullscreen'
] as const

/** The engine's cue with the settings of ours; what an engine does not know stays as it has it. */
const nativeCue = (cue: Cue): VTTCue => {
  const { startTime, endTime, text, region: _, ...settings } = cue
  const made = new VTTCue(startTime, Math.min(endTime, FOREVER), text)
  return Object.assign(made, settings)
}

/** The text tracks of a `<video>` or `<audio>`. */
export class ElementTextTracks implements TextTrackPort {
  readonly #element: HTMLMediaElement
  /** The tracks that their author wants shown from the start, whatever has become of the attribute. */
  readonly #defaults = new Set<HTMLTrackElement>()
  #isDisabled = false
  /** Made when it is first needed: an engine's track cannot be taken away again. */
  #mirror: TextTrack | undefined

  constructor(element: HTMLMediaElement) {
    this.#element = element
  }

  get list(): readonly TrackSource[] {
    return this.#elements.map(track => readTrackElement(track, this.#defaults.has(track)))
  }

  get #elements(): readonly HTMLTrackElement[] {
    return [...this.#element.querySelectorAll('track')]
  }

  /** Asked again, it looks for tracks that have come since; the end of the first is that of all. */
  disableNative(): () => void {
    const disable = (): void => {
      for (const track of this.#elements) {
        // Engines choose by this attribute, in a task that may come later.
        if (track.default) this.#defaults.add(track)
        track.default = false
        if (track.track.mode !== 'disabled') track.track.mode = 'disabled'
      }
    }
    disable()
    if (this.#isDisabled) return () => undefined
    this.#isDisabled = true
    const { textTracks } = this.#element
    textTracks.addEventListener('change', disable)
    return () => {
      this.#isDisabled = false
      textTracks.removeEventListener('change', disable)
      for (const track of this.#defaults) track.default = true
      this.#showDefault()
      this.#defaults.clear()
      this.mirror([])
    }
  }

  /** As the engine does by itself (HTML, "honor user preferences for automatic text track selection"), but only once. */
  #showDefault(): void {
    const wanted = this.#elements.find(track => this.#defaults.has(track) && SHOWN.has(track.kind))
    if (wanted) wanted.track.mode = 'showing'
  }

  get isElsewhere(): boolean {
    const video = this.#element as HTMLMediaElement & { readonly webkitDisplayingFullscreen?: boolean }
    return video.webkitDisplayingFullscreen === true || this.#element.ownerDocument.pictureInPictureElement === video
  }

  observeElsewhere(changed: () => void): () => void {
    return listenTo(this.#element, ELSEWHERE, changed)
  }

  mirror(cues: readonly Cue[]): void {
    if (cues.length === 0 && !this.#mirror) return
    this.#mirror ??= this.#element.addTextTrack('captions')
    const { cues: present } = this.#mirror
    for (const cue of [...(present ?? [])]) this.#mirror.removeCue(cue)
    for (const cue of cues) this.#mirror.addCue(nativeCue(cue))
    this.#mirror.mode = cues.length > 0 ? 'showing' : 'disabled'
  }
}
