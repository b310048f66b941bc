type Child = Node | string | undefined | false

/** An attribute's value; `true` is the attribute without one, `false` and `undefined` leave it out. */
export type Attributes = Readonly<Record<string, string | boolean | undefined>>

/** Gives an element attributes and children. */
export const fill = <Made extends Element>(element: Made, attributes: Attributes, children: readonly Child[]): Made => {
  for (const [name, value] of Object.entries(attributes)) {
    if (value !== undefined && value !== false) element.setAttribute(name, value === true ? '' : value)
  }
  element.append(...children.filter((child): child is Node | string => child !== undefined && child !== false))
  return element
}

/** Makes an element, without markup strings, so that text stays text. */
export const create = <Tag extends keyof HTMLElementTagNameMap>(
  tag: Tag,
  attributes: Attributes = {},
  ...children: readonly Child[]
): HTMLElementTagNameMap[Tag] => fill(document.createElement(tag), attributes, children)
