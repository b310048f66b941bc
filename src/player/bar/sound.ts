import { sharedSheet } from '../../wiring/scope/sheets.ts'
import type { Yoke } from '../../wiring/yoke/yoke.ts'
import { create } from '../look/create.ts'

export { SOUND_LAYOUTS } from '../../core/layout/sound-layouts.ts'

const SHEET = sharedSheet(/* css */ `
:host(:state(sound)) { min-block-size: calc(var(--size) + 4px) }
:host(:state(sound)) .bar { --fade: 0px; position: relative; inset: auto; border-radius: var(--radius); background: var(--surface); opacity: 1; translate: none; pointer-events: auto }
:host(:state(sound)) :is(.over:not(.sound-offer), .pause-panel) { display: none }
.cover { flex: none; align-self: stretch; inline-size: 64px; min-block-size: 64px; object-fit: cover; border-radius: calc(var(--radius) - 4px); margin-inline-end: 6px }
:host(:state(sound)) .row > .cell.title { padding-inline: 4px; font-weight: 600 }
:host(:state(sound)) .row > .cell.title:only-child { padding-block-start: 6px }
:host(:state(sound):state(failed)) .bar { position: absolute }
:host(:state(sound):state(failed)) .fault { display: flex; align-items: center; justify-content: center; position: static; padding: 8px 14px; border-radius: var(--radius) }
:host(:state(sound)) .fault :is(.icon, .way-on) { flex: none }
:host(:state(sound)) .notice { inset-block-start: auto; inset-block-end: calc(100% + 6px) }
`)

/** The poster of sound is its cover, which stands before the controls. @returns its end. */
const showCover = (yoke: Yoke, bar: HTMLElement): (() => void) => {
  const image = create('img', { class: 'cover', part: 'cover', alt: '' })
  const place = create('slot', { name: 'cover' }, image)
  const show = (src: string | undefined): void => {
    image.hidden = !src
    if (src) image.src = src
    else image.removeAttribute('src')
  }
  show(yoke.settings.poster)
  bar.prepend(place)
  return yoke.subscribe(({ settings: { poster } }) => poster, show)
}

/** Makes of drawn controls those of sound alone. @returns its end. */
export const dressSound = (yoke: Yoke, shadow: ShadowRoot, bar: HTMLElement): (() => void) => {
  SHEET.adopt(shadow, 'behind')
  return showCover(yoke, bar)
}
