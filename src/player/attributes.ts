import { ATTRIBUTE_KEYS } from '../core/settings/table.ts'
import { definePart, type PartHost, use } from '../loading/part.ts'
import type { Yoke } from '../wiring/yoke/yoke.ts'

/** Says what is wrong with the markup of a player. */
export const SPELLING = definePart(() => import('./look/spelling.ts'))

/** Every attribute of a player. */
export const OBSERVED_ATTRIBUTES: readonly string[] = [...ATTRIBUTE_KEYS.keys(), 'settings', 'lang']

/** Attributes of HTML's own, and of pages. */
const isCommon = (name: string): boolean =>
  /^(?:class|id|style|slot|title|dir|hidden|part|role|tabindex|data-.*|aria-.*|on.*)$/.test(name)

/** Reads all attributes of a player together, and tells those that are almost one of ours. */
export const readAttributes = (player: HTMLElement, yoke: Yoke, host: PartHost): void => {
  for (const name of player.getAttributeNames()) {
    if (name === 'settings') yoke.layers.takeJson(player.getAttribute(name))
    else if (ATTRIBUTE_KEYS.has(name)) yoke.layers.takeAttribute(name, player.getAttribute(name))
  }
  const strange = player.getAttributeNames().filter(name => !OBSERVED_ATTRIBUTES.includes(name) && !isCommon(name))
  if (strange.length > 0)
    use(SPELLING, host, ({ findMisspelt }) => {
      for (const reason of findMisspelt(strange)) host.raise(reason)
    })
}
