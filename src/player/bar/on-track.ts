import { sharedSheet } from '../../wiring/scope/sheets.ts'
import { create } from '../look/create.ts'
import type { PlayerFeature, PlayerView } from '../player-view.ts'

const SHEET = sharedSheet(/* css */ `
.marks { color: var(--surface) }
.marks > i { inline-size: 3px; margin-inline-start: -1.5px; opacity: .85 }
.preview.rich { display: grid; justify-items: center; gap: 3px; padding: 4px 6px; max-inline-size: min(240px, 80cqi) }
.preview .picture { border-radius: 4px; margin-block-start: 1px }
.preview .moment { max-inline-size: 100%; overflow: hidden; text-overflow: ellipsis; font-weight: 600 }
.preview .moment:empty { display: none }
@media (forced-colors: active) { .marks { color: Canvas; forced-color-adjust: none } }
`)

/** The box under the pointer stays within the player, by so many pixels. */
const ROOM = 6

/** What stands on the track of a seek bar, and in the box under the pointer, where there are moments or pictures. */
const dress = (track: Element, { yoke }: PlayerView): void => {
  const preview = track.querySelector('.preview')
  const hasMoments = yoke.moments !== undefined
  if (hasMoments && !track.querySelector('.marks'))
    track
      .querySelector('.played')
      ?.after(create('span', { class: 'marks', part: 'marks', 'data-yoke-marks': true, 'aria-hidden': 'true' }))
  if (!preview || preview.querySelector(hasMoments ? '.moment' : '.picture')) return
  preview.removeAttribute('data-yoke-value')
  preview.classList.add('rich')
  preview.replaceChildren(
    create('span', { class: 'picture', part: 'preview-picture', 'data-yoke-preview': true }),
    ...(hasMoments
      ? [create('span', { class: 'moment', part: 'preview-moment', dir: 'auto', 'data-yoke-value': 'pointer-moment' })]
      : []),
    create('span', { part: 'preview-time', 'data-yoke-value': 'pointer-time' })
  )
}

/** Keeps the box under the pointer inside the player, whose edges would cut it off. */
const keepInside = (box: HTMLElement, host: Element, pointer: number): void => {
  const { left, width } = (box.parentElement ?? box).getBoundingClientRect()
  const { left: from, right: to } = host.getBoundingClientRect()
  const isFromRight = getComputedStyle(box).direction === 'rtl'
  const centre = left + width * (isFromRight ? 1 - pointer : pointer)
  const half = box.offsetWidth / 2
  const shift = Math.max(from + ROOM - (centre - half), 0) - Math.max(centre + half - (to - ROOM), 0)
  box.style.transform = shift === 0 ? '' : `translateX(${shift}px)`
}

/** Marks of moments on the seek bar, and what is there under the pointer: its picture, its moment. */
export const begin: PlayerFeature = (player, signal) => {
  const { yoke, element } = player
  const shadow = player.openShadow()
  SHEET.adopt(shadow, 'behind')
  const look = (): void => {
    for (const track of shadow.querySelectorAll('.seek-bar > .track')) dress(track, player)
  }
  // The bar is drawn anew with each layout.
  const observer = new MutationObserver(look)
  observer.observe(shadow, { childList: true, subtree: true })
  const stops = [
    yoke.subscribe(({ moments }) => moments, look),
    yoke.subscribe(
      ({ snapshot: { pointer } }) => pointer,
      pointer => {
        const boxes = pointer === undefined ? [] : shadow.querySelectorAll<HTMLElement>('.preview.rich')
        for (const box of boxes) keepInside(box, element, pointer ?? 0)
      }
    )
  ]
  look()
  signal.addEventListener('abort', () => {
    observer.disconnect()
    for (const stop of stops) stop()
  })
}
