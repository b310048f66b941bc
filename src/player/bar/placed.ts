import type { Layout } from '../../core/layout/layouts.ts'
import { observeSizes } from '../../wiring/scope/observe-sizes.ts'
import { sharedSheet } from '../../wiring/scope/sheets.ts'
import { create } from '../look/create.ts'

const SHEET = sharedSheet(/* css */ `
.places { display: contents; font: var(--yoke-font, 500 14px/1.3 system-ui, sans-serif); color: var(--text); font-variant-numeric: tabular-nums }
.place {
  position: absolute; display: flex; flex-wrap: wrap; gap: 4px; align-items: center; max-inline-size: calc(100% - 2 * var(--edge)); pointer-events: none; transition: opacity var(--pace);
  inset-inline-start: calc(var(--edge) + var(--spare-start, 0px)); inset-block-start: calc(var(--edge) + var(--spare-above, 0px));
}
.place.at-top-end, .place.at-bottom-end { inset-inline: auto calc(var(--edge) + var(--spare-end, 0px)) }
.place.at-bottom-start, .place.at-bottom-end { inset-block: auto calc(var(--edge) + 10px + var(--spare-below, 0px) + var(--bar-over, 0px)) }
.top:has(span.title:not(:empty)) ~ .places > .at-top-start { inset-block-start: calc(var(--edge) + 34px + var(--spare-above, 0px)) }
.place.at-centre, .place.at-pause { inset: var(--spare-above, 0px) var(--spare-end, 0px) var(--spare-below, 0px) var(--spare-start, 0px); margin: auto; inline-size: fit-content; block-size: fit-content; justify-content: center }
.place.at-pause { inset-block-start: 45% }
.place > .cell { pointer-events: auto; border-radius: var(--radius); background: color-mix(in srgb, var(--surface) 88%, transparent) }
.place > .cell:is(.gap, .piece) { background: none }
.place > .cell:is(.current-time, .duration, .remaining-time, .clock) { padding: 6px 10px }
.place.at-centre { gap: 14px }
.place.at-centre > .cell .button { min-inline-size: calc(var(--size) * 1.35); block-size: calc(var(--size) * 1.35) }
.place .label { inset-block-end: calc(100% + 8px) }
.place:is(.at-top-start, .at-top-end) .label { inset-block: calc(100% + 8px) auto }
.over.centre-play:has(~ .places > .at-centre) { display: none }
:host(:state(idle)) .place { opacity: 0 }
:host(:state(idle)) .place > .cell { pointer-events: none }
:host(:state(failed)) .place { visibility: hidden }
.stage:has(~ .bar.under) { block-size: calc(100% - var(--bar)) }
.bar.under { position: relative; inset: auto; opacity: 1 !important; translate: none !important; pointer-events: auto !important; visibility: visible !important; border-radius: 0 0 var(--outer) var(--outer); background: var(--surface) }
.bar.under .line { margin-block-start: 0 }
:host(:fullscreen) .stage:has(~ .bar.under) { block-size: auto }
@media (forced-colors: active) { .place > .cell:not(.gap, .piece) { background: Canvas; border: 1px solid CanvasText; forced-color-adjust: none } }
`)

/** The states in which the row for a pause is there. */
const PAUSED = 'started paused !ended !scrubbing !failed !service-in-front'

/** The shape of the picture, where nothing else is said. */
const SHAPE = '--yoke-shape'

/** The bar, and where what stands elsewhere goes. */
interface PlacedBar {
  readonly element: HTMLElement
  readonly places: HTMLElement
}

/** Bars whose size is watched. */
const watched = new WeakSet<HTMLElement>()

/** Tells the style sheet how high the bar is, for what keeps clear of it or has to end where it begins. */
const followHeight = ({ element, places }: PlacedBar, stage: HTMLElement | null, signal: AbortSignal): void => {
  if (watched.has(element)) return
  const sizes = observeSizes(() => {
    const height = `${element.offsetHeight}px`
    stage?.style.setProperty('--bar', height)
    places.style.setProperty('--bar-over', element.classList.contains('under') ? '0px' : height)
  })
  sizes.observe(element)
  watched.add(element)
  signal.addEventListener('abort', () => {
    sizes.disconnect()
    for (const property of ['--bar', SHAPE]) stage?.style.removeProperty(property)
  })
}

/**
 * Shows what of a layout is more than rows in a bar over the picture, in place of what was shown before.
 * @param rows what stands at each place. @param signal ends it.
 */
export const place = (
  bar: PlacedBar,
  rows: readonly (readonly [name: string, cells: readonly HTMLElement[]])[],
  layout: Layout | undefined,
  signal: AbortSignal
): void => {
  const root = bar.element.getRootNode()
  if (!(root instanceof ShadowRoot)) return
  SHEET.adopt(root, 'behind')
  const stage = root.querySelector<HTMLElement>('.stage')
  bar.places.replaceChildren(
    ...rows.map(([name, cells]) =>
      create(
        'div',
        {
          class: `place at-${name}`,
          part: `place ${name}`,
          'data-yoke-keep-clear': name === 'centre' || name === 'pause' ? undefined : '!idle',
          'data-yoke-when': name === 'pause' ? PAUSED : undefined
        },
        ...cells
      )
    )
  )
  bar.element.classList.toggle('under', layout?.bar === 'under')
  const { ratio } = layout ?? {}
  // On the stage, and not on the player: a shape that the author gives the player is another matter.
  if (ratio) stage?.style.setProperty(SHAPE, ratio)
  else stage?.style.removeProperty(SHAPE)
  followHeight(bar, stage, signal)
}
