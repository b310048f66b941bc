import type { SettingKey } from '../../core/settings/table.ts'
import type { MediaAdapter } from '../../media/adapter.ts'
import type { Configuration } from './configuration.ts'

/** Settings that are members of a media, by HTML's names. */
const OF_MEDIA = ['loop', 'muted', 'preload', 'crossOrigin', 'playsInline', 'autoplay', 'poster'] as const

type MediaKey = (typeof OF_MEDIA)[number]

/** Keeps a media as the settings say. What they do not say is left as the media has it. */
export class MediaSettings {
  readonly #settings: Configuration
  /** What was set here, and has to be taken back when nobody says it any more. */
  readonly #set = new Set<MediaKey>()

  constructor(settings: Configuration) {
    this.#settings = settings
  }

  /** A media has come: what it says itself is a layer of its own. */
  adopt(media: MediaAdapter | undefined): void {
    this.#set.clear()
    this.#settings.replace('media', media?.written ?? {})
    this.apply(media, new Set(OF_MEDIA))
  }

  /** Brings these settings of a media up to date. */
  apply(media: MediaAdapter | undefined, keys: ReadonlySet<SettingKey>): void {
    if (!media) return
    for (const key of OF_MEDIA) if (keys.has(key)) this.#applyOne(media, key)
  }

  #applyOne(media: MediaAdapter, key: MediaKey): void {
    const origin = this.#settings.originOf(key)
    const isSaid = origin !== 'library'
    // What the media says itself is so already, unless something stronger has said otherwise meanwhile.
    const isOurs = isSaid && origin !== 'media'
    if (!isOurs && !this.#set.has(key)) return
    this.#set[isOurs ? 'add' : 'delete'](key)
    const value = this.#settings.values[key]
    // Begun muted is what it says; who has turned the sound on meanwhile is not silenced by a setting that is taken back.
    if (key === 'muted' && !isSaid) return
    // What is fetched before a lazy player is near is settled by whoever knows when that is.
    if (key === 'preload' && this.#settings.values.loading === 'lazy') return
    if (key === 'poster') {
      if (media.posterPort) media.posterPort.src = String(value ?? '')
      return
    }
    const target = key in media ? media : media.loading
    if (target) Object.assign(target, { [key]: value ?? (key === 'crossOrigin' ? null : '') })
  }
}
