import type { Fault } from '../../core/fault.ts'
import type { SettingLayers, SettingOrigin } from '../../core/settings/layers.ts'
import type { SourceEntry } from '../../core/sources/rank.ts'
import type { MomentEntry } from '../../core/time/moments.ts'
import { StartGate } from '../behaviour/start-gate.ts'
import type { StartHost } from '../behaviour/starter.ts'
import type { TrackEntry } from '../captions/track-source.ts'
import { CONTROLS } from '../scope/controls-part.ts'
import type { YokeView } from '../yoke/yoke-view.ts'
import { GivenSources } from './given-sources.ts'
import {
  DEFAULT_CONDUCT,
  mergeConduct,
  readContext,
  SETTING_NAMES,
  type YokeConduct,
  type YokeSettings
} from './settings.ts'

/** Those beside the yoke that settings concern. */
export interface Concerned {
  readonly giveTracks: (entries: readonly TrackEntry[]) => void
  /** Something that is shown may be another. */
  readonly changed: () => void
}

/** The settings of a yoke: what holds of them, and who has to know when they change. */
export class Configuration {
  /** How the yoke behaves now. */
  conduct: YokeConduct = DEFAULT_CONDUCT
  /** Settings by where they come from, for a player whose markup says some. */
  layers: SettingLayers | undefined
  readonly #yoke: YokeView & StartHost
  readonly #concerned: Concerned
  readonly #sources = new GivenSources()
  readonly #start: StartGate
  /** What was given last: what is read later may have been taken back. */
  #moments: readonly MomentEntry[] = []

  constructor(yoke: YokeView & StartHost, concerned: Concerned) {
    this.#yoke = yoke
    this.#concerned = concerned
    this.#start = new StartGate(yoke)
  }

  /** The sources of script or of a clip. */
  get given(): readonly SourceEntry[] {
    return this.#sources.given
  }

  /** Takes settings from script, and tells what is wrong with them. */
  take(settings: YokeSettings): void {
    const keys = Object.keys(settings)
    if (keys.length === 0) return
    if (!keys.every(key => SETTING_NAMES.has(key)))
      CONTROLS.use(this.#yoke, ({ findUnknownSettings }) => {
        for (const reason of findUnknownSettings(settings, SETTING_NAMES)) this.#yoke.raise(reason)
      })
    for (const reason of this.takeFrom('script', settings)) this.#yoke.raise(reason)
  }

  /** Takes what one origin says. @returns what to say of settings that two of them say. */
  takeFrom(origin: SettingOrigin, given: YokeSettings): readonly Fault[] {
    const { settings, faults } = this.layers?.settle(origin, { ...given }) ?? { settings: given, faults: [] }
    this.#apply(settings)
    return faults
  }

  /** Another media has come: it is told what it is to play, and how it begins. */
  handTo(media: YokeView['media']): void {
    this.#sources.handTo(media, this.conduct)
    this.#start.follow()
  }

  stop(): void {
    this.#sources.stop()
    this.#start.stop()
  }

  #apply(settings: YokeSettings): void {
    const yoke = this.#yoke
    this.conduct = mergeConduct(this.conduct, settings)
    yoke.setContext(readContext(settings))
    if ('moments' in settings) this.#readMoments(settings.moments ?? [])
    if ('container' in settings) yoke.settle()
    if ('tracks' in settings) this.#concerned.giveTracks(settings.tracks ?? [])
    if (settings.start) this.#begin()
    if ('sources' in settings) {
      this.#sources.give(settings.sources, yoke.media, this.conduct)
      yoke.setContext({ file: this.#sources.fileName })
    } else if ('sourceTimeout' in settings || 'saveData' in settings) this.#sources.wish(yoke.media, this.conduct)
    this.#concerned.changed()
  }

  /** How to read a time address comes with the first moments that anyone gives. */
  #readMoments(moments: readonly MomentEntry[]): void {
    this.#moments = moments
    if (moments.length === 0) this.#yoke.setContext({ moments: [] })
    else
      CONTROLS.use(this.#yoke, ({ tryReadMoments }) => {
        const read = tryReadMoments(moments)
        if (!read.ok) this.#yoke.raise(read.fault)
        else if (moments === this.#moments) this.#yoke.setContext({ moments: read.value })
      })
  }

  /** Takes the policy of the start anew. */
  #begin(): void {
    const { start } = this.conduct
    this.#yoke.setContext({ soundWanted: start.when !== undefined && (start.sound ?? 'wanted') === 'wanted' })
    this.#start.give(start)
  }
}
