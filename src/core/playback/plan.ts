import { findTrack } from '../captions/choose-track.ts'
import { type Fault, fault, type Result, refuse, succeed } from '../fault.ts'
import { nearestName } from '../nearest-name.ts'
import { tryResolveTimeAddress } from '../time/address.ts'
import type { TimeAddress } from '../time/place.ts'
import { clampToRange, spanOf, type TimeRange } from '../time/ranges.ts'
import { type Availability, availabilityOf, seekableRange } from './availability.ts'
import type { Command } from './commands.ts'
import { offeredRates, ratesInWords, takesRate } from './rates.ts'
import { isAtFragmentEnd, type MediaSnapshot, playableRange } from './snapshot.ts'
import { OFF } from './values.ts'

/** Ways to show the media elsewhere than in its place. */
export type Presentation = 'fullscreen' | 'picture-in-picture'

/** One thing to do: call a method of the media, set a property by HTMLMediaElement's name, or ask for a presentation. */
export type Effect =
  | { readonly do: 'play' | 'pause' | 'load' }
  | { readonly do: 'set'; readonly property: 'currentTime' | 'volume' | 'playbackRate'; readonly to: number }
  | { readonly do: 'set'; readonly property: 'quality' | 'audioTrack'; readonly to: string }
  | { readonly do: 'set'; readonly property: 'muted' | 'loop'; readonly to: boolean }
  | { readonly do: 'request' | 'exit'; readonly presentation: Presentation }
  /** It counts as stopped until it is played or sought. */
  | { readonly do: 'stopped' }
  /** Shows the text track of this id; `''` shows none. */
  | { readonly do: 'show-captions'; readonly track: string }

type Plan = Result<readonly Effect[]>

const plan = (...effects: readonly Effect[]): Plan => succeed(effects)

const startOf = (media: MediaSnapshot): number => playableRange(media)?.start ?? 0

const setTime = (to: number): Effect => ({ do: 'set', property: 'currentTime', to })

const seekTo = (media: MediaSnapshot, seconds: number): Plan => {
  const range = seekableRange(media)
  if (!range) {
    return refuse(
      fault(
        'not-seekable',
        'This media cannot be sought: its server sends it from start to end only.',
        'serve the file with byte ranges (Accept-Ranges: bytes)'
      )
    )
  }
  return plan(setTime(clampToRange(seconds, range)))
}

/** The middle of a frame is found by every engine; its edge is the frame before in some. */
const stepFrame = (media: MediaSnapshot, by: number): Plan => {
  const { frameRate } = media
  if (frameRate === undefined) {
    return refuse(
      fault(
        'frame-rate-unknown',
        'A step by frames was asked for, and the frame rate is not known.',
        'write frame-rate="25"'
      )
    )
  }
  const frame = Math.floor(media.currentTime * frameRate + 1e-3) + by
  const range: TimeRange = seekableRange(media) ?? { start: 0, end: 0 }
  const middle = 0.5 / frameRate
  const target = seekTo(
    media,
    clampToRange(frame / frameRate + middle, { start: range.start + middle, end: range.end - middle })
  )
  return target.ok ? plan({ do: 'pause' }, ...target.value) : target
}

const setMuted = (to: boolean): Effect => ({ do: 'set', property: 'muted', to })
const setVolume = (to: number): Effect => ({ do: 'set', property: 'volume', to })

const unmute = (media: MediaSnapshot): Plan =>
  media.volume === 0 ? plan(setVolume(media.heardVolume), setMuted(false)) : plan(setMuted(false))

/** A volume that is turned up is meant to be heard. */
const toVolume = (media: MediaSnapshot, volume: number): Plan =>
  volume > 0 && media.muted ? plan(setVolume(volume), setMuted(false)) : plan(setVolume(volume))

/** What is heard is changed: from silence when muted. */
const changeVolume = (media: MediaSnapshot, by: number): Plan => {
  const heard = media.muted ? 0 : media.volume
  // 0.7 + 0.1 is 0.7999999999999999 in binary.
  return toVolume(media, Number(clampToRange(heard + by, { start: 0, end: 1 }).toFixed(4)))
}

const setRate = (media: MediaSnapshot, rate: number): Plan => {
  const { playbackRate } = media.capabilities
  if (playbackRate && takesRate(playbackRate, rate)) return plan({ do: 'set', property: 'playbackRate', to: rate })
  return refuse(
    fault(
      'command-unsupported',
      `A playback rate of ${rate} was asked for, and this media cannot play at it.`,
      ratesInWords(playbackRate)
    )
  )
}

/** By places in the list; from between two places, the next one in that direction is one step away. */
const changeRate = (media: MediaSnapshot, by: number): Plan => {
  const rates = offeredRates(media)
  const above = rates.filter(rate => rate > media.playbackRate)
  const below = rates.filter(rate => rate < media.playbackRate)
  const rate =
    by > 0 ? above[Math.min(by, above.length) - 1] : by < 0 ? below[Math.max(below.length + by, 0)] : undefined
  return rate === undefined ? plan() : setRate(media, rate)
}

/** Back to the start, then on: where nothing can be sought, playing on is still right. */
const withStart = (media: MediaSnapshot, ...effects: readonly Effect[]): Plan => {
  const back = seekTo(media, startOf(media))
  return back.ok ? plan(...back.value, ...effects) : back
}

