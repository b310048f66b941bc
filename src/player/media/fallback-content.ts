import { isElement, matches } from '../../wiring/scope/nodes.ts'

const NOT_CONTENT = 'source, track, script, template, style'

const isContent = (node: Node): boolean =>
  isElement(node) ? !matches(node, NOT_CONTENT) : node.nodeType === Node.TEXT_NODE && !!node.textContent?.trim()

/**
 * Shows what stands in a media for those who cannot play it (HTML, "The video element", fallback content), which engines
 * show only where they know no video at all. With ready-made controls it stands in the panel that says what is wrong.
 * @returns what puts it back, or `undefined` where there is nothing to show.
 */
export const showFallback = (player: HTMLElement, media: HTMLElement): (() => void) | undefined => {
  const content = [...media.childNodes].filter(isContent)
  if (content.length === 0) return undefined
  const box = document.createElement('div')
  box.slot = 'fault-more'
  box.setAttribute('data-yoke-fallback', '')
  // Moved and not copied: what listens to it goes with it.
  box.append(...content)
  player.append(box)
  return () => {
    media.append(...box.childNodes)
    box.remove()
  }
}
