import type { GivenSource } from '../source-port.ts'

/** The address that this engine would play first; `undefined` for a file that is here already. */
const addressOf = (sources: readonly GivenSource[], probe: HTMLMediaElement): string | undefined => {
  for (const source of sources) {
    if (typeof source === 'string') return source
    if ('src' in source && (!source.type || probe.canPlayType(source.type) !== '')) return source.src
  }
  return undefined
}

/** Loads the beginning of what these sources name: the engine then has it at hand. @returns its end. */
export const loadAhead = (sources: readonly GivenSource[]): (() => void) => {
  const element = document.createElement('audio')
  const address = addressOf(sources, element)
  if (address === undefined) return () => undefined
  Object.assign(element, { muted: true, preload: 'auto', src: address })
  return () => {
    element.removeAttribute('src')
    element.load()
  }
}
