import { existsSync, readdirSync } from 'node:fs'
import { delimiter, join } from 'node:path'

export const ENGINES = ['chromium', 'firefox', 'webkit'] as const
export type EngineName = (typeof ENGINES)[number]

/** Something that an engine needs on this machine, and the Debian package that brings it. */
interface Requirement {
  readonly debian: string
  readonly isHere: () => boolean
}

/** Where a program is on the PATH, or `undefined`. */
export const findProgram = (program: string): string | undefined =>
  (process.env.PATH ?? '')
    .split(delimiter)
    .map(folder => join(folder, program))
    .find(path => existsSync(path))

const program = (name: string, debian: string = name): Requirement => ({
  debian,
  isHere: () => findProgram(name) !== undefined
})

/** A plug-in of the media framework that WebKit plays with; Debian keeps those in one folder an architecture. */
const mediaPlugin = (file: string, debian: string): Requirement => ({
  debian,
  isHere: () =>
    existsSync('/usr/lib') &&
    readdirSync('/usr/lib').some(folder => existsSync(join('/usr/lib', folder, 'gstreamer-1.0', file)))
})

/** What each engine needs. */
const REQUIREMENTS: Record<EngineName, readonly Requirement[]> = {
  chromium: [program('chromium')],
  firefox: [program('firefox-esr'), program('Xvfb', 'xvfb')],
  webkit: [
    program('WebKitWebDriver', 'webkit2gtk-driver'),
    program('Xvfb', 'xvfb'),
    mediaPlugin('libgstlibav.so', 'gstreamer1.0-libav'),
    mediaPlugin('libgstaom.so', 'gstreamer1.0-plugins-bad')
  ]
}

/** The Debian packages that an engine lacks on this machine. */
export const lackingFor = (engine: EngineName): readonly string[] =>
  REQUIREMENTS[engine].filter(({ isHere }) => !isHere()).map(({ debian }) => debian)

/** The engines that can run here; `ENGINES=chromium,webkit` chooses among them. */
export const availableEngines = (): readonly EngineName[] => {
  const wanted = process.env.ENGINES?.split(',')
  return ENGINES.filter(engine => (!wanted || wanted.includes(engine)) && lackingFor(engine).length === 0)
}
