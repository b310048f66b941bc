import { playableRange } from '../../core/playback/snapshot.ts'
import { VALUES } from '../../core/playback/values.ts'
import { wholeSeconds } from '../../core/time/clock.ts'
import {
  fractionAtOffset,
  fractionOf,
  type Scale,
  seekSteps,
  toStep,
  valueAfterKey,
  valueAt
} from '../../core/time/scale.ts'
import { speakPosition } from '../../core/time/spoken.ts'
import { tellMistake } from '../checks/tell-mistake.ts'
import { boxOf, matches } from '../scope/nodes.ts'
import type { Coupling, YokeView } from '../yoke/yoke-view.ts'
import type { BoundValue } from './bound-value.ts'
import { holdVolume, watchDrag } from './drag.ts'
import { directionOf, isVertical, writesUpright } from './writing-mode.ts'

/** How finely volume goes by key: arrows, pages. */
const VOLUME_STEPS = { step: 0.05, page: 0.1 }

const OWN_ATTRIBUTES = ['min', 'max', 'step'] as const

/** The value's own scale, in its own unit. Without a known length a position has no scale: the bar stays empty. */
const scaleOf = (value: BoundValue, yoke: YokeView): Scale | undefined => {
  if (value.name !== 'current-time') return value.kind === 'fraction' ? { min: 0, max: 1 } : undefined
  const range = playableRange(yoke.snapshot)
  return range && { min: range.start, max: range.end }
}

/**
 * A native range input as a slider for a value. Without `min` and `max` of the author's it takes the value's own
 * scale; with them, the value is spread over theirs (0 to 100, say). Dragging never meets resistance from playback.
 */
class RangeSlider implements Coupling {
  readonly #input: HTMLInputElement
  readonly #value: BoundValue
  readonly #yoke: YokeView
  readonly #written: ReadonlySet<string>
  readonly #stops: (() => void)[] = []
  #timer: ReturnType<typeof setTimeout> | undefined
  #shown = Number.NaN
  /** While playback moves the handle: whether that can be seen. Looked up once each time it begins to move. */
  #seen: boolean | undefined
  /** Screen readers have been here, so that words must follow. */
  #spoken = false

  constructor(input: HTMLInputElement, value: BoundValue, yoke: YokeView) {
    this.#input = input
    this.#value = value
    this.#yoke = yoke
    this.#written = new Set(OWN_ATTRIBUTES.filter(name => input.hasAttribute(name)))
    if (!this.#written.has('step') && value.kind !== 'plain') input.step = 'any'
    this.#update()
    this.#stops.push(
      yoke.subscribe(
        seen => seen.snapshot,
        () => this.#update()
      )
    )
  }

  handle(event: Event): void {
    switch (event.type) {
      case 'input':
        this.#moved()
        break
      case 'pointerdown':
        this.#grabbed()
        this.#dragUpright(event as PointerEvent)
        break
      case 'pointermove':
        this.#pointAt(event as PointerEvent)
        this.#dragUpright(event as PointerEvent)
        break
      case 'pointerout':
        this.#pointAt(undefined)
        break
      case 'keydown':
        this.#key(event as KeyboardEvent)
        break
      case 'focusin':
        this.#write(this.#current())
        this.#speak()
        // Only while it has focus: at any other time the wheel scrolls the page.
        this.#input.addEventListener('wheel', this.#onWheel, { passive: false })
        break
      case 'focusout':
        this.#input.removeEventListener('wheel', this.#onWheel)
        break
      case 'change':
      case 'reset':
        this.#write(this.#current())
    }
  }