/** Pauses and goes back; where nothing can be sought, pausing is all. */
const stop = (media: MediaSnapshot, to: TimeAddress | undefined): Plan => {
  const place = to ? tryResolveTimeAddress(to, playableRange(media)) : succeed(startOf(media))
  const back = place.ok ? seekTo(media, place.value) : place
  return plan({ do: 'pause' }, ...(back.ok ? back.value : []), { do: 'stopped' })
}

/** At its end the media itself starts again; at the end of a fragment it would go on behind it. */
const play = (media: MediaSnapshot): Plan =>
  isAtFragmentEnd(media) ? withStart(media, { do: 'play' }) : plan({ do: 'play' })

const absent = (name: string): Fault =>
  fault(
    'media-absent',
    `The command ${name} came, but there is no media yet.`,
    'put a <video> or <audio> inside the player, or give it a src'
  )

const unsupported = (name: string): Fault =>
  fault(
    'command-unsupported',
    `The command ${name} came, and it cannot be done here.`,
    'offer it where its state holds, such as has-volume'
  )

const showCaptions = (track: string): Plan => plan({ do: 'show-captions', track })

const setCaptions = ({ captionTracks }: MediaSnapshot, name: string): Plan => {
  const track = findTrack(captionTracks, name)
  if (name === OFF || track) return showCaptions(track?.id ?? '')
  const names = captionTracks.map(({ id }) => id)
  const nearest = nearestName(name, names)
  return refuse(
    fault(
      'track-unknown',
      `Captions “${name}” were asked for, and there is no such track.`,
      nearest ? `did you mean ${nearest}?` : `there are ${[OFF, ...names].join(', ')}`
    )
  )
}

/** Takes one of several that are called by name. */
const setOneOf = (property: 'quality' | 'audioTrack', names: readonly string[], name: string): Plan => {
  if (names.includes(name)) return plan({ do: 'set', property, to: name })
  const what = property === 'quality' ? property : 'audio track'
  const nearest = nearestName(name, names)
  return refuse(
    fault(
      property === 'quality' ? 'quality-unknown' : 'audio-track-unknown',
      `The ${what} “${name}” was asked for, and there is no such ${what}.`,
      nearest ? `did you mean ${nearest}?` : `there are ${names.join(', ')}`
    )
  )
}

/** Shows the media elsewhere, or back in its place. */
const present = (name: `${'request' | 'exit' | 'toggle'}-${Presentation}`, media: MediaSnapshot): Plan => {
  const presentation = name.endsWith('fullscreen') ? 'fullscreen' : 'picture-in-picture'
  const isShown = presentation === 'fullscreen' ? media.fullscreen : media.pictureInPicture
  const isOver = name.startsWith('exit') || (name.startsWith('toggle') && isShown)
  return plan({ do: isOver ? 'exit' : 'request', presentation })
}

/**
 * What a command does to a media that is as the snapshot says. The one place where commands have meaning:
 * it decides, and touches nothing.
 *
 * Faults: `media-absent`, `duration-unknown`, `not-seekable`, `frame-rate-unknown`, `command-unsupported`, `track-unknown`,
 * `quality-unknown`, `audio-track-unknown`.
 */
export const planCommand = (command: Command, media: MediaSnapshot): Plan => {
  if (!media.present) return refuse(absent(command.name))
  const availability: Availability = availabilityOf(command.name, media)
  if (availability === 'never') return refuse(unsupported(command.name))
  switch (command.name) {
    case 'play':
      return play(media)
    case 'pause':
      return plan({ do: 'pause' })
    case 'play-pause':
      return media.paused || media.ended ? play(media) : plan({ do: 'pause' })
    case 'stop':
      return stop(media, command.to)
    case 'restart':
      return withStart(media, { do: 'play' })
    case 'retry':
      return plan({ do: 'load' }, setTime(media.currentTime), { do: 'play' })
    case 'seek': {
      const to = tryResolveTimeAddress(command.to, playableRange(media))
      return to.ok ? seekTo(media, to.value) : to
    }
    case 'skip':
      return seekTo(media, media.currentTime + command.by)
    case 'seek-live':
      return seekTo(media, spanOf(media.seekable)?.end ?? media.currentTime)
    case 'step-frame':
      return stepFrame(media, command.by)
    case 'set-volume':
      return toVolume(media, command.volume)
    case 'change-volume':
      return changeVolume(media, command.by)
    case 'mute':
      return plan(setMuted(true))
    case 'unmute':
      return unmute(media)
    case 'toggle-muted':
      return media.muted || media.volume === 0 ? unmute(media) : plan(setMuted(true))
    case 'set-playback-rate':
      return setRate(media, command.rate)
    case 'change-playback-rate':
      return changeRate(media, command.by)
    case 'toggle-loop':
      return plan({ do: 'set', property: 'loop', to: !media.loop })
    case 'set-captions':
      return setCaptions(media, command.track)
    case 'set-quality':
      return setOneOf('quality', media.qualities, command.quality)
    case 'set-audio-track':
      return setOneOf('audioTrack', media.audioTracks, command.audioTrack)
    case 'toggle-captions':
      return showCaptions(media.captions === '' ? media.preferredCaptions : '')
    default:
      return present(command.name, media)
  }
}
