import type { Fault } from '../../core/fault.ts'
import type { MediaAdapter } from '../../media/adapter.ts'
import { framesOf } from '../../media/frames.ts'
import type { FramePort } from '../../media/ports.ts'
import { observeSizes } from '../../wiring/scope/observe-sizes.ts'
import type { Yoke } from '../../wiring/yoke/yoke.ts'
import { Sphere } from './sphere.ts'
import type { Steering } from './steering.ts'

/** What of the faults is to be told. */
type Choose = (faults: typeof import('./faults.ts')) => Fault

/** A finer picture than this costs more than can be seen, in device pixels for a CSS pixel. */
const FINEST = 2
/** How far from twice as wide as high a picture may be. */
const TOLERANCE = 0.06

/** What of the media is drawn, and whether there is anything to draw. */
interface Size {
  readonly width: number
  readonly height: number
}

/** A canvas that lies over the picture of a media and shows it as it is seen from its middle. The picture itself plays on below. */
export class PictureAround {
  readonly canvas: HTMLCanvasElement = document.createElement('canvas')
  readonly surface: HTMLElement
  readonly #yoke: Yoke
  readonly #media: MediaAdapter
  readonly #steering: Steering
  readonly #tell: (choose: Choose) => void
  readonly #shownChanged: (isShown: boolean) => void
  readonly #frames: FramePort
  readonly #sphere: Sphere
  readonly #gl: WebGL2RenderingContext
  readonly #most: number
  /** The frame in the texture is not that of the media. */
  #isStale = true
  #isShown = false
  #isInView = false
  #isLost = false
  /** The address of what has shown a frame: engines say that there is data before it can be drawn. */
  #frameOf: string | undefined
  /** The address of what cannot be drawn: it is not tried again. */
  #refused: string | undefined
  /** The address of what has another shape, and was told of. */
  #distorted: string | undefined
  #request = 0
  #stopFrames: (() => void) | undefined

  private constructor(
    { yoke, steering, tell, shown }: Around,
    media: MediaAdapter,
    frames: FramePort,
    gl: WebGL2RenderingContext
  ) {
    this.#yoke = yoke
    this.#media = media
    this.#steering = steering
    this.#tell = tell
    this.#shownChanged = shown
    this.#frames = frames
    this.#gl = gl
    this.canvas = gl.canvas as HTMLCanvasElement
    this.surface = media.surface as HTMLElement
    this.#most = gl.getParameter(gl.MAX_TEXTURE_SIZE)
    this.#sphere = new Sphere(gl)
  }

  /** The picture of a media, all round; a fault where there is none that can be. */
  static open(around: Around, media: MediaAdapter): PictureAround | undefined {
    const frames = framesOf(media)
    const canvas = document.createElement('canvas')
    const gl = frames && canvas.getContext('webgl2', { alpha: false, antialias: false })
    if (frames && gl) return new PictureAround(around, media, frames, gl)
    around.tell(faults => (frames ? faults.withoutWebgl() : faults.noPicture(media.service)))
    return undefined
  }

