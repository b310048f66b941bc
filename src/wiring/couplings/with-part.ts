import type { Fault } from '../../core/fault.ts'
import { definePart, type Part, use } from '../../loading/part.ts'
import type { Couple, Coupling, YokeView } from '../yoke/yoke-view.ts'

type CoupleNow = (element: HTMLElement, yoke: YokeView) => Coupling

/** Couples an element once it is wanted, with a part that is loaded then. @param pick what of the part couples it. */
const coupleWith =
  <Module>(part: Part<Module>, pick: (module: Module) => CoupleNow, isWanted: (yoke: YokeView) => boolean): Couple =>
  (element, yoke) => {
    const life = new AbortController()
    let coupling: Coupling | undefined
    const host = { signal: life.signal, raise: (reason: Fault) => yoke.raise(reason, element) }
    const begin = (): void => {
      if (!isWanted(yoke) || coupling) return
      use(part, host, module => {
        if (isWanted(yoke)) coupling ??= pick(module)(element, yoke)
      })
    }
    // With each press of play as well: what could not be loaded may come now.
    const stop = yoke.subscribe(seen => (isWanted(seen) ? String(seen.snapshot.paused) : ''), begin)
    begin()
    return {
      handle: event => coupling?.handle?.(event),
      release: () => {
        life.abort()
        stop()
        coupling?.release()
      }
    }
  }

const hasCaptions = ({ captions }: YokeView): boolean => captions !== undefined

/** `data-yoke-captions`: captions are drawn in this element. */
export const coupleArea = coupleWith(
  definePart(() => import('../captions/caption-area.ts')),
  ({ couple }) => couple,
  hasCaptions
)

/** `data-yoke-transcript`: this list shows the cues as text. */
export const coupleTranscript = coupleWith(
  definePart(() => import('../captions/transcript.ts')),
  ({ couple }) => couple,
  hasCaptions
)

/** `data-yoke-moments`: this list shows the moments, or says them. */
export const coupleMoments = coupleWith(
  definePart(() => import('../moments/couple.ts')),
  part => part.coupleMoments,
  () => true
)

/** `data-yoke-marks`: moments are marked on this element. */
export const coupleMarks = coupleWith(
  definePart(() => import('../moments/marks.ts')),
  part => part.coupleMarks,
  ({ moments }) => moments !== undefined
)

/** `data-yoke-preview`: this element shows the picture of the place under the pointer. */
export const couplePreview = coupleWith(
  definePart(() => import('../preview/preview.ts')),
  part => part.couplePreview,
  hasCaptions
)

const PLAYLIST_ROWS = definePart(() => import('../playlist/couple.ts'))

/** `data-yoke-playlist`: this list shows what there is to play, or says it. */
export const coupleList = coupleWith(
  PLAYLIST_ROWS,
  part => part.coupleList,
  () => true
)

/** `data-yoke-item`: this element shows a field of what plays. */
export const coupleItem = coupleWith(
  PLAYLIST_ROWS,
  part => part.coupleItem,
  ({ playlist }) => playlist !== undefined
)
