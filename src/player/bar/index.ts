/** The ready-made controls, in one part: it comes with the first player that draws some. */
export { plainArrangement, readArrangement } from './arrangement.ts'
export { drawControls } from './ready-made.ts'
