import { fault, type Result, refuse, succeed } from '../fault.ts'
import { tryResolveTimeAddress } from '../time/address.ts'
import { clampToRange, spanOf, type TimeRange } from '../time/ranges.ts'
import type { Command, CommandName } from './commands.ts'
import { type MediaSnapshot, playableRange } from './snapshot.ts'

/** One thing to do to a media: call a method, or set a property by HTMLMediaElement's name. */
export type Effect =
  | { readonly do: 'play' | 'pause' }
  | { readonly do: 'set'; readonly property: 'currentTime' | 'volume' | 'playbackRate'; readonly to: number }
  | { readonly do: 'set'; readonly property: 'muted' | 'loop'; readonly to: boolean }

type Plan = Result<readonly Effect[]>

const plan = (...effects: readonly Effect[]): Plan => succeed(effects)

const startOf = (media: MediaSnapshot): number => playableRange(media)?.start ?? 0

/** Where a seek may land: what the engine can seek, or anything from 0 on while that is not known. */
const landing = (media: MediaSnapshot): TimeRange | undefined =>
  media.readyState === 0 ? { start: 0, end: media.duration ?? Number.POSITIVE_INFINITY } : spanOf(media.seekable)

const seekTo = (media: MediaSnapshot, seconds: number): Plan => {
  const range = landing(media)
  if (!range) {
    return refuse(
      fault(
        'not-seekable',
        'This media cannot be sought: its server sends it from start to end only.',
        'serve the file with byte ranges (Accept-Ranges: bytes)'
      )
    )
  }
  return plan({ do: 'set', property: 'currentTime', to: clampToRange(seconds, range) })
}

const setMuted = (to: boolean): Effect => ({ do: 'set', property: 'muted', to })
const setVolume = (to: number): Effect => ({ do: 'set', property: 'volume', to })

const unmute = (media: MediaSnapshot): Plan =>
  media.volume === 0 ? plan(setVolume(media.heardVolume), setMuted(false)) : plan(setMuted(false))

const setRate = (media: MediaSnapshot, rate: number): Plan => {
  const range = media.capabilities.playbackRate
  if (range && rate >= range.min && rate <= range.max) return plan({ do: 'set', property: 'playbackRate', to: rate })
  return refuse(
    fault(
      'command-unsupported',
      `A playback rate of ${rate} was asked for, and this media cannot play at it.`,
      range ? `it plays from ${range.min} to ${range.max}` : 'its rate is fixed at 1'
    )
  )
}

/** Back to the start, then on: where nothing can be sought, playing on is still right. */
const withStart = (media: MediaSnapshot, ...effects: readonly Effect[]): Plan => {
  const back = seekTo(media, startOf(media))
  return back.ok ? plan(...back.value, ...effects) : back
}

/**
 * What a command does to a media that is as the snapshot says. The one place where commands have meaning:
 * it decides, and touches nothing.
 *
 * Faults: `media-absent`, `duration-unknown`, `not-seekable`, `command-unsupported`.
 */
export const planCommand = (command: Command, media: MediaSnapshot): Plan => {
  if (!media.present) {
    return refuse(
      fault(
        'media-absent',
        `The command ${command.name} came, but there is no media yet.`,
        'put a <video> or <audio> inside the player, or give it a src'
      )
    )
  }
  if (availabilityOf(command.name, media) === 'never') {
    return refuse(
      fault(
        'command-unsupported',
        `The command ${command.name} came, and this media cannot do it.`,
        'ask has-volume or has-playback-rates before offering it'
      )
    )
  }
  switch (command.name) {
    case 'play':
      return plan({ do: 'play' })
    case 'pause':
      return plan({ do: 'pause' })
    case 'play-pause':
      return plan({ do: media.paused || media.ended ? 'play' : 'pause' })
    case 'stop': {
      const stopped = withStart(media)
      return stopped.ok ? plan({ do: 'pause' }, ...stopped.value) : plan({ do: 'pause' })
    }
    case 'restart':
      return withStart(media, { do: 'play' })
    case 'seek': {
      const to = tryResolveTimeAddress(command.to, playableRange(media))
      return to.ok ? seekTo(media, to.value) : to
    }
    case 'skip':
      return seekTo(media, media.currentTime + command.by)
    case 'set-volume':
      return command.volume > 0 && media.muted
        ? plan(setVolume(command.volume), setMuted(false))
        : plan(setVolume(command.volume))
    case 'mute':
      return plan(setMuted(true))
    case 'unmute':
      return unmute(media)
    case 'toggle-muted':
      return media.muted || media.volume === 0 ? unmute(media) : plan(setMuted(true))
    case 'set-playback-rate':
      return setRate(media, command.rate)
    case 'toggle-loop':
      return plan({ do: 'set', property: 'loop', to: !media.loop })
  }
}

/** `now`: can run. `later`: cannot run yet (a button is aria-disabled). `never`: cannot run on this media (a button is hidden). */
export type Availability = 'now' | 'later' | 'never'

const SEEKS: ReadonlySet<CommandName> = new Set(['seek', 'skip', 'restart'])

/** Whether a command, whatever its value, could run on a media that is as the snapshot says. */
export const availabilityOf = (name: CommandName, media: MediaSnapshot): Availability => {
  if (!media.present) return 'later'
  if (name === 'set-volume' && !media.capabilities.volume) return 'never'
  if (name === 'set-playback-rate' && !media.capabilities.playbackRate) return 'never'
  if (media.error !== undefined && (name === 'play' || name === 'play-pause')) return 'later'
  if (SEEKS.has(name) && !landing(media)) return 'later'
  return 'now'
}
