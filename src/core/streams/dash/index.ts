export { tryReadPresentation } from './presentation.ts'
export { tryReadIndex } from './segment-index.ts'
