import type { Couple, Coupling, YokeView } from '../yoke/yoke-view.ts'

type Load = () => Promise<(element: HTMLElement, yoke: YokeView) => Coupling>

/** Couples an element once there are captions, with code that is loaded then. */
const coupleWithCaptions =
  (load: Load): Couple =>
  (element, yoke) => {
    let coupling: Coupling | undefined
    let released = false
    const begin = async (): Promise<void> => {
      const couple = await load()
      if (!released && !coupling && yoke.captions) coupling = couple(element, yoke)
    }
    const stop = yoke.subscribe(
      ({ captions }) => captions,
      () => begin()
    )
    if (yoke.captions) begin()
    return {
      handle: event => coupling?.handle?.(event),
      release: () => {
        released = true
        stop()
        coupling?.release()
      }
    }
  }

/** `data-yoke-captions`: captions are drawn in this element. */
export const coupleArea = coupleWithCaptions(() =>
  import('../captions/caption-area.ts').then(({ coupleCaptionArea }) => coupleCaptionArea)
)

/** `data-yoke-transcript`: this list shows the cues as text. */
export const coupleTranscript = coupleWithCaptions(() =>
  import('../captions/transcript.ts').then(({ coupleTranscript: couple }) => couple)
)
