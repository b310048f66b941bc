import type { PlayerContext } from '../../core/playback/snapshot.ts'
import type { SettingKey } from '../../core/settings/table.ts'
import type { SourceEntry } from '../../core/sources/rank.ts'
import type { PartHost } from '../../loading/part.ts'
import type { MediaAdapter } from '../../media/adapter.ts'
import { Configuration } from './configuration.ts'
import { GivenSources } from './given-sources.ts'
import { MediaSettings } from './media-settings.ts'

/** A yoke, as far as its settings concern it. */
export interface ConfiguredYoke extends PartHost {
  readonly media: MediaAdapter | undefined
  readonly given: readonly SourceEntry[]
  expectMedia(): void
  setContext(changed: Partial<PlayerContext>): void
}

/** The settings of a yoke, and what of it changes with them at once. Others subscribe to `yoke.settings`. */
export class YokeConfiguration extends Configuration {
  readonly #yoke: ConfiguredYoke
  readonly #sources = new GivenSources()
  readonly #ofMedia: MediaSettings

  constructor(yoke: ConfiguredYoke, changed: () => void) {
    super(yoke, keys => {
      this.#apply(keys)
      changed()
    })
    this.#yoke = yoke
    this.#ofMedia = new MediaSettings(this)
  }

  /** The sources that settings name. */
  get sources(): readonly SourceEntry[] {
    return this.#sources.entries
  }

  /** Another media has come: it is told what it is to play, and how. */
  adopt(media: MediaAdapter | undefined): void {
    this.#ofMedia.adopt(media)
    this.#overruleAutoplay()
    this.#sources.setPreferences(media, this.values)
    // What a media is to choose among may be a part of them.
    const { given } = this.#yoke
    if (given.length > 0) media?.sources?.setSources(given)
  }

  stop(): void {
    this.#sources.stop()
  }

  #apply(keys: ReadonlySet<SettingKey>): void {
    const { media } = this.#yoke
    const { title, frameRate, playbackRates, moments, playlist, start } = this.values
    this.#yoke.setContext({
      title,
      frameRate,
      // Chapters of a track may stand there.
      ...(keys.has('moments') && { moments }),
      ...(keys.has('playbackRates') && { playbackRates: [...playbackRates].sort((a, b) => a - b) }),
      soundWanted: start.when !== undefined && (start.sound ?? 'wanted') === 'wanted'
    })
    // What is to play is known once the list has been read.
    if (keys.has('playlist') && playlist !== undefined) this.#yoke.expectMedia()
    if (keys.has('sources')) {
      this.#sources.set(media, this.values)
      this.#yoke.setContext({ file: this.#sources.fileName })
    }
    if (keys.has('sourceTimeout') || keys.has('saveData')) this.#sources.setPreferences(media, this.values)
    this.#ofMedia.apply(media, keys)
    this.#overruleAutoplay()
  }

  /** A policy of the start says more than HTML's `autoplay`; what starts tells of it. */
  #overruleAutoplay(): void {
    const { media } = this.#yoke
    if (this.values.start.when !== undefined && media?.loading?.autoplay) media.loading.autoplay = false
  }
}
