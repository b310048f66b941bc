import { EN, type Words } from '../../core/words/en.ts'
import { bindScope } from '../../wiring/scope/scope.ts'
import type { Yoke } from '../../wiring/yoke/yoke.ts'
import { create } from '../look/create.ts'
import { languageOf, useWords } from '../look/language.ts'
import type { PlayerFeature } from '../player-view.ts'
import { createIcon } from './create-icon.ts'
import type { IconName } from './icons.ts'
import { CONTROLS_SHEET } from './styles.ts'

const face = (icon: IconName, label: string, when: string): HTMLElement =>
  create('span', { class: 'face', 'data-yoke-when': when, 'aria-label': label, role: 'img' }, createIcon(icon))

/**
 * The one control of a moving picture behind a heading: what moves by itself can be stopped (WCAG 2.2, 2.2.2).
 * @returns its removal.
 */
const drawBackdrop = (yoke: Yoke, shadow: ShadowRoot, words: Words): (() => void) => {
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
  CONTROLS_SHEET.adopt(shadow, 'behind')
  shadow.append(button)
  const release = bindScope(yoke, shadow, { states: 'unmarked' })
  return () => {
    release()
    button.remove()
  }
}

/** Draws the one control of a picture behind a heading. */
export const begin: PlayerFeature = (player, signal) => {
  const { yoke, element } = player
  const host = { signal, generation: 0, raise: player.raise.bind(player) }
  let erase: (() => void) | undefined
  const draw = (): void => {
    host.generation += 1
    erase?.()
    erase = undefined
    player.isDrawn = false
    if (signal.aborted || !yoke.settings.backdrop) return
    useWords(languageOf(element), EN as Words, host, words => {
      yoke.layers.take('form', { words })
      erase = drawBackdrop(yoke, player.openShadow(), words)
      player.isDrawn = true
    })
  }
  const stop = yoke.subscribe(({ settings: { backdrop } }) => `${backdrop} ${languageOf(element)}`, draw)
  draw()
  signal.addEventListener('abort', () => {
    stop()
    erase?.()
  })
}
