import { expect, it } from 'vitest'
import { nearestName } from './nearest-name.ts'
import { COMMAND_NAMES } from './playback/commands.ts'

it.each<[string, string | undefined]>([
  ['play-puase', 'play-pause'],
  ['playpause', 'play-pause'],
  ['playPause', 'play-pause'],
  ['play_pause', 'play-pause'],
  ['seak', 'seek'],
  ['toggle-mute', 'toggle-muted'],
  ['set-playbackrate', 'set-playback-rate'],
  ['show-modal', undefined],
  ['open-menu', undefined],
  ['x', undefined],
  ['', undefined]
])('“%s” was probably meant as %s', (written, meant) => {
  expect(nearestName(written, COMMAND_NAMES)).toBe(meant)
})
