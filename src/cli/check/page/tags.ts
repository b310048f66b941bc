import { type PlacedFault, placedError, placedWarning } from '../placed-fault.ts'
import type { Page, PageElement } from './page.ts'

const selfClosed = (element: PageElement): readonly PlacedFault[] => {
  if (element.name !== 'yoke-player' || !element.isSelfClosed) return []
  const sentence = 'HTML does not close <yoke-player /> there: all that follows stands inside the player.'
  return [placedError(element.place, 'tag-self-closed', sentence, 'write <yoke-player …></yoke-player>')]
}

const isStyled = (page: Page): boolean =>
  page.elements.some(
    ({ name, text, attributes }) =>
      (name === 'style' && text.includes('yoke-player')) ||
      (name === 'link' &&
        /stylesheet/i.test(attributes.get('rel') ?? '') &&
        /yokewright/.test(attributes.get('href') ?? ''))
  )

/** Until the script is there a player without a sized video has no height, and the page jumps when it comes. */
const placeless = (page: Page): readonly PlacedFault[] => {
  if (isStyled(page)) return []
  const player = page.elements.find(
    ({ name, attributes, children }) =>
      name === 'yoke-player' &&
      !attributes.has('backdrop') &&
      !attributes.has('style') &&
      !children.some(({ name: inner, attributes: own }) => inner === 'audio' || own.has('width') || own.has('style'))
  )
  if (!player) return []
  const sentence = 'Before the library is there this player has no height, and the page jumps when it comes.'
  return [placedWarning(player.place, 'place-unheld', sentence, 'add <link rel="stylesheet" href="yokewright.css">')]
}

/** Tags that do not mean what they look like, and players whose place nothing holds. */
export const checkTags = (page: Page): readonly PlacedFault[] => [
  ...page.elements.flatMap(selfClosed),
  ...placeless(page)
]
