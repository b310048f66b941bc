const SIGNS = ['pointerover', 'focusin'] as const

/** Opens a connection to an origin when a pointer or focus comes to a player, where the page allows it. @returns its end. */
export const connectAtIntent = (player: HTMLElement, origin: string, isAllowed: () => boolean): (() => void) => {
  const link = player.ownerDocument.createElement('link')
  Object.assign(link, { rel: 'preconnect', href: origin })
  const come = (): void => {
    if (isAllowed() && !link.isConnected) player.ownerDocument.head.append(link)
  }
  for (const sign of SIGNS) player.addEventListener(sign, come)
  return () => {
    for (const sign of SIGNS) player.removeEventListener(sign, come)
    link.remove()
  }
}
