import { fillWords } from '../../core/words/basic.ts'
import { RESUME_WORDS } from '../../core/words/part-words.ts'
import { sharedSheet } from '../../wiring/scope/sheets.ts'
import { create } from '../look/create.ts'
import type { PlayerFeature } from '../player-view.ts'

const SHEET = sharedSheet(/* css */ `
.resume-offer {
  position: absolute; inset-inline: 0; inset-block-end: calc(var(--bar-over, 0px) + var(--size) + 26px + var(--spare-below, 0px)); margin-inline: auto; inline-size: fit-content; max-inline-size: calc(100% - 2 * var(--edge));
  display: grid; grid-template-columns: auto auto; align-items: center; justify-content: center; gap: 4px; padding: 5px; border-radius: var(--radius); background: var(--surface); color: var(--text); box-shadow: 0 2px 12px #0006;
  font: var(--yoke-font, 500 14px/1.3 system-ui, sans-serif); font-variant-numeric: tabular-nums;
}
.resume-offer button { min-block-size: var(--size); padding: 0 14px; border: 0; border-radius: calc(var(--radius) - 4px); background: none; color: inherit; font: inherit; cursor: pointer }
.resume-offer .go { background: var(--accent); color: var(--surface); font-weight: 600 }
.resume-offer small { grid-column: 1 / -1; padding: 0 10px 2px; text-align: center; font-size: 12px; opacity: .78 }
.resume-offer button:focus-visible { outline: 2px solid var(--text); outline-offset: 2px }
:host(:state(resume-offered)) .centre-play { display: none }
:host(:state(sound)) .resume-offer { position: static; margin-block-start: 6px }
@media (hover: hover) { .resume-offer button:not(.go):hover { background: color-mix(in srgb, var(--text) 14%, transparent) } }
@media (forced-colors: active) { .resume-offer { border: 1px solid CanvasText } .resume-offer .go { border: 1px solid ButtonText } }
`)

/** Offers to go on where the clip was left: over the picture, or under the controls of sound. */
export const begin: PlayerFeature = (player, signal) => {
  const { yoke } = player
  const shadow = player.openShadow()
  SHEET.adopt(shadow, 'behind')
  const go = create('button', { type: 'button', class: 'go', part: 'resume-button', command: '--resume' })
  const over = create('button', { type: 'button', part: 'start-over-button', command: '--start-over' })
  const note = create('small')
  const box = create(
    'div',
    {
      class: 'resume-offer',
      part: 'resume-offer',
      hidden: true,
      'data-yoke-when': 'resume-offered !failed',
      'data-yoke-keep-clear': ''
    },
    go,
    over,
    note
  )
  const place = create('slot', { name: 'resume-offer' }, box)
  const speak = (): void => {
    const words = { ...RESUME_WORDS, ...yoke.settings.words }
    const time = String(yoke.authorValues.get('resume-time')?.read(yoke) ?? '')
    go.textContent = fillWords(words.goOnAt, { time })
    over.textContent = words.fromTheStart
    note.textContent = words.keptHere
  }
  const stop = yoke.subscribe(
    seen => `${seen.authorValues.get('resume-time')?.read(seen)} ${seen.settings.words.lang}`,
    speak
  )
  speak()
  shadow.append(place)
  signal.addEventListener('abort', () => {
    stop()
    place.remove()
  })
}
