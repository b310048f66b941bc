import type { Clip } from '../../core/documents/clip-schema.ts'
import type { Fault } from '../../core/fault.ts'
import type { MediaElementAdapter } from '../../media/html/media-element.ts'
import type { Yoke } from '../../wiring/yoke/yoke.ts'

type ClipPoster = Clip['poster']

/** The attributes that say it, beside HTML's own `poster`. */
export const POSTER_ATTRIBUTES: readonly string[] = ['poster-at', 'poster-srcset']

/** What is shown before the first frame: an image of the markup's or of a clip's, or a frame that is made one. */
export class PlayerPoster {
  readonly #player: HTMLElement
  readonly #yoke: Yoke
  #clip: ClipPoster
  /** A clip given by script stands in the place of all that the markup says. */
  #isScript = false
  /** The image of a clip that was put there, and what was there before. */
  #placed: { readonly src: string; readonly before: string | null } | undefined
  #stop: (() => void) | undefined

  constructor(player: HTMLElement, yoke: Yoke) {
    this.#player = player
    this.#yoke = yoke
  }

  /** Takes what a clip says, in place of an earlier one. */
  give(poster: ClipPoster, isScript: boolean): void {
    this.#clip = poster
    this.#isScript = isScript
  }

  /** Brings the media's poster up to date. */
  async settle(adapter: MediaElementAdapter | undefined): Promise<void> {
    this.stop()
    if (!adapter) return
    const frame = this.#settleImage(adapter.element)
    const srcset = this.#isScript ? null : this.#player.getAttribute('poster-srcset')
    if (srcset !== null) await this.#settleSize(adapter.element, srcset)
    if (frame === undefined) return
    const { showFrameAsPoster } = await import('./frame-poster.ts')
    if (!this.#stop && adapter.element.isConnected) this.#stop = showFrameAsPoster(this.#yoke, adapter, frame)
  }

  /** Puts an image in its place. @returns the time address of a frame, where that is to be the poster. */
  #settleImage(media: HTMLMediaElement): string | undefined {
    this.#takeBack(media)
    const written = this.#player.getAttribute('poster-at')
    const hasImage = media.hasAttribute('poster')
    if (this.#isScript) return this.#place(media)
    if (this.#clip && (written !== null || hasImage)) this.#tell(({ posterTold }) => posterTold())
    else if (written !== null && hasImage) this.#tell(({ posterTwice }) => posterTwice())
    if (hasImage) return undefined
    return written ?? this.#place(media)
  }

  /** Of several sizes the one that fits, in place of the one image that serves without script. */
  async #settleSize(media: HTMLMediaElement, srcset: string): Promise<void> {
    const { chooseImage } = await import('./poster-sizes.ts')
    const src = await chooseImage(srcset, this.#player.clientWidth)
    if (src === undefined) this.#tell(({ noImage }) => noImage(srcset))
    else if (media.isConnected && this.#player.getAttribute('poster-srcset') === srcset && !this.#isScript) {
      this.#placed ??= { src, before: media.getAttribute('poster') }
      this.#placed = { ...this.#placed, src }
      media.setAttribute('poster', src)
    }
  }

  #place(media: HTMLMediaElement): string | undefined {
    const clip = this.#clip
    const src = clip && 'src' in clip ? clip.src : ''
    this.#placed = { src, before: media.getAttribute('poster') }
    if (src) media.setAttribute('poster', src)
    else media.removeAttribute('poster')
    return clip && 'at' in clip ? String(clip.at) : undefined
  }

  #takeBack(media: HTMLMediaElement): void {
    const placed = this.#placed
    this.#placed = undefined
    if (!placed || (media.getAttribute('poster') ?? '') !== placed.src) return
    if (placed.before === null) media.removeAttribute('poster')
    else media.setAttribute('poster', placed.before)
  }

  /** The sentences come when there is something to say. */
  async #tell(choose: (faults: typeof import('./poster-faults.ts')) => Fault): Promise<void> {
    this.#yoke.raise(choose(await import('./poster-faults.ts')), this.#player)
  }

  stop(): void {
    this.#stop?.()
    this.#stop = undefined
  }
}
