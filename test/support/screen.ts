import { type ChildProcess, spawn } from 'node:child_process'
import { once } from 'node:events'
import { program } from './engine-page.ts'

/** A screen in memory; it chooses its own free number and tells it on descriptor 3. */
export const startScreen = async (): Promise<{ process: ChildProcess; display: string }> => {
  const screen = spawn(program('Xvfb'), ['-displayfd', '3', '-screen', '0', '1400x1000x24', '-nolisten', 'tcp'], {
    stdio: ['ignore', 'ignore', 'ignore', 'pipe']
  })
  const pipe = screen.stdio[3]
  if (!pipe) throw new Error('no pipe to Xvfb')
  const [number] = await once(pipe, 'data')
  return { process: screen, display: `:${String(number).trim()}` }
}
