import { type Fault, fault } from '../../core/fault.ts'
import { afterRefusal, planStart, type StartOutcome, type StartStep } from '../../core/playback/start.ts'
import type { StartSettings } from '../../core/settings/settings.ts'
import { bring } from '../../loading/part.ts'
import type { MediaAdapter } from '../../media/adapter.ts'
import { PLACE } from '../clip/place-part.ts'
import { prefersSavingData } from '../settings/given-sources.ts'
import type { Feature, YokeView } from '../yoke/yoke-view.ts'

/** The share of the picture that must be in view. */
const ENOUGH = 0.5

const HAVE_FUTURE_DATA = 3
const HAVE_ENOUGH_DATA = 4

/** How playback begins: by the settings, or by the media's own `autoplay`, of which only the outcome is told. */
interface StartPlan extends StartSettings {
  readonly byEngine: boolean
}

/**
 * Begins playback by itself, as the author means it and the browser and the viewer let it. What the viewer does wins: a
 * pause of theirs is never undone.
 */
class Starter {
  readonly #host: YokeView
  readonly #settings: StartPlan
  readonly #life = new AbortController()
  readonly #reducedMotion = matchMedia('(prefers-reduced-motion: reduce)')
  #inView = false
  #outcome: StartOutcome = 'waiting'
  /** It was muted here, and not by the viewer. */
  #mutedHere = false
  /** It is being begun from here. */
  #isAsking = false
  /** It was paused here because it is out of view. */
  #pausedHere = false
  #media: MediaAdapter | undefined
  #stopMedia: (() => void) | undefined

  constructor(host: YokeView, settings: StartPlan) {
    this.#host = host
    this.#settings = settings
    const seen = host.picture ?? host.container
    if (settings.when === 'in-view' && seen) this.#watch(seen)
    this.#reducedMotion.addEventListener('change', () => this.#calm(), { signal: this.#life.signal })
    this.follow()
  }

  stop(): void {
    this.#life.abort()
    this.#stopMedia?.()
  }

  /** To be called when there may be another media, which has its own start. */
  follow(): void {
    const { media } = this.#host
    if (media === this.#media) return
    this.#stopMedia?.()
    this.#media = media
    this.#outcome = 'waiting'
    this.#pausedHere = false
    this.#stopMedia = media?.observe(type => this.#hear(type))
    if (!media) return
    this.#prepare(media)
    if (this.#settings.byEngine) this.#lookAtEngine(media)
    else this.#step()
  }

  /** What the engine has done by itself before this came. */
  #lookAtEngine({ paused, readyState }: MediaAdapter): void {
    if (!paused && readyState >= HAVE_FUTURE_DATA) this.#begunByAnother()
    else if (readyState === HAVE_ENOUGH_DATA) this.#stillWaiting()
  }

  /** Before anything is heard. */
  #prepare(media: MediaAdapter): void {
    const { volume, sound } = this.#settings
    if (volume !== undefined && media.capabilities.volume) media.volume = volume
    if (sound === 'off') this.#mute(media)
  }