  release(): void {
    for (const stop of this.#stops) stop()
    clearTimeout(this.#timer)
    this.#input.removeEventListener('wheel', this.#onWheel)
    for (const name of OWN_ATTRIBUTES) if (!this.#written.has(name)) this.#input.removeAttribute(name)
    this.#input.removeAttribute('aria-valuetext')
    if (this.#isPosition) this.#input.removeAttribute('aria-disabled')
  }

  /** Volume goes by the wheel. A position does not: a wheel that was meant for the page would lose the viewer's place. */
  readonly #onWheel = (event: WheelEvent): void => {
    if (this.#value.name !== 'volume' || event.ctrlKey || event.deltaY === 0) return
    event.preventDefault()
    this.#yoke.run('change-volume', event.deltaY < 0 ? VOLUME_STEPS.step : -VOLUME_STEPS.step, this.#input)
    this.#speak()
  }

  get #isPosition(): boolean {
    return this.#value.name === 'current-time'
  }

  /** What the slider should show, in the value's own unit. Mute shows as 0. */
  #current(): number {
    const { snapshot } = this.#yoke
    if (this.#value.name === 'volume' && snapshot.muted) return 0
    const now = Number(this.#value.read(this.#yoke))
    return Number.isFinite(now) ? now : 0
  }

  /** The author's scale, if there is one. */
  #spread(): Scale | undefined {
    if (!this.#written.has('max') || this.#value.kind === 'plain') return undefined
    return { min: Number(this.#input.min || 0), max: Number(this.#input.max) }
  }

  /** From the value's unit to the input's, and the other way around. */
  #toInput(value: number, scale: Scale | undefined): number {
    const spread = this.#spread()
    return spread && scale ? valueAt(spread, fractionOf(scale, value)) : value
  }

  #fromInput(): number {
    const spread = this.#spread()
    const scale = scaleOf(this.#value, this.#yoke)
    const shown = this.#input.valueAsNumber
    return spread && scale ? valueAt(scale, fractionOf(spread, shown)) : shown
  }

  #update(): void {
    const scale = scaleOf(this.#value, this.#yoke)
    if (this.#value.kind !== 'plain') this.#fitScale(scale)
    const { scrubbing } = this.#yoke.snapshot
    if (!scrubbing || this.#isPosition) this.#showAtItsPace(scale)
  }

  #fitScale(scale: Scale | undefined): void {
    if (this.#isPosition) {
      const disabled = String(scale === undefined)
      if (this.#input.ariaDisabled !== disabled) this.#input.ariaDisabled = disabled
    }
    if (this.#spread()) return
    const min = String(scale?.min ?? 0)
    const max = String(scale?.max ?? 1)
    if ((this.#input.min || '0') !== min) this.#input.min = min
    if (this.#input.max !== max) this.#input.max = max
  }

  /** Sets the value only when that can be seen: the handle moves by a device pixel, or the second changes. */
  #showAtItsPace(scale: Scale | undefined): void {
    clearTimeout(this.#timer)
    const current = scale ? this.#current() : this.#value.kind === 'plain' ? this.#current() : 0
    const runs =
      this.#isPosition && scale !== undefined && !this.#yoke.snapshot.paused && !this.#yoke.snapshot.scrubbing
    if (!runs) {
      this.#seen = undefined
      this.#write(current)
      return
    }
    const span = (scale?.max ?? 0) - (scale?.min ?? 0)
    this.#seen ??= this.#input.checkVisibility({ opacityProperty: true, visibilityProperty: true })
    const seen = this.#seen
    const pixel = seen ? span / Math.max(1, this.#input.clientWidth * devicePixelRatio) : 1
    const due = seen ? Math.abs(current - this.#shown) >= pixel : wholeSeconds(current) !== wholeSeconds(this.#shown)
    if (due || Number.isNaN(this.#shown)) this.#write(current)
    if (seen && this.#yoke.snapshot.playbackRate > 0)
      this.#timer = setTimeout(
        () => this.#yoke.refresh(),
        Math.max(33, (pixel / this.#yoke.snapshot.playbackRate) * 1000)
      )
  }

  #write(current: number): void {
    this.#shown = current
    const text = String(this.#toInput(current, scaleOf(this.#value, this.#yoke)))
    if (this.#input.value !== text) this.#input.value = text
    const { paused, seeking } = this.#yoke.snapshot
    if (this.#spoken && (!this.#isPosition || paused || seeking)) this.#speak()
  }

  /** What a screen reader says of the value: on focus and after moves, not as a stream. */
  #speak(): void {
    this.#spoken = true
    const { words } = this.#yoke.settings
    const text = this.#isPosition
      ? speakPosition(this.#current(), VALUES.duration(this.#yoke.snapshot), words)
      : this.#value.kind === 'fraction'
        ? new Intl.NumberFormat(words.lang, { style: 'percent' }).format(this.#current())
        : undefined
    if (text !== undefined && this.#input.getAttribute('aria-valuetext') !== text)
      this.#input.setAttribute('aria-valuetext', text)
  }

  #moved(): void {
    const scale = scaleOf(this.#value, this.#yoke)
    if (this.#isPosition && !scale) {
      this.#write(0)
      return
    }
    const { write } = this.#value
    if (write) write(this.#fromInput(), this.#yoke, this.#input)
    else
      tellMistake(this.#yoke, this.#input, ({ readOnly }) =>
        readOnly(this.#value.name, 'a slider', 'show it by a progress or meter element')
      )
    this.#speak()
  }

  /** Where the pointer is along the track: the time under it can be shown before anything is pressed. */
  #pointAt(event: PointerEvent | undefined): void {
    if (!this.#isPosition) return
    const { scrubbing } = this.#yoke.snapshot
    if (!event || !scaleOf(this.#value, this.#yoke)) {
      if (!scrubbing) this.#yoke.setContext({ pointer: undefined })
      return
    }
    this.#yoke.setContext({ pointer: this.#placeOf(event) })
  }

  /** From 0 to 1, along the track. */
  #placeOf({ clientX, clientY }: PointerEvent): number {
    const parent = this.#input.parentElement
    const track = parent && matches(parent, '[data-yoke-track]') ? parent : this.#input
    const { left, bottom, width, height } = boxOf(track)
    return isVertical(this.#input)
      ? fractionAtOffset(bottom - clientY, height, 'ltr')
      : fractionAtOffset(clientX - left, width, directionOf(this.#input))
  }

  /** An upright slider where the engine knows none: the pointer's place is the value. */
  #dragUpright(event: PointerEvent): void {
    if (event.buttons !== 1 || !isVertical(this.#input) || writesUpright(this.#input)) return
    const scale = scaleOf(this.#value, this.#yoke)
    if (!scale) return
    if (event.type === 'pointerdown') {
      event.preventDefault()
      this.#input.focus({ preventScroll: true })
      if (event.isTrusted) this.#input.setPointerCapture(event.pointerId)
    }
    this.#value.write?.(valueAt(scale, this.#placeOf(event)), this.#yoke, this.#input)
    this.#write(this.#current())
  }

  #grabbed(): void {
    if (this.#value.name === 'volume') this.#stops.push(holdVolume(this.#input, this.#yoke))
    if (!this.#isPosition || this.#input.disabled || !scaleOf(this.#value, this.#yoke)) return
    this.#yoke.beginScrub()
    this.#stops.push(
      watchDrag(this.#input, () => {
        this.#yoke.endScrub()
        this.#yoke.setContext({ pointer: undefined })
      })
    )
  }

  #key(event: KeyboardEvent): void {
    const scale = scaleOf(this.#value, this.#yoke)
    if (!scale || event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey || event.shiftKey) return
    const steps = this.#isPosition ? seekSteps(scale.max - scale.min) : VOLUME_STEPS
    const wanted = valueAfterKey(event.key, {
      scale,
      value: this.#current(),
      ...steps,
      direction: directionOf(this.#input)
    })
    if (wanted === undefined) return
    event.preventDefault()
    this.#value.write?.(toStep(scale, wanted), this.#yoke, this.#input)
    this.#write(this.#current())
    this.#speak()
  }
}

/** Couples an `<input type="range">`. */
export const coupleRange = (input: HTMLInputElement, value: BoundValue, yoke: YokeView): Coupling =>
  new RangeSlider(input, value, yoke)
