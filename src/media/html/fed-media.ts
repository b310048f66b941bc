import { ObservableMedia } from '../adapter.ts'
import type { ElementSources } from './element-sources.ts'

/** What a media element says of a stream that is fed to it: the engine knows nothing of that. Of a file there is nothing to say. */
export abstract class FedMedia extends ObservableMedia {
  abstract readonly sources: ElementSources

  get quality(): string | undefined {
    return this.sources.feed?.quality
  }
  set quality(quality: string) {
    Object.assign(this.sources.feed ?? {}, { quality })
  }
  get qualities(): readonly string[] | undefined {
    return this.sources.feed?.qualities
  }
  get playingQuality(): string | undefined {
    return this.sources.feed?.playingQuality
  }
  get audioTrack(): string | undefined {
    return this.sources.feed?.audioTrack
  }
  set audioTrack(audioTrack: string) {
    Object.assign(this.sources.feed ?? {}, { audioTrack })
  }
  get startDate(): number | undefined {
    return this.sources.feed?.startDate
  }
  get audioTracks(): readonly string[] | undefined {
    return this.sources.feed?.audioTracks
  }
}
