import { MIRRORED, type Shortcut } from '../../core/playback/shortcuts.ts'
import { speakDuration } from '../../core/time/spoken.ts'
import { fillWords } from '../../core/words/basic.ts'
import type { Words } from '../../core/words/en.ts'
import { create } from '../look/create.ts'
import { openPanel } from './panel.ts'

const SIGNS: Readonly<Record<string, string>> = {
  ArrowLeft: '←',
  ArrowRight: '→',
  ArrowUp: '↑',
  ArrowDown: '↓'
}

const meaningOf = ({ command, value }: Shortcut, words: Words): string | undefined => {
  const by = Number.parseFloat(String(value))
  const names: Readonly<Record<string, string>> = {
    'play-pause': `${words.play} / ${words.pause}`,
    skip: fillWords(by < 0 ? words.skipBack : words.skipForward, { time: speakDuration(Math.abs(by), words.lang) }),
    'step-frame': by < 0 ? words.stepBack : words.stepForward,
    'change-playback-rate': by < 0 ? words.slower : words.faster,
    'toggle-muted': `${words.mute} / ${words.unmute}`,
    'change-volume': by < 0 ? words.softer : words.louder,
    seek: value === 'end' ? words.goToEnd : words.goToStart,
    'toggle-fullscreen': words.fullscreen,
    'toggle-picture-in-picture': words.pictureInPicture,
    'toggle-loop': words.loop,
    'toggle-captions': words.captions,
    'show-shortcuts': words.shortcuts
  }
  return names[command] ?? command
}

const keyOf = (key: string, words: Words): string =>
  key === 'Space' ? words.spaceKey : (SIGNS[key] ?? (key.length === 1 ? key.toUpperCase() : key))

const rowOf = (shortcut: Shortcut, words: Words): HTMLElement =>
  create(
    'tr',
    {},
    create('th', { scope: 'row' }, create('kbd', { part: 'key' }, keyOf(shortcut.key, words))),
    create(
      'td',
      {},
      meaningOf(shortcut, words),
      shortcut.only === 'fullscreen' && create('small', {}, ` ${words.inFullscreen}`)
    )
  )

/** The list of keys, open until it is dismissed. */
export const openShortcutList = (root: ShadowRoot, shortcuts: readonly Shortcut[], words: Words): void => {
  // From right to left the arrows change sides, and the list says so.
  const mirrored = getComputedStyle(root.host).direction === 'rtl'
  const signed = shortcuts.map(({ key, ...rest }) => ({ ...rest, key: (mirrored ? MIRRORED[key] : undefined) ?? key }))
  openPanel(root, words, {
    name: 'shortcuts',
    title: words.shortcuts,
    content: [create('table', {}, ...signed.map(shortcut => rowOf(shortcut, words)))]
  })
}
