import { existsSync } from 'node:fs'
import { delimiter, join } from 'node:path'

export const ENGINES = ['chromium', 'firefox', 'webkit'] as const
export type EngineName = (typeof ENGINES)[number]

/** The programs that each engine needs, and the Debian packages that bring them. */
export const REQUIREMENTS: Record<EngineName, readonly { readonly program: string; readonly debian: string }[]> = {
  chromium: [{ program: 'chromium', debian: 'chromium' }],
  firefox: [{ program: 'firefox-esr', debian: 'firefox-esr' }],
  webkit: [
    { program: 'WebKitWebDriver', debian: 'webkit2gtk-driver' },
    { program: 'Xvfb', debian: 'xvfb' }
  ]
}

/** Where a program is on the PATH, or `undefined`. */
export const findProgram = (program: string): string | undefined =>
  (process.env.PATH ?? '')
    .split(delimiter)
    .map(folder => join(folder, program))
    .find(path => existsSync(path))

/** The engines that can run here; `ENGINES=chromium,webkit` chooses among them. */
export const availableEngines = (): readonly EngineName[] => {
  const wanted = process.env.ENGINES?.split(',')
  return ENGINES.filter(
    engine => (!wanted || wanted.includes(engine)) && REQUIREMENTS[engine].every(({ program }) => findProgram(program))
  )
}