  begin(signal: AbortSignal): void {
    const { canvas, surface } = this
    Object.assign(canvas.style, {
      position: 'absolute',
      pointerEvents: 'none',
      outlineOffset: '-4px',
      borderRadius: 'inherit',
      visibility: 'hidden'
    })
    surface.after(canvas)
    canvas.addEventListener('webglcontextlost', event => this.#lose(event), { signal })
    canvas.addEventListener('webglcontextrestored', () => this.#restore(), { signal })
    const sizes = observeSizes(() => this.place())
    sizes.observe(surface)
    // What stands before it moves it.
    if (canvas.offsetParent) sizes.observe(canvas.offsetParent)
    const seen = new IntersectionObserver(entries => this.#see(entries.at(-1)?.isIntersecting === true))
    seen.observe(surface)
    // Its size, its source and whether it has begun: each says whether there is a picture.
    const unfollow = this.#yoke.subscribe(
      ({ snapshot, media }) =>
        `${snapshot.readyState > 1} ${snapshot.started} ${snapshot.seeking} ${snapshot.currentSrc} ${media?.videoWidth}`,
      () => this.ask(true)
    )
    this.place()
    signal.addEventListener('abort', () => {
      sizes.disconnect()
      seen.disconnect()
      unfollow()
      this.#stopFrames?.()
      cancelAnimationFrame(this.#request)
      this.#isInView = false
      this.#show(false)
      canvas.remove()
      // Pages have few contexts: this one is free at once, and not when its canvas is swept up.
      this.#gl.getExtension('WEBGL_lose_context')?.loseContext()
    })
  }

  /** Has it drawn with the next frame of the page. @param isStale the media shows another picture. */
  ask(isStale = false): void {
    this.#isStale ||= isStale
    if (this.#isInView) this.#request ||= requestAnimationFrame(() => this.#draw())
  }

  /** Lays the canvas over the picture. */
  place(): void {
    const { canvas, surface } = this
    const { offsetLeft: left, offsetTop: top, clientWidth, clientHeight } = surface
    const fine = Math.min(devicePixelRatio, FINEST)
    Object.assign(canvas.style, {
      left: `${left}px`,
      top: `${top}px`,
      width: `${surface.offsetWidth}px`,
      height: `${surface.offsetHeight}px`
    })
    const width = Math.round(clientWidth * fine)
    const height = Math.round(clientHeight * fine)
    if (canvas.width === width && canvas.height === height) return
    canvas.width = width
    canvas.height = height
    // That has cleared it: before anybody sees it so, it is drawn again.
    this.#draw()
  }

  /** Out of view it costs nothing. */
  #see(isInView: boolean): void {
    this.#isInView = isInView
    this.#stopFrames?.()
    this.#stopFrames = isInView ? this.#frames.observe(() => this.#came()) : undefined
    // A frame that has come before tells no more; one that is due is painted by then.
    if (isInView && this.#media.readyState > 1)
      requestAnimationFrame(() =>
        requestAnimationFrame(() => this.#isInView && this.#media.readyState > 1 && this.#came())
      )
  }

  /** Another frame of the media is there. */
  #came(): void {
    this.#frameOf = this.#media.currentSrc
    this.#isStale = true
    this.#draw()
  }

  /** What there is to draw; `undefined` while its poster stands, or nothing has come. */
  #size(): Size | undefined {
    const { readyState, videoWidth: width = 0, videoHeight: height = 0, posterPort, currentTime } = this.#media
    const isPoster = !this.#yoke.snapshot.started && currentTime === 0 && (posterPort?.src ?? '') !== ''
    return readyState < 2 || isPoster || width === 0 || this.#frameOf !== this.#media.currentSrc
      ? undefined
      : { width, height }
  }

  #draw(): void {
    cancelAnimationFrame(this.#request)
    this.#request = 0
    const size = this.#size()
    const isDrawable = !(this.#isLost || this.#isRefused())
    // While a source is on its way what was drawn stays.
    if (isDrawable && size) {
      if (this.#isStale) this.#isStale = !this.#take(size)
      if (!this.#isStale) this.#sphere.draw(this.#steering.view)
      this.#show(!this.#isStale)
    } else if (!isDrawable) this.#show(false)
  }

  #isRefused(): boolean {
    return this.#refused !== undefined && this.#refused === this.#media.currentSrc
  }

  /** Puts the media's picture in the texture. @returns whether it could. */
  #take({ width, height }: Size): boolean {
    if (Math.max(width, height) > this.#most) return this.#refuse(({ tooLarge }) => tooLarge(width, height, this.#most))
    if (this.#media.nativeControls?.shown) return this.#refuse(({ underNativeControls }) => underNativeControls())
    try {
      this.#sphere.take(this.#frames.source)
    } catch {
      // Its origin lets no page read it (HTML, "origin-clean").
      return this.#refuse(({ unreadable }) => unreadable())
    }
    if (Math.abs(width / height / 2 - 1) > TOLERANCE && this.#distorted !== this.#media.currentSrc) {
      this.#distorted = this.#media.currentSrc
      this.#tell(({ misshapen }) => misshapen(width, height))
    }
    return true
  }

  #refuse(choose: Choose): false {
    this.#refused = this.#media.currentSrc
    this.#tell(choose)
    return false
  }

  #show(isShown: boolean): void {
    if (isShown === this.#isShown) return
    this.#isShown = isShown
    this.canvas.style.visibility = isShown ? '' : 'hidden'
    this.#shownChanged(isShown)
  }

  /** The device took its graphics away: the flat picture shows until they are back. */
  #lose(event: Event): void {
    // So that it comes back (WebGL, "The Context Lost Event").
    event.preventDefault()
    this.#isLost = true
    this.#show(false)
  }

  #restore(): void {
    this.#isLost = false
    this.#sphere.begin()
    this.ask(true)
  }
}

/** What a picture all round needs of what goes around it. */
export interface Around {
  readonly yoke: Yoke
  readonly steering: Steering
  tell(choose: Choose): void
  /** It is shown from now on, or is not any more. */
  shown(isShown: boolean): void
}
