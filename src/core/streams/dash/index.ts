export { readClock } from './clock.ts'
export { tryReadPresentation } from './presentation.ts'
export { tryReadIndex } from './segment-index.ts'
