import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { availabilityOf, isCommandOn } from './availability.ts'
import { COMMAND_NAMES, type CommandName, type CommandValue } from './commands.ts'
import { type Effect, planCommand } from './plan.ts'
import { tryReadCommand } from './read-command.ts'
import { initialSnapshot, type MediaSnapshot } from './snapshot.ts'
import { STATE_NAMES, STATES, type StateName } from './states.ts'

const loaded: MediaSnapshot = {
  ...initialSnapshot,
  present: true,
  duration: 60,
  readyState: 4,
  currentTime: 20,
  seekable: [{ start: 0, end: 60 }],
  buffered: [{ start: 0, end: 35 }],
  picture: true
}
const live: MediaSnapshot = {
  ...loaded,
  duration: Number.POSITIVE_INFINITY,
  currentTime: 125,
  seekable: [{ start: 100, end: 130 }]
}

const effectsOf = (
  name: CommandName,
  value: CommandValue | undefined,
  from: MediaSnapshot
): readonly Effect[] | string => {
  const command = tryReadCommand(name, value)
  if (!command.ok) return command.fault.code
  const plan = planCommand(command.value, from)
  return plan.ok ? plan.value : plan.fault.code
}

const play: Effect = { do: 'play' }
const pause: Effect = { do: 'pause' }
const stopped: Effect = { do: 'stopped' }
const set = (property: 'currentTime' | 'volume' | 'playbackRate', to: number): Effect => ({ do: 'set', property, to })
const flag = (property: 'muted' | 'loop', to: boolean): Effect => ({ do: 'set', property, to })

