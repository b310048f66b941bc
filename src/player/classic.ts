import { hold } from '../loading/within.ts'
import * as failover from '../media/html/failover-driver.ts'
import * as captionArea from '../wiring/captions/caption-area.ts'
import * as captions from '../wiring/captions/captions.ts'
import * as captionMemory from '../wiring/captions/memory.ts'
import * as controls from '../wiring/scope/controls.ts'
import * as backdrop from './bar/backdrop.ts'
import * as bar from './bar/index.ts'
import * as shownCaptions from './captions/shown-captions.ts'

// What modules import when it is wanted is held by the one file, under the names of its build.
hold({ backdrop, bar, captionArea, captionMemory, captions, controls, failover, shownCaptions })

export * from './index.ts'
