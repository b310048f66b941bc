import type { Yoke } from '../../wiring/yoke/yoke.ts'

/**
 * Keeps the custom properties that the style sheets read of how a picture is fitted: an author's own `object-fit` still wins,
 * and so does full screen, where all of the picture is shown. @returns its stop.
 */
export const followFit = (player: HTMLElement, yoke: Yoke): (() => void) => {
  const ours = new Set<string>()
  const set = (property: string, value: string | undefined): void => {
    if (value !== undefined) {
      ours.add(property)
      player.style.setProperty(property, value)
      // What the author's own style attribute says is left alone.
    } else if (ours.delete(property)) player.style.removeProperty(property)
  }
  const apply = (): void => {
    set('--yoke-fit', yoke.settings.fit)
    set('--yoke-focus-point', yoke.settings.focusPoint?.trim())
    const { width, height } = yoke.settings
    set('--yoke-shape', width && height ? `${width} / ${height}` : undefined)
  }
  apply()
  return yoke.subscribe(
    ({ settings: { fit, focusPoint, width, height } }) => `${fit} ${focusPoint} ${width} ${height}`,
    apply
  )
}
