import type { Coupling, YokeView } from '../yoke/yoke-view.ts'

/** Couples an element as soon as what it names has been defined. */
export const coupleLater = (
  yoke: YokeView,
  isDefined: (yoke: YokeView) => boolean,
  couple: () => Coupling | undefined
): Coupling => {
  let coupling: Coupling | undefined
  const stop = yoke.subscribe(isDefined, () => {
    coupling?.release()
    coupling = couple()
  })
  return {
    handle: event => coupling?.handle?.(event),
    release: () => {
      stop()
      coupling?.release()
    }
  }
}
