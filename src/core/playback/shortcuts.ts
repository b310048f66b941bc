import { fault, type Result, refuse, succeed } from '../fault.ts'
import { nearestName } from '../nearest-name.ts'
import type { Direction } from '../time/scale.ts'
import type { CommandValue } from './commands.ts'

/** A key and the command that it runs while focus is in the player. */
export interface Shortcut {
  /** As `KeyboardEvent.key` says it, letters small; `Space` for the space bar. */
  readonly key: string
  /** A command's name, yours or ours, or `show-shortcuts`: the ready-made player's list of them. */
  readonly command: string
  readonly value?: CommandValue
  /** Only while the player fills the screen: elsewhere the key scrolls the page. */
  readonly only?: 'fullscreen'
}

/** The keys that work unless an author says otherwise. */
export const SHORTCUTS: readonly Shortcut[] = [
  { key: 'Space', command: 'play-pause' },
  { key: 'ArrowLeft', command: 'skip', value: -5 },
  { key: 'ArrowRight', command: 'skip', value: 5 },
  { key: 'b', command: 'step-frame', value: -1 },
  { key: 'n', command: 'step-frame', value: 1 },
  { key: 's', command: 'change-playback-rate', value: -1 },
  { key: 'q', command: 'change-playback-rate', value: 1 },
  { key: 'm', command: 'toggle-muted' },
  { key: 'c', command: 'toggle-captions' },
  { key: '-', command: 'change-volume', value: '-5%' },
  { key: '+', command: 'change-volume', value: '5%' },
  { key: 'ArrowDown', command: 'change-volume', value: '-5%', only: 'fullscreen' },
  { key: 'ArrowUp', command: 'change-volume', value: '5%', only: 'fullscreen' },
  { key: 'Home', command: 'seek', value: 0, only: 'fullscreen' },
  { key: 'End', command: 'seek', value: 'end', only: 'fullscreen' },
  { key: 'f', command: 'toggle-fullscreen' },
  { key: 'p', command: 'toggle-picture-in-picture' },
  { key: '?', command: 'show-shortcuts' }
]

/** Keys that mean left and right change sides where the bar runs from right to left. */
export const MIRRORED: Readonly<Record<string, string>> = { ArrowLeft: 'ArrowRight', ArrowRight: 'ArrowLeft' }

const nameOfKey = (key: string): string => (key === ' ' ? 'Space' : key.length === 1 ? key.toLowerCase() : key)

/** What a key means, or `undefined` for a key that means nothing here. @param key as `KeyboardEvent.key` says it. */
export const shortcutFor = (
  shortcuts: readonly Shortcut[],
  key: string,
  { fullscreen, direction }: { readonly fullscreen: boolean; readonly direction: Direction }
): Shortcut | undefined => {
  const name = nameOfKey(key)
  const wanted = direction === 'rtl' ? (MIRRORED[name] ?? name) : name
  return shortcuts.find(shortcut => shortcut.key === wanted && (fullscreen || shortcut.only !== 'fullscreen'))
}

/**
 * Reads which keys work: `off`, or a list of keys that may stay and of keys with commands of an author's own. An empty list
 * leaves all.
 * Fault: `shortcut-unknown`.
 */
export const tryReadShortcuts = (written: 'off' | readonly (string | Shortcut)[]): Result<readonly Shortcut[]> => {
  if (written === 'off') return succeed([])
  if (written.length === 0) return succeed(SHORTCUTS)
  const keys = SHORTCUTS.map(({ key }) => key)
  const names = written.filter(entry => typeof entry === 'string')
  const stranger = names.find(word => !keys.includes(word))
  if (stranger === undefined) {
    const own = written.filter(entry => typeof entry !== 'string')
    return succeed([...SHORTCUTS.filter(({ key }) => names.includes(key)), ...own])
  }
  const nearest = nearestName(stranger, keys)
  return refuse(
    fault(
      'shortcut-unknown',
      `The key “${stranger}” was to stay a shortcut, and it is none.`,
      nearest ? `did you mean ${nearest}?` : `there are ${keys.join(' ')}, or off for none`
    )
  )
}
