interface Pausable {
  pause(): void
}

/** The media element that stands in a player gives way: it is not seen, and plays no more. @returns what shows it again. */
export const hideElement = (player: HTMLElement): (() => void) => {
  const all = [...player.querySelectorAll<HTMLElement & Pausable>('video, audio')]
  const element = all.find(media => media.closest('yoke-player') === player)
  if (!element) return () => undefined
  element.pause()
  // By the declaration alone: the style sheets of players and pages show a hidden video.
  const { style } = element
  const before = [style.getPropertyValue('display'), style.getPropertyPriority('display')] as const
  style.setProperty('display', 'none', 'important')
  return () => {
    style.setProperty('display', ...before)
    if (element.getAttribute('style') === '') element.removeAttribute('style')
  }
}
