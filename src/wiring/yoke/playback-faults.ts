import { type Fault, fault } from '../../core/fault.ts'
import type { MediaErrorLike } from '../../core/playback/snapshot.ts'
import type { MediaAdapter } from '../../media/adapter.ts'

/** Why a play request was refused, in plain words. */
export const faultOfPlay = (cause: unknown, media?: MediaAdapter): Fault => {
  const name = (cause as { name?: string } | undefined)?.name
  if (name === 'NotAllowedError') {
    if (media?.serviceInFront)
      return fault('play-blocked', `${media.service} wants a press of its own first.`, 'let nothing lie over it', cause)
    return fault(
      'play-blocked',
      'The browser starts no sound before someone has pressed something on the page.',
      'let the viewer press play, or start muted',
      cause
    )
  }
  if (name === 'AbortError') {
    return fault(
      'play-interrupted',
      'It was paused or loaded anew.',
      'nothing needs doing; the media shows what came after',
      cause
    )
  }
  return fault('media-failed', 'Playback could not begin: no source could be played.', 'look at the sources', cause)
}

/** HTML's error codes in plain words (HTML, "Error codes"). */
const REASONS: Readonly<Record<number, string>> = {
  1: 'Loading was broken off',
  2: 'The connection broke while loading',
  3: 'The file is damaged, or not of the kind that it says it is',
  4: 'No source could be played: the file is missing, or this browser cannot play its kind'
}

/** What stopped the media, naming its whole address. */
export const faultOfError = (error: MediaErrorLike, address: string): Fault => {
  if (error.reason) return error.reason
  const at = address ? ` (${address})` : ''
  const said = error.message ? ` ${error.message}` : ''
  return fault(
    'media-failed',
    `${REASONS[error.code] ?? 'The media cannot go on'}${at}.${said}`,
    'open the address by itself, and look at its type and codecs',
    error
  )
}
