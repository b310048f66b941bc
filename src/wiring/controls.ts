/** All that has to do with controls, in one part: it comes with the first scope that is wanted, or the first command. */
export { findUnknownSettings } from '../core/settings/unknown.ts'
export { tryReadMoments } from '../core/time/moments.ts'
export { Attendants } from './attendants.ts'
export { faultOfError } from './playback-faults.ts'
export { runCommand } from './runner.ts'
export { nameTaken } from './slips.ts'
export { treeOf } from './tree.ts'
