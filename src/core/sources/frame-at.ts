import { fault, type Result, refuse, succeed } from '../fault.ts'
import { resolveTimeAddress, tryParseTimeAddress } from '../time/address.ts'
import type { MediaFileFacts } from './probe/facts.ts'

/** One frame of a file. */
export interface FrameAt {
  /** Counted from 0. */
  readonly frame: number
  /** When it is shown from, in seconds. */
  readonly from: number
  /** The second that was asked for. */
  readonly at: number
}

/** Times in files are rounded: a frame that begins this little later, in seconds, is meant. */
const DUST = 1e-4

/**
 * Which frame a time address gives: the one that is shown at that time, of a file whose frames are equally long.
 * Fault: `time-address-unreadable`, `duration-unknown`, `frame-rate-unknown`.
 */
export const frameAt = ({ duration, tracks }: MediaFileFacts, address: string | number): Result<FrameAt> => {
  const read = tryParseTimeAddress(address)
  if (!read.ok) return read
  const picture = tracks.find(track => track.kind === 'video')
  if (!picture?.frameRate)
    return refuse(
      fault(
        'frame-rate-unknown',
        'The file does not say how many frames a second it has.',
        'look with yokewright probe what is in it'
      )
    )
  if (duration === undefined)
    return refuse(fault('duration-unknown', 'The file does not say how long it is.', 'name the time in seconds'))
  const at = resolveTimeAddress(read.value, { start: 0, end: duration })
  const { frameRate, start = 0 } = picture
  const last = Math.ceil((duration - start) * frameRate - DUST) - 1
  const frame = Math.max(0, Math.min(last, Math.floor((at - start + DUST) * frameRate)))
  return succeed({ frame, from: start + frame / frameRate, at })
}
