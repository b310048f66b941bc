import type { MediaCapabilities, RateCapability } from '../../core/playback/snapshot.ts'
import { type MediaEventType, ObservableMedia } from '../adapter.ts'
import type { SimulatedMediaOptions } from './simulated-options.ts'

/** What of a simulated media time does not move: its picture, its sound, and what it can do. */
export abstract class SimulatedProperties extends ObservableMedia {
  readonly kind: 'picture' | 'sound'
  readonly surface: HTMLElement | undefined
  readonly currentSrc: string
  loop = false
  abstract readonly readyState: number
  protected readonly options: SimulatedMediaOptions
  #capabilities: MediaCapabilities
  #size: { readonly width: number; readonly height: number }
  #volume = 1
  #muted = false
  #disposed = false

  constructor(options: SimulatedMediaOptions) {
    super()
    const { videoWidth = 1280, videoHeight = (videoWidth * 9) / 16, volume = true } = options
    this.options = options
    this.currentSrc = options.src ?? 'simulated:media'
    this.#size = { width: videoWidth, height: videoHeight }
    this.kind = videoWidth > 0 ? 'picture' : 'sound'
    this.surface = options.surface
    this.#capabilities = {
      volume,
      playbackRate: 'playbackRate' in options ? options.playbackRate : { min: 0.0625, max: 16 }
    }
  }

  get capabilities(): MediaCapabilities {
    return this.#capabilities
  }
  get videoWidth(): number {
    return this.readyState > 0 ? this.#size.width : 0
  }
  get videoHeight(): number {
    return this.readyState > 0 ? this.#size.height : 0
  }
  get volume(): number {
    return this.#volume
  }
  set volume(volume: number) {
    if (!(volume >= 0 && volume <= 1))
      throw new DOMException(`volume runs from 0 to 1, not ${volume}.`, 'IndexSizeError')
    if (volume === this.#volume || !this.capabilities.volume) return
    this.#volume = volume
    this.queue('volumechange')
  }
  get muted(): boolean {
    return this.#muted
  }
  set muted(muted: boolean) {
    if (muted === this.#muted) return
    this.#muted = muted
    this.queue('volumechange')
  }

  /** The rates that can be had are others. */
  changeRates(playbackRate: RateCapability): void {
    this.#capabilities = { ...this.#capabilities, playbackRate }
    this.queue('ratechange')
  }

  /** The picture has another size, in pixels. */
  changeSize(width: number, height: number): void {
    this.#size = { width, height }
    this.queue('resize')
  }

  dispose(): void {
    this.#disposed = true
  }

  /** Tells of it in a task of its own. */
  protected queue(type: MediaEventType): void {
    if (!this.#disposed) this.options.clock.schedule(0, () => !this.#disposed && this.emit(type))
  }
}
