import type * as kit from '../../src/media/kit/index.ts'
import type * as library from '../../src/player/index.ts'
import type { YokePlayer } from '../../src/player/yoke-player.ts'
import type * as presets from '../../src/presets/classic.ts'

/** What a mounted page offers to the functions that run in it. */
declare global {
  var notes: { faults: string[]; errors: string[]; commands: string[]; events: string[] }
  var yokewright: typeof library & { presets: typeof presets }
  var testing: typeof kit
  var kept: unknown
  interface HTMLElementTagNameMap {
    'yoke-player': YokePlayer
  }
}
