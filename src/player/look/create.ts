import { ICONS, type IconName } from '../bar/icons.ts'

type Child = Node | string | undefined | false

/** An attribute's value; `true` is the attribute without one, `false` and `undefined` leave it out. */
export type Attributes = Readonly<Record<string, string | boolean | undefined>>

const SVG = 'http://www.w3.org/2000/svg'

const fill = <Made extends Element>(element: Made, attributes: Attributes, children: readonly Child[]): Made => {
  for (const [name, value] of Object.entries(attributes)) {
    if (value !== undefined && value !== false) element.setAttribute(name, value === true ? '' : value)
  }
  element.append(...children.filter((child): child is Node | string => child !== undefined && child !== false))
  return element
}

/** Makes an element: no markup strings, so that text stays text. */
export const create = <Tag extends keyof HTMLElementTagNameMap>(
  tag: Tag,
  attributes: Attributes = {},
  ...children: readonly Child[]
): HTMLElementTagNameMap[Tag] => fill(document.createElement(tag), attributes, children)

/** An icon, in a slot of its own: the author's `slot="icon-…"` takes its place. */
export const createIcon = (name: IconName, slot: string = name): HTMLSlotElement => {
  const path = fill(document.createElementNS(SVG, 'path'), { d: ICONS[name] }, [])
  const svg = fill(
    document.createElementNS(SVG, 'svg'),
    { viewBox: '0 0 24 24', part: `icon icon-${name}`, class: `icon icon-${name}`, 'aria-hidden': 'true' },
    [path]
  )
  return create('slot', { name: `icon-${slot}` }, svg)
}
