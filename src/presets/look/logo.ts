import type { Look } from '../../core/presets/look.ts'

/** The logo that stands in a root, and the look that it was made for, as text. */
const shown = new WeakMap<ShadowRoot, { readonly element: HTMLElement; readonly said: string }>()

/** Addresses that a link may have; one without a scheme is relative (URL, "basic URL parser"). */
const isSafe = (address: string, base: string): boolean =>
  URL.canParse(address, base) && /^(?:https?|mailto):$/.test(new URL(address, base).protocol)

const [WIDE, USUAL] = [160, 32]

const STYLE = (corner: string, size: number): string => {
  const [block = 'top', inline = 'end'] = corner.split('-')
  const side = block === 'bottom' ? 'end' : 'start'
  return `position:absolute;inset-block-${side}:calc(var(--yoke-inset,0px) + 12px);inset-inline-${inline}:calc(var(--yoke-inset,0px) + 12px);block-size:${size}px;max-inline-size:min(40%,${WIDE}px);display:block`
}

/** Makes the logo of a look: an image, and a link around it where there is one. Without a name it is decoration. */
const make = (
  { logo = '', logoLink, logoLabel = '', logoCorner = 'top-end', logoSize = USUAL }: Look,
  base: string
): HTMLElement => {
  const image = document.createElement('img')
  image.src = new URL(logo, base).href
  image.alt = logoLabel
  image.style.cssText = 'block-size:100%;max-inline-size:100%;object-fit:contain;display:block'
  const link = logoLink && isSafe(logoLink, base) ? new URL(logoLink, base) : undefined
  const element = document.createElement(link ? 'a' : 'span')
  element.setAttribute('part', 'logo')
  element.style.cssText = `${STYLE(logoCorner, logoSize)}${link ? '' : ';pointer-events:none'}`
  if (link && element instanceof HTMLAnchorElement) {
    element.href = link.href
    // A link always has a name.
    if (!logoLabel) image.alt = link.hostname
  }
  element.append(image)
  return element
}

/** Shows the logo of a look over the picture, or takes it away. Behind the controls: they are reached first by pointers. */
export const showLogo = (root: ShadowRoot, look: Look): void => {
  const { logo, logoLink, logoLabel, logoCorner, logoSize } = look
  const said = logo ? JSON.stringify([logo, logoLink, logoLabel, logoCorner, logoSize]) : ''
  const before = shown.get(root)
  if (before?.said === said) return
  before?.element.remove()
  shown.delete(root)
  const base = root.host.baseURI
  if (!logo || !URL.canParse(logo, base)) return
  const element = make(look, base)
  root.querySelector('.stage')?.after(element)
  shown.set(root, { element, said })
}