describe('commands', () => {
  it.each<[CommandName, CommandValue | undefined, Partial<MediaSnapshot>, readonly Effect[] | string]>([
    ['play', undefined, {}, [play]],
    ['pause', undefined, {}, [pause]],
    ['play-pause', undefined, { paused: true }, [play]],
    ['play-pause', undefined, { paused: false }, [pause]],
    ['play-pause', undefined, { paused: false, ended: true }, [play]],
    ['stop', undefined, { paused: false }, [pause, set('currentTime', 0), stopped]],
    ['stop', '0:10', { paused: false }, [pause, set('currentTime', 10), stopped]],
    ['stop', 'soon', {}, 'time-address-unreadable'],
    ['stop', undefined, { seekable: [] }, [pause, stopped]],
    ['restart', undefined, {}, [set('currentTime', 0), play]],
    ['restart', undefined, { seekable: [] }, 'not-seekable'],
    ['seek', '1:00', {}, [set('currentTime', 60)]],
    ['seek', '2:00', {}, [set('currentTime', 60)]],
    ['seek', '50%', {}, [set('currentTime', 30)]],
    ['seek', 'end', {}, [set('currentTime', 60)]],
    ['seek', 120, { duration: undefined, readyState: 0, seekable: [] }, [set('currentTime', 120)]],
    ['seek', '50%', { duration: undefined, readyState: 0, seekable: [] }, 'duration-unknown'],
    ['seek', '1:75', {}, 'time-address-unreadable'],
    ['seek', undefined, {}, 'number-unreadable'],
    ['seek', '50%', { seekable: [] }, 'not-seekable'],
    ['skip', '-10', {}, [set('currentTime', 10)]],
    ['skip', -30, {}, [set('currentTime', 0)]],
    ['skip', '15', { currentTime: 50 }, [set('currentTime', 60)]],
    ['skip', 'ten', {}, 'offset-unreadable'],
    ['set-volume', '0.4', {}, [set('volume', 0.4)]],
    ['set-volume', '40%', {}, [set('volume', 0.4)]],
    ['set-volume', 0.4, { muted: true }, [set('volume', 0.4), flag('muted', false)]],
    ['set-volume', 0, { muted: true }, [set('volume', 0)]],
    ['set-volume', 40, {}, 'number-unreadable'],
    ['set-volume', '', {}, 'number-unreadable'],
    ['set-volume', undefined, {}, 'number-unreadable'],
    ['set-volume', 0.4, { capabilities: { ...initialSnapshot.capabilities, volume: false } }, 'command-unsupported'],
    ['mute', undefined, {}, [flag('muted', true)]],
    ['unmute', undefined, { muted: true }, [flag('muted', false)]],
    ['unmute', undefined, { volume: 0, heardVolume: 0.7 }, [set('volume', 0.7), flag('muted', false)]],
    ['toggle-muted', undefined, {}, [flag('muted', true)]],
    ['toggle-muted', undefined, { muted: true }, [flag('muted', false)]],
    ['toggle-muted', undefined, { volume: 0, heardVolume: 0.3 }, [set('volume', 0.3), flag('muted', false)]],
    ['set-playback-rate', '1.5', {}, [set('playbackRate', 1.5)]],
    ['set-playback-rate', 99, {}, 'command-unsupported'],
    ['set-playback-rate', 0, {}, 'number-unreadable'],
    ['set-playback-rate', 'fast', {}, 'number-unreadable'],
    ['set-playback-rate', undefined, {}, 'number-unreadable'],
    ['set-playback-rate', 2, { capabilities: { volume: true, playbackRate: undefined } }, 'command-unsupported'],
    ['toggle-loop', undefined, {}, [flag('loop', true)]],
    ['toggle-loop', undefined, { loop: true }, [flag('loop', false)]],
    ['retry', undefined, { currentTime: 7 }, [{ do: 'load' }, set('currentTime', 7), play]],
    ['change-volume', '10%', { volume: 0.7 }, [set('volume', 0.8)]],
    ['change-volume', '-10%', { volume: 0.05 }, [set('volume', 0)]],
    ['change-volume', 0.1, { muted: true, volume: 0.9 }, [set('volume', 0.1), flag('muted', false)]],
    ['change-volume', 3, {}, 'number-unreadable'],
    ['change-volume', 0.1, { capabilities: { ...initialSnapshot.capabilities, volume: false } }, 'command-unsupported'],
    ['change-playback-rate', 1, {}, [set('playbackRate', 1.25)]],
    ['change-playback-rate', -2, {}, [set('playbackRate', 0.5)]],
    ['change-playback-rate', 1, { playbackRate: 1.1 }, [set('playbackRate', 1.25)]],
    ['change-playback-rate', 9, {}, [set('playbackRate', 2)]],
    ['change-playback-rate', 1, { playbackRate: 2 }, []],
    ['change-playback-rate', '1.5', {}, 'number-unreadable'],
    ['step-frame', 1, { frameRate: 25 }, [pause, set('currentTime', 20.06)]],
    ['step-frame', -1, { frameRate: 25, currentTime: 20.02 }, [pause, set('currentTime', 19.98)]],
    ['step-frame', -1, { frameRate: 25, currentTime: 0 }, [pause, set('currentTime', 0.02)]],
    ['step-frame', 1, { frameRate: 25, currentTime: 60 }, [pause, set('currentTime', 59.98)]],
    ['step-frame', 1, {}, 'frame-rate-unknown'],
    ['step-frame', 1, { picture: false, frameRate: 25 }, 'command-unsupported'],
    ['seek-live', undefined, {}, 'command-unsupported'],
    ['toggle-fullscreen', undefined, {}, 'command-unsupported'],
    ['toggle-fullscreen', undefined, { canFullscreen: true }, [{ do: 'request', presentation: 'fullscreen' }]],
    ['toggle-fullscreen', undefined, { fullscreen: true }, [{ do: 'exit', presentation: 'fullscreen' }]],
    ['exit-fullscreen', undefined, { canFullscreen: true }, [{ do: 'exit', presentation: 'fullscreen' }]],
    [
      'request-picture-in-picture',
      undefined,
      { canPictureInPicture: true },
      [{ do: 'request', presentation: 'picture-in-picture' }]
    ],
    [
      'toggle-picture-in-picture',
      undefined,
      { pictureInPicture: true },
      [{ do: 'exit', presentation: 'picture-in-picture' }]
    ]
  ])('%s %s on %j', (name, value, given, wanted) => {
    expect(effectsOf(name, value, { ...loaded, ...given })).toEqual(wanted)
  })

  it.each<[CommandName, CommandValue | undefined, readonly Effect[] | string]>([
    ['stop', undefined, [pause, set('currentTime', 100), stopped]],
    ['seek', '50%', [set('currentTime', 115)]],
    ['seek', 0, [set('currentTime', 100)]],
    ['seek', 'end', [set('currentTime', 130)]],
    ['skip', 30, [set('currentTime', 130)]],
    ['seek-live', undefined, [set('currentTime', 130)]]
  ])('live: %s %s stays within what can be sought', (name, value, wanted) => {
    expect(effectsOf(name, value, live)).toEqual(wanted)
  })

  it('all say that there is no media yet', () => {
    const values: Partial<Record<CommandName, CommandValue>> = {
      seek: '1:00',
      skip: 5,
      'set-volume': 1,
      'change-volume': 0.1,
      'set-playback-rate': 1,
      'change-playback-rate': 1,
      'step-frame': 1,
      'set-captions': 'en',
      'set-quality': 'high',
      'set-audio-track': 'English'
    }
    for (const name of COMMAND_NAMES) expect(effectsOf(name, values[name], initialSnapshot)).toBe('media-absent')
  })

  it.each<[CommandName, Partial<MediaSnapshot>, string]>([
    ['play', {}, 'now'],
    ['play', { present: false }, 'later'],
    ['play', { error: { code: 4, message: '' } }, 'later'],
    ['seek', {}, 'now'],
    ['seek', { readyState: 0, seekable: [], duration: undefined }, 'now'],
    ['skip', { seekable: [] }, 'later'],
    ['set-volume', { capabilities: { ...initialSnapshot.capabilities, volume: false } }, 'never'],
    ['set-playback-rate', { capabilities: { volume: true, playbackRate: undefined } }, 'never'],
    ['retry', {}, 'later'],
    ['retry', { error: { code: 2, message: '' } }, 'now'],
    ['seek-live', {}, 'never'],
    ['seek-live', { duration: undefined }, 'later'],
    ['seek-live', { duration: Number.POSITIVE_INFINITY }, 'now'],
    ['step-frame', {}, 'later'],
    ['step-frame', { frameRate: 25 }, 'now'],
    ['step-frame', { picture: false }, 'never'],
    ['toggle-fullscreen', {}, 'never'],
    ['toggle-fullscreen', { canFullscreen: true }, 'now'],
    ['toggle-picture-in-picture', { pictureInPicture: true }, 'now']
  ])('%s on %j is for %s', (name, given, wanted) => {
    expect(availabilityOf(name, { ...loaded, ...given })).toBe(wanted)
  })

  it.each<[CommandName, string, Partial<MediaSnapshot>, boolean | undefined]>([
    ['play-pause', '', { paused: false }, true],
    ['play-pause', '', { paused: false, ended: true }, false],
    ['toggle-muted', '', { volume: 0 }, true],
    ['toggle-loop', '', {}, false],
    ['set-playback-rate', '1.50', { playbackRate: 1.5 }, true],
    ['set-playback-rate', '1', { playbackRate: 1.5 }, false],
    ['toggle-fullscreen', '', { fullscreen: true }, true],
    ['seek', '0', {}, undefined]
  ])('%s %s on %j is on: %s', (name, value, given, on) => {
    expect(isCommandOn(name, value, { ...loaded, ...given })).toBe(on)
  })
})

