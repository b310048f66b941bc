import { formatClock } from '../../core/time/clock.ts'
import type { Feature } from '../yoke/yoke-view.ts'
import { forgetAll } from './device.ts'
import { Memory } from './memory.ts'

/** Remembers on this device where clips were left, and how loud and how fast their viewer likes them. */
export const begin: Feature = yoke => {
  const memory = new Memory(yoke)
  const { commands, authorValues, authorStates } = yoke
  const whileOffered = { availability: () => (memory.offer === undefined ? 'later' : 'now') } as const
  commands.set('resume', { run: () => memory.resume(), ...whileOffered })
  commands.set('start-over', { run: () => memory.startOver() })
  commands.set('forget', {
    run: value => {
      memory.forget()
      if (value === 'all') forgetAll()
    }
  })
  authorValues.set('resume-time', { read: () => (memory.offer === undefined ? '' : formatClock(memory.offer)) })
  authorValues.set('resume-look', { read: () => memory.look })
  authorStates.set('resume-offered', () => memory.offer !== undefined)
  yoke.refresh()
}
