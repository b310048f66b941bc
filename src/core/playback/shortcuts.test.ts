import { describe, expect, it } from 'vitest'
import { isCommandName } from './commands.ts'
import { tryReadCommand } from './read-command.ts'
import { SHORTCUTS, shortcutFor, tryReadShortcuts } from './shortcuts.ts'

const asked = (key: string, fullscreen = false, direction: 'ltr' | 'rtl' = 'ltr'): string | undefined => {
  const shortcut = shortcutFor(SHORTCUTS, key, { fullscreen, direction })
  return shortcut && [shortcut.command, shortcut.value].filter(part => part !== undefined).join(' ')
}

describe('shortcuts', () => {
  it('each runs a command that can be read', () => {
    for (const { command, value } of SHORTCUTS)
      if (isCommandName(command)) expect(tryReadCommand(command, value)).toMatchObject({ ok: true })
      else expect(command).toBe('show-shortcuts')
  })

  it.each<[string, boolean, 'ltr' | 'rtl', string | undefined]>([
    [' ', false, 'ltr', 'play-pause'],
    ['M', false, 'ltr', 'toggle-muted'],
    ['ArrowRight', false, 'ltr', 'skip 5'],
    ['ArrowRight', false, 'rtl', 'skip -5'],
    ['ArrowUp', false, 'ltr', undefined],
    ['ArrowUp', true, 'ltr', 'change-volume 5%'],
    ['End', false, 'ltr', undefined],
    ['End', true, 'ltr', 'seek end'],
    ['x', true, 'ltr', undefined]
  ])('%s (full screen %s, %s) means %s', (key, fullscreen, direction, wanted) => {
    expect(asked(key, fullscreen, direction)).toBe(wanted)
  })

  it.each<['off' | readonly string[], readonly string[] | string]>([
    ['off', []],
    [[], SHORTCUTS.map(({ key }) => key)],
    [
      ['Space', 'm'],
      ['Space', 'm']
    ],
    [
      ['m', 'Space'],
      ['Space', 'm']
    ],
    [['Spcae'], 'did you mean Space?'],
    [['off', 'm'], 'off for none']
  ])('%j leaves %j', (written, wanted) => {
    const read = tryReadShortcuts(written)
    if (read.ok) expect(read.value.map(({ key }) => key)).toEqual(wanted)
    else expect(read.fault.hint).toContain(wanted)
  })
})
