import type { Fault } from '../../core/fault.ts'
import { definePart, type Part, use } from '../../loading/part.ts'
import type { Couple, Coupling, YokeView } from '../yoke/yoke-view.ts'

type CoupleWithCaptions = (element: HTMLElement, yoke: YokeView) => Coupling

/** Couples an element once there are captions, with a part that is loaded then. */
const coupleWithCaptions =
  (part: Part<{ readonly couple: CoupleWithCaptions }>): Couple =>
  (element, yoke) => {
    const life = new AbortController()
    let coupling: Coupling | undefined
    const host = { signal: life.signal, raise: (reason: Fault) => yoke.raise(reason, element) }
    const begin = (): void => {
      if (!yoke.captions || coupling) return
      use(part, host, ({ couple }) => {
        if (yoke.captions) coupling ??= couple(element, yoke)
      })
    }
    // With each press of play as well: what could not be loaded may come now.
    const stop = yoke.subscribe(({ captions, snapshot: { paused } }) => (captions ? String(paused) : ''), begin)
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

/** `data-yoke-captions`: captions are drawn in this element. */
export const coupleArea = coupleWithCaptions(definePart(() => import('../captions/caption-area.ts')))

/** `data-yoke-transcript`: this list shows the cues as text. */
export const coupleTranscript = coupleWithCaptions(definePart(() => import('../captions/transcript.ts')))
