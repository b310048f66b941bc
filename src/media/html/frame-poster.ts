import { type Fault, FaultError, fault, type Result, refuse, succeed } from '../../core/fault.ts'
import { resolveTimeAddress } from '../../core/time/address.ts'
import { fragmentOf } from '../../core/time/fragment.ts'
import type { TimeAddress } from '../../core/time/place.ts'
import { cutRange } from '../../core/time/ranges.ts'
import { signalWithin } from '../../loading/patience.ts'

/** The longest that getting a frame may take, in milliseconds. */
const PATIENCE = 20_000
/** No poster is larger, in pixels. */
const LARGEST = 1920
/** Seconds before the very end: at the end itself some engines show nothing. */
const BEFORE_END = 0.04
/** How often a picture that is not there yet is looked for, and how long between two looks, in milliseconds. */
const LOOKS = 40
const BETWEEN_LOOKS = 25

const unavailable = (src: string, why: string, hint: string, cause?: unknown): Fault =>
  fault('poster-unavailable', `No frame of ${src} could be had for the poster: ${why}.`, hint, cause)

const once = (target: EventTarget, type: string, signal: AbortSignal): Promise<void> =>
  new Promise((resolve, reject) => {
    target.addEventListener(type, () => resolve(), { once: true, signal })
    target.addEventListener('error', () => reject(new Error('it could not be loaded')), { once: true, signal })
    signal.addEventListener('abort', () => reject(signal.reason), { once: true })
  })

/** Draws what a video shows. @returns whether there was anything; on a busy machine Chromium tells `seeked` before there is. */
const drawOn = (canvas: HTMLCanvasElement, video: HTMLVideoElement): boolean => {
  const pen = canvas.getContext('2d')
  pen?.drawImage(video, 0, 0, canvas.width, canvas.height)
  try {
    return pen?.getImageData(0, 0, 1, 1).data[3] !== 0
  } catch {
    // A picture of another host may be drawn, and not be looked at.
    return true
  }
}

/** A picture of one moment, drawn by a media of its own, so that the player's own stays where it is. */
const drawFrame = async (
  src: string,
  address: TimeAddress,
  crossOrigin: string | null,
  signal: AbortSignal
): Promise<HTMLCanvasElement> => {
  const video = document.createElement('video')
  Object.assign(video, { muted: true, playsInline: true, preload: 'metadata', crossOrigin })
  try {
    // Without its fragment: an engine would seek there by itself, and tell of that first.
    video.src = src.replace(/#.*$/s, '')
    await once(video, 'loadedmetadata', signal)
    const { duration } = video
    const whole = { start: 0, end: duration }
    const fragment = fragmentOf(src)
    video.currentTime = Math.min(
      resolveTimeAddress(address, fragment ? cutRange(whole, fragment) : whole),
      duration - BEFORE_END
    )
    await once(video, 'seeked', signal)
    const scale = Math.min(1, LARGEST / Math.max(video.videoWidth, video.videoHeight))
    const canvas = document.createElement('canvas')
    Object.assign(canvas, { width: video.videoWidth * scale, height: video.videoHeight * scale })
    for (let look = 0; look < LOOKS && !drawOn(canvas, video); look += 1)
      await new Promise(resolve => setTimeout(resolve, BETWEEN_LOOKS))
    return canvas
  } finally {
    // Only this lets go of the connection.
    video.removeAttribute('src')
    video.load()
  }
}

const imageOf = (src: string, canvas: HTMLCanvasElement): Promise<Blob> =>
  new Promise((resolve, reject) => {
    const empty = unavailable(src, 'it has no picture', 'name an image as its poster')
    try {
      canvas.toBlob(blob => (blob ? resolve(blob) : reject(new FaultError(empty))), 'image/jpeg', 0.85)
    } catch (cause) {
      reject(
        new FaultError(
          unavailable(
            src,
            'it comes from another host',
            'write crossorigin on the media, and let that host allow it',
            cause
          )
        )
      )
    }
  })

/** Whether the page's policy lets such an image in. */
const isLetIn = async (src: string, address: string): Promise<void> => {
  const image = new Image()
  image.src = address
  await image.decode().catch(cause => {
    throw new FaultError(
      unavailable(src, 'the content security policy of the page does not let it in', 'add blob: to img-src', cause)
    )
  })
}

/**
 * Makes an image of the frame at a time address. Only the part of the file that shows it is fetched.
 * @returns the address of the image, to be revoked by whoever takes it. Faults: `poster-unavailable`, `duration-unknown`.
 */
export const frameAsPoster = async (
  src: string,
  address: TimeAddress,
  crossOrigin: string | null,
  signal: AbortSignal | undefined
): Promise<Result<string>> => {
  const patience = signalWithin(PATIENCE, signal)
  try {
    const canvas = await drawFrame(src, address, crossOrigin, patience)
    const made = URL.createObjectURL(await imageOf(src, canvas))
    await isLetIn(src, made)
    return succeed(made)
  } catch (error) {
    if (error instanceof FaultError) return refuse(error.fault)
    return refuse(unavailable(src, 'it could not be loaded', 'open the address by itself', error))
  }
}
