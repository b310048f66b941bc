/** All that has to do with controls, in one part: it is loaded with the first scope that is wanted, or the first command. */
export { BEHAVIOURS } from '../behaviour/behaviours.ts'
export { faultOfError } from '../yoke/playback-faults.ts'
export { runCommand } from '../yoke/run-command.ts'
export { treeOf } from './tree.ts'
