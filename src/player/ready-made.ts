// What `controls` needs comes with the script of the page, and not after it: the parts are found in their place when players ask for them.
import '../wiring/scope/controls.ts'
import './bar/index.ts'

export * from './index.ts'