describe('the truth table', () => {
  const running = { paused: false }
  it.each<[StateName, Partial<MediaSnapshot>, boolean]>([
    ['paused', {}, true],
    ['paused', running, false],
    ['paused', { paused: false, ended: true }, true],
    ['playing', running, true],
    ['playing', { ...running, readyState: 2 }, false],
    ['playing', { ...running, seeking: true }, false],
    ['playing', { ...running, ended: true }, false],
    ['started', { started: true }, true],
    ['ended', { ended: true }, true],
    ['seeking', { seeking: true }, true],
    ['waiting', { ...running, readyState: 2 }, true],
    ['waiting', { ...running, seeking: true }, true],
    ['waiting', { readyState: 0 }, false],
    ['waiting', { ...running, readyState: 0, error: { code: 2, message: '' } }, false],
    ['stalled', { ...running, readyState: 2, stalled: true }, true],
    ['stalled', { ...running, stalled: true }, false],
    ['stalled', { readyState: 2, stalled: true }, false],
    ['muted', { muted: true }, true],
    ['silent', { muted: true }, true],
    ['silent', { volume: 0 }, true],
    ['silent', {}, false],
    ['looping', { loop: true }, true],
    ['live', { duration: Number.POSITIVE_INFINITY }, true],
    ['live', { duration: undefined }, false],
    ['scrubbing', { scrubbing: true }, true],
    ['failed', { error: { code: 3, message: '' } }, true],
    ['audio-only', { picture: false }, true],
    ['audio-only', { picture: false, readyState: 0 }, false],
    ['has-volume', {}, true],
    ['has-volume', { present: false }, false],
    ['has-playback-rates', { capabilities: { volume: true, playbackRate: undefined } }, false],
    ['at-live-edge', { duration: Number.POSITIVE_INFINITY, seekable: [{ start: 0, end: 24 }] }, true],
    ['at-live-edge', { duration: Number.POSITIVE_INFINITY, seekable: [{ start: 0, end: 60 }] }, false],
    ['at-live-edge', { seekable: [{ start: 0, end: 20 }] }, false],
    ['pointing', { pointer: 0 }, true],
    ['idle', { ...running, idle: true }, true],
    ['idle', { idle: true }, false],
    ['fullscreen', { fullscreen: true }, true],
    ['picture-in-picture', { pictureInPicture: true }, true],
    ['has-fullscreen', { canFullscreen: true }, true],
    ['has-picture-in-picture', {}, false]
  ])('%s of %j is %s', (name, given, holds) => {
    expect(STATES[name]({ ...loaded, ...given })).toBe(holds)
  })

  it('playing, waiting, paused and failed: a present media is in exactly one', () => {
    const anyMedia = fc.record({
      paused: fc.boolean(),
      ended: fc.boolean(),
      seeking: fc.boolean(),
      readyState: fc.nat(4),
      error: fc.constantFrom(undefined, { code: 4, message: '' })
    })
    fc.assert(
      fc.property(anyMedia, given => {
        // A media with an error is paused: so the adapter contract promises.
        const seen = { ...loaded, ...given, paused: given.paused || given.error !== undefined }
        return ['playing', 'waiting', 'paused'].filter(name => STATES[name as StateName](seen)).length === 1
      })
    )
  })

  it('before anything is known: paused, and nothing else', () => {
    expect(STATE_NAMES.filter(name => STATES[name](initialSnapshot))).toEqual(['paused'])
  })
})
