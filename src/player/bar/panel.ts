import type { Words } from '../../core/words/en.ts'
import { create } from '../look/create.ts'
import { createIcon } from './create-icon.ts'

/** Opens a panel over the player, until it is dismissed. */
export const openPanel = (
  root: ShadowRoot,
  words: Words,
  { name, title, content }: { readonly name: string; readonly title: string; readonly content: readonly Node[] }
): void => {
  const close = create(
    'button',
    { type: 'button', class: 'button', part: 'button close', 'aria-label': words.close },
    createIcon('close')
  )
  const panel = create(
    'div',
    {
      popover: 'auto',
      role: 'dialog',
      class: `panel ${name}`,
      part: `${name} panel`,
      lang: words.lang,
      'aria-labelledby': `yoke-${name}`
    },
    create('header', {}, create('h2', { id: `yoke-${name}`, part: 'panel-heading' }, title), close),
    ...content
  )
  close.addEventListener('click', () => panel.hidePopover())
  panel.addEventListener('toggle', event => event.newState === 'closed' && panel.remove())
  root.append(panel)
  panel.showPopover()
  close.focus()
}