  #mute(media: MediaAdapter): void {
    if (media.muted) return
    media.muted = true
    this.#mutedHere = true
  }

  #watch(element: Element): void {
    if (!globalThis.IntersectionObserver) {
      // Nobody can tell: it counts as seen.
      this.#inView = true
      return
    }
    const observer = new IntersectionObserver(
      ([entry]) => {
        this.#inView = (entry?.intersectionRatio ?? 0) >= ENOUGH
        if (this.#inView) this.#cameIntoView()
        else this.#leftView()
      },
      { threshold: [0, ENOUGH] }
    )
    observer.observe(element)
    this.#life.signal.addEventListener('abort', () => observer.disconnect())
  }

  #cameIntoView(): void {
    if (!this.#pausedHere) this.#step()
    else this.#media?.play().catch(() => undefined)
    this.#pausedHere = false
  }

  /** Nobody sees it: it goes on when it is back in view. */
  #leftView(): void {
    const began = this.#outcome === 'with-sound' || this.#outcome === 'without-sound'
    if (!began || !this.#media || this.#media.paused) return
    this.#pausedHere = true
    this.#media.pause()
  }

  #calm(): void {
    if (!this.#reducedMotion.matches || this.#outcome !== 'without-sound') return
    this.#media?.pause()
    this.#became('held-back')
  }

  #step(): void {
    const media = this.#media
    if (!media || this.#outcome !== 'waiting' || !media.paused) return
    const { when = 'pressed', sound = 'wanted' } = this.#settings
    this.#take(
      planStart(when, sound, {
        inView: this.#inView,
        reducedMotion: this.#reducedMotion.matches,
        saveData: this.#host.settings.saveData ?? prefersSavingData(),
        silent: this.#isSilent
      }),
      media
    )
  }

  async #take(step: StartStep, media: MediaAdapter): Promise<void> {
    if (step.do === 'wait') {
      if (step.outcome !== 'waiting') this.#became(step.outcome)
      return
    }
    if (step.muted) this.#mute(media)
    this.#isAsking = true
    try {
      await media.play()
      if (media === this.#media) this.#became(this.#isSilent ? 'without-sound' : 'with-sound')
    } catch (reason) {
      if (media !== this.#media || (reason as Error).name === 'AbortError') return
      if ((reason as Error).name === 'NotAllowedError') await this.#refused(step.muted, media)
      else this.#became('failed')
    } finally {
      this.#isAsking = false
    }
  }

  async #refused(muted: boolean, media: MediaAdapter): Promise<void> {
    const next = afterRefusal(this.#settings.sound ?? 'wanted', muted)
    // It is to sound when the viewer begins it.
    if (next.do === 'wait' && this.#mutedHere && this.#settings.sound !== 'off') media.muted = false
    await this.#take(next, media)
  }

  #hear(type: string): void {
    if (type === 'playing' && !this.#isAsking && !this.#pausedHere) this.#begunByAnother()
    if (type === 'canplaythrough' && this.#settings.byEngine) this.#stillWaiting()
    // It may have begun to play before anyone listened.
    if (type === 'timeupdate' && this.#settings.byEngine && this.#outcome === 'waiting' && !this.#media?.paused)
      this.#begunByAnother()
    if (type === 'volumechange' && this.#outcome === 'without-sound' && this.#media?.muted === false)
      this.#became('with-sound')
  }

  /** It plays, and not by our doing: the viewer has pressed, or the engine has let its own `autoplay` through. */
  #begunByAnother(): void {
    if (this.#outcome === 'with-sound' || this.#outcome === 'without-sound') return
    if (this.#settings.byEngine && this.#outcome === 'waiting')
      this.#became(this.#isSilent ? 'without-sound' : 'with-sound')
    else this.#became('by-press')
  }

  /** The engine has all that it needs, and did not begin. */
  #stillWaiting(): void {
    // It begins, if it does, right after it has told.
    queueMicrotask(() => {
      // Chromium begins what is muted only once it is seen.
      if (this.#outcome === 'waiting' && this.#media?.paused && !this.#isSilent) this.#became('press-needed')
    })
  }

  get #isSilent(): boolean {
    return this.#media?.muted === true || this.#media?.volume === 0
  }

  #became(outcome: StartOutcome): void {
    this.#outcome = outcome
    this.#host.startBecame(outcome)
  }
}

const planOf = ({ media, settings: { start } }: YokeView): StartPlan => ({
  ...start,
  byEngine: start.when === undefined && media?.loading?.autoplay === true
})

const startTwice = (when: string): Fault =>
  fault(
    'setting-twice',
    `The media has autoplay, and its player start-when="${when}"; start-when wins.`,
    'take autoplay off: start-when says more'
  )

/** HTML's own `autoplay` keeps its meaning, but where a policy says more. */
const overrule = (yoke: YokeView, when: string): void => {
  const { media, settings } = yoke
  if (!media || !(settings.autoplay || media.written?.autoplay)) return
  // The engine may have begun before this script came.
  if (when !== 'at-once') media.pause()
  yoke.raise(startTwice(when))
}

/** Begins playback by itself, as the settings of a start or the media's own `autoplay` say; anew with each media and each policy. */
export const begin: Feature = (yoke, signal) => {
  let starter: Starter | undefined
  let plan = ''
  let media: YokeView['media']
  const follow = (): void => {
    const wanted = planOf(yoke)
    const print = JSON.stringify(wanted)
    if (print === plan && media === yoke.media) return
    plan = print
    media = yoke.media
    starter?.stop()
    starter = undefined
    if (!media || (!wanted.byEngine && Object.values(yoke.settings.start).every(value => value === undefined))) return
    if (wanted.when !== undefined) overrule(yoke, wanted.when)
    starter = new Starter(yoke, wanted)
  }
  const go = (): void => {
    if (signal.aborted) return
    yoke.subscribe(({ media }) => media, follow)
    yoke.subscribe(({ settings: { start } }) => start, follow)
    signal.addEventListener('abort', () => starter?.stop())
    follow()
  }
  const { from, until, start } = yoke.settings
  // What lies before its place is not to be seen or heard. A part that cannot be had is told by who began it, before this.
  if ((from ?? until ?? start.at) !== undefined) bring(PLACE, { raise: () => undefined, signal }).then(go)
  else go()
}
