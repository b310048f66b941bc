import { type Fault, fault } from '../../core/fault.ts'
import { SETTING_ORIGINS } from '../../core/settings/layers.ts'
import type { SettingKey } from '../../core/settings/table.ts'
import { tryParseTimeAddress } from '../../core/time/address.ts'
import type { PosterPort } from '../../media/ports.ts'
import type { PlayerFeature, PlayerView } from '../player-view.ts'
import { chooseImage } from './poster-sizes.ts'

/** The middle: what stands for a film when nobody says better. */
const MIDDLE = '50%'

const posterTwice = (): Fault =>
  fault(
    'setting-twice',
    'Both an image and a frame are to be the poster; the image wins.',
    'take poster or poster-at off'
  )

const noImage = (srcset: string): Fault =>
  fault(
    'poster-unavailable',
    `No image of poster-srcset could be shown: ${srcset}`,
    'write addresses with their widths: quay-640.jpg 640w, quay-1280.jpg 1280w'
  )

/** What is shown before the first frame, where it is more than one image: a frame of the media, or one of several sizes. */
class Poster {
  readonly #player: PlayerView
  readonly #life: AbortSignal
  /** Ends what is being made: something else is wanted. */
  #making = new AbortController()
  /** The image that was put there, and the one before. */
  #placed:
    | { readonly port: PosterPort; readonly src: string; readonly before: string; readonly isMade: boolean }
    | undefined
  #isTold = false

  constructor(player: PlayerView, life: AbortSignal) {
    this.#player = player
    this.#life = life
  }

  /** Brings the media's poster up to date. */
  apply(): void {
    this.stop()
    const { yoke } = this.#player
    const port = yoke.media?.posterPort
    if (!port || this.#life.aborted) return
    this.#making = new AbortController()
    const { signal } = this.#making
    const { posterAt, posterSrcset } = yoke.settings
    if (posterAt !== undefined && this.#winsFrame()) this.#makeFrame(port, String(posterAt), signal)
    else if (posterSrcset !== undefined && this.#strength('posterSrcset') >= this.#strength('poster', 'media'))
      this.#chooseSize(port, posterSrcset, signal)
  }

  /** Gives back what was there before. */
  stop(): void {
    this.#making.abort()
    const placed = this.#placed
    this.#placed = undefined
    if (!placed) return
    if (placed.port.src === placed.src) placed.port.src = placed.before
    if (placed.isMade) URL.revokeObjectURL(placed.src)
  }

  /** @param weakest a place that counts as no stronger than any. */
  #strength(key: SettingKey, weakest?: 'media'): number {
    const origin = this.#player.yoke.settingOrigin(key)
    return origin === weakest ? 0 : SETTING_ORIGINS.indexOf(origin)
  }

  /** Of an image and a frame the one that the stronger place says; of equal ones, and of the markup, the image. */
  #winsFrame(): boolean {
    const { yoke, element } = this.#player
    if (yoke.settings.poster === undefined) return true
    const isGiven = this.#strength('posterAt') >= SETTING_ORIGINS.indexOf('given clip')
    if (this.#strength('posterAt') > this.#strength('poster')) return true
    if (!this.#isTold && !isGiven) yoke.raise(posterTwice(), element)
    this.#isTold = true
    return false
  }

  async #makeFrame(port: PosterPort, written: string, signal: AbortSignal): Promise<void> {
    const { yoke, element } = this.#player
    const address = tryParseTimeAddress(written.trim() || MIDDLE)
    if (!address.ok || !port.frame) return
    const host = { signal, raise: (reason: Fault) => yoke.raise(reason, element) }
    const image = await port.frame(address.value, host)
    if (signal.aborted) {
      if (image?.ok) URL.revokeObjectURL(image.value)
    } else if (image?.ok) this.#put(port, image.value, true)
    else if (image) yoke.raise(image.fault, element)
  }

  /** Of several sizes the one that fits, in place of the one image that serves without script. */
  async #chooseSize(port: PosterPort, srcset: string, signal: AbortSignal): Promise<void> {
    const { yoke, element } = this.#player
    const src = await chooseImage(srcset, element.clientWidth)
    if (signal.aborted) return
    if (src === undefined) yoke.raise(noImage(srcset), element)
    else this.#put(port, src, false)
  }

  #put(port: PosterPort, src: string, isMade: boolean): void {
    this.#placed = { port, src, before: port.src, isMade }
    port.src = src
  }
}

/** A frame of the media as poster, or an image in several sizes. */
export const begin: PlayerFeature = (player, signal) => {
  const { yoke } = player
  const poster = new Poster(player, signal)
  const apply = (): void => poster.apply()
  const stops = [
    yoke.subscribe(({ media }) => media, apply),
    yoke.subscribe(
      ({ settings: { poster: image, posterAt, posterSrcset }, given }) =>
        `${image} ${posterAt} ${posterSrcset} ${given.map(({ src }) => src).join()}`,
      apply
    )
  ]
  apply()
  signal.addEventListener('abort', () => {
    for (const stop of stops) stop()
    poster.stop()
  })
}
