import type { Words } from '../../core/words/en.ts'
import { bindScope } from '../../wiring/scope/scope.ts'
import type { Yoke } from '../../wiring/yoke/yoke.ts'
import { create, createIcon } from '../look/create.ts'
import type { IconName } from './icons.ts'
import { adoptControlStyles } from './styles.ts'

const face = (icon: IconName, label: string, when: string): HTMLElement =>
  create('span', { class: 'face', 'data-yoke-when': when, 'aria-label': label, role: 'img' }, createIcon(icon))

/**
 * The one control of a moving picture behind a heading: what moves by itself can be stopped (WCAG 2.2, 2.2.2).
 * @returns its way out.
 */
export const drawBackdrop = (yoke: Yoke, shadow: ShadowRoot, words: Words): (() => void) => {
  const button = create(
    'slot',
    { name: 'play-pause' },
    create(
      'button',
      { type: 'button', class: 'still', part: 'button play-pause', command: '--play-pause', lang: words.lang },
      face('play', words.play, 'paused'),
      face('pause', words.pause, '!paused')
    )
  )
  adoptControlStyles(shadow)
  shadow.append(button)
  const release = bindScope(yoke, shadow, { states: 'unmarked' })
  return () => {
    release()
    button.remove()
  }
}
