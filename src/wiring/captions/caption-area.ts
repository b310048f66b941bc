import type { Cue, Region } from '../../core/captions/cue.ts'
import { boxOfCue, boxOfRegion, shiftInRegion } from '../../core/captions/layout/cue-box.ts'
import { lookProperties } from '../../core/captions/layout/look.ts'
import { type Box, type MeasuredCue, placeCues } from '../../core/captions/layout/place-cues.ts'
import type { NamedReferences } from '../../core/captions/text/cue-text.ts'
import { baseDirection } from '../../core/captions/text/direction.ts'
import { plainCueText } from '../../core/captions/text/parse-cue-text.ts'
import { definePart, use } from '../../loading/part.ts'
import type { Coupling, YokeView } from '../yoke/yoke-view.ts'
import type { CaptionTrack } from './caption-track.ts'
import type { Captions } from './captions.ts'
import { CUE_SHEET } from './cue-styles.ts'
import { followMemory, recall } from './memory.ts'
import { Obstacles } from './obstacles.ts'
import { type PaintedText, paintCueText } from './paint-cue.ts'
import { followPicture } from './picture-box.ts'

/** What reads the `STYLE` blocks of files: most have none. */
const TRACK_STYLES = definePart(() => import('./track-styles.ts'))

/** A cue that is drawn. */
interface Drawn {
  readonly cue: Cue
  readonly track: CaptionTrack
  readonly element: HTMLElement
  readonly text: PaintedText
  /** Painted with these names of characters. */
  readonly references: NamedReferences
}

/** How long a region takes to scroll by a line, in milliseconds (WebVTT, "Processing model": 0.433 s). */
const SCROLL = 433

const px = (value: number): string => `${value}px`

/** The height of a line in CSS pixels; `normal` is what engines mostly take it for. */
const lineHeightOf = (element: Element): number => {
  const { lineHeight, fontSize } = getComputedStyle(element)
  return Number.parseFloat(lineHeight) || 1.2 * Number.parseFloat(fontSize)
}

/** The styles of a track's file, as a sheet of the one document that can adopt it. */
interface AdoptedStyles {
  readonly styles: readonly string[]
  readonly document: Document
  readonly sheet: CSSStyleSheet
}

/** Draws the cues of the present moment into one element. */
class CaptionArea {
  readonly #area: HTMLElement
  readonly #yoke: YokeView
  readonly #captions: Captions
  readonly #obstacles: Obstacles
  #drawn: Drawn[] = []
  readonly #regions = new Map<Region, HTMLElement>()
  /** Where the styles of files were adopted. */
  #home: Document | ShadowRoot | undefined
  /** Where cues stand; one that is there stays where it is until the picture changes. */
  #places = new Map<Cue, Box | undefined>()
  #sheets: ReadonlyMap<string, AdoptedStyles> = new Map()

  constructor(area: HTMLElement, yoke: YokeView) {
    this.#area = area
    this.#yoke = yoke
    this.#captions = yoke.captions as Captions
    this.#obstacles = new Obstacles(area, yoke, () => this.reset())
  }

  /** Brings what is drawn up to date with what is to be seen. */
  draw(): void {
    const wanted = this.#captions.showing.flatMap(track => this.#captions.shownOf(track).map(cue => ({ cue, track })))
    this.#adoptStyles()
    const isKept = ({ cue, track, references }: Drawn): boolean =>
      references === track.references && wanted.some(one => one.cue === cue)
    const kept = this.#drawn.filter(isKept)
    for (const drawn of this.#drawn) {
      if (isKept(drawn)) continue
      drawn.element.remove()
      this.#places.delete(drawn.cue)
    }
    this.#drawn = wanted.map(({ cue, track }) => kept.find(drawn => drawn.cue === cue) ?? this.#make(cue, track))
    for (const { text } of this.#drawn) text.mark(this.#captions.now)
    this.#order()
    this.#dropRegions()
    this.#place()
  }

  /** Places everything anew: the picture, the look or what is to be kept clear has changed. */
  reset(): void {
    this.#places.clear()
    this.#place()
  }

  /** The viewer's own look goes before the page's. */
  showLook(): void {
    const properties = lookProperties({ ...this.#yoke.settings.captionLook, ...recall().look })
    for (const name of [...this.#area.style])
      if (name.startsWith('--yoke-caption') && !(name in properties)) this.#area.style.removeProperty(name)
    for (const [name, value] of Object.entries(properties)) this.#area.style.setProperty(name, value)
    this.reset()
  }

  clear(): void {
    this.#obstacles.stop()
    for (const { element } of this.#drawn) element.remove()
    for (const element of this.#regions.values()) element.remove()
    this.#drawn = []
    this.#dropSheets()
  }

  #make(cue: Cue, track: CaptionTrack): Drawn {
    const element = document.createElement('div')
    element.className = 'yoke-cue'
    element.part.add('cue')
    element.dataset.track = track.id
    if (cue.id) element.dataset.cue = cue.id
    if (track.language) element.lang = track.language
    if (cue.vertical) element.dataset.vertical = cue.vertical
    const inner = document.createElement('span')
    inner.className = 'yoke-cue-text'
    inner.part.add('cue-text')
    const text = paintCueText(track.treeOf(cue))
    inner.append(...text.nodes)
    element.append(inner)
    const { style } = element
    style.setProperty('text-align', cue.align)
    if (cue.vertical) style.setProperty('writing-mode', `vertical-${cue.vertical}`)
    if (cue.region) this.#addToRegion(cue, cue.region, element)
    else this.#area.append(element)
    return { cue, track, element, text, references: track.references }
  }

  /** The elements stand in cue order, for screen readers. */
  #order(): void {
    let next: Element | null = null
    for (const { cue, element } of [...this.#drawn].reverse()) {
      if (cue.region) continue
      if (element.nextElementSibling !== next) this.#area.insertBefore(element, next)
      next = element
    }
  }

  #addToRegion(cue: Cue, region: Region, element: HTMLElement): void {
    const box = this.#regions.get(region) ?? this.#makeRegion(region)
    element.style.setProperty('left', `${shiftInRegion(cue, baseDirection(cue.text))}%`)
    box.append(element)
    if (region.scroll !== 'up' || matchMedia('(prefers-reduced-motion: reduce)').matches) return
    const { height } = element.getBoundingClientRect()
    for (const line of box.children)
      line.animate({ translate: [`0 ${height}px`, '0 0'] }, { duration: SCROLL, easing: 'linear' })
  }

  #makeRegion(region: Region): HTMLElement {
    const { width, left, lines, top, linesAbove } = boxOfRegion(region)
    const element = document.createElement('div')
    element.className = 'yoke-region'
    element.part.add('cue-region')
    element.style.setProperty('width', `${width}%`)
    element.style.setProperty('left', `${left}%`)
    element.style.setProperty('height', `calc(${lines} * 1.4em)`)
    element.style.setProperty('top', `calc(${top}% - ${linesAbove} * 1.4em)`)
    this.#area.append(element)
    this.#regions.set(region, element)
    return element
  }

  #dropRegions(): void {
    for (const [region, element] of this.#regions)
      if (element.childElementCount === 0) {
        element.remove()
        this.#regions.delete(region)
      }
  }

  /** Cues that name no line may be wanted at the top. */
  #wish(cue: Cue): Cue {
    const atTop = getComputedStyle(this.#area).getPropertyValue('--yoke-caption-place').trim() === 'top'
    return atTop && cue.line === 'auto' && cue.snapToLines && cue.vertical === '' ? { ...cue, line: 0 } : cue
  }

  #measure({ cue, track, element }: Drawn): MeasuredCue {
    const { showing } = this.#captions
    const direction = baseDirection(plainCueText(track.treeOf(cue)))
    const box = boxOfCue(this.#wish(cue), { direction, tracksBefore: showing.indexOf(track) })
    element.style.setProperty(box.vertical ? 'height' : 'width', `${box.size}%`)
    const { width, height } = element.getBoundingClientRect()
    return { box, width, height, firstLine: lineHeightOf(element) }
  }

  #place(): void {
    // Not clientWidth: it is rounded, and a cue as wide as the picture would not fit.
    const { width, height } = this.#area.getBoundingClientRect()
    const free = this.#drawn.filter(({ cue }) => !cue.region)
    if (width === 0 || free.length === 0) return
    const fresh = free.filter(({ cue }) => !this.#places.has(cue))
    if (fresh.length === 0) return
    const standing = free.flatMap(({ cue }) => this.#places.get(cue) ?? [])
    const clear = this.#obstacles.look()
    const measured = fresh.map(drawn => this.#measure(drawn))
    const placed = placeCues(measured, { width, height }, [...clear, ...standing])
    // Half under the bar can still be read; gone cannot.
    const boxes = placed.includes(undefined) ? placeCues(measured, { width, height }, standing) : placed
    fresh.forEach(({ cue, element }, index) => {
      const box = boxes[index]
      this.#places.set(cue, box)
      element.style.setProperty('visibility', box ? 'visible' : 'hidden')
      element.style.setProperty('translate', box ? `${px(box.x)} ${px(box.y)}` : 'none')
      element.style.setProperty('--x', px(box?.x ?? 0))
      element.style.setProperty('--y', px(box?.y ?? 0))
    })
  }

  /** What the files of the shown tracks ask for. */
  #adoptStyles(): void {
    const styled = this.#captions.showing.filter(({ styles }) => styles.length > 0)
    if (styled.length === 0 && this.#sheets.size === 0) return
    use(TRACK_STYLES, this.#yoke, ({ sheetOfTrack }) => this.#adoptStylesOf(styled, sheetOfTrack))
  }

  #adoptStylesOf(
    styled: readonly CaptionTrack[],
    sheetOfTrack: (track: CaptionTrack, document: Document) => CSSStyleSheet | undefined
  ): void {
    const { ownerDocument: document } = this.#area
    const wanted = new Map(
      styled.flatMap(track => {
        const { styles } = track
        const known = this.#sheets.get(track.id)
        if (known?.styles === styles && known.document === document) return [[track.id, known] as const]
        const sheet = sheetOfTrack(track, document)
        return sheet ? [[track.id, { styles, document, sheet }] as const] : []
      })
    )
    const before = [...this.#sheets.values()].map(({ sheet }) => sheet)
    const now = [...wanted.values()].map(({ sheet }) => sheet)
    const root = this.#area.getRootNode()
    const isSame = before.length === now.length && before.every((sheet, index) => sheet === now[index])
    if (isSame && root === this.#home) return
    this.#dropSheets()
    // A tree that is in no document adopts no sheets.
    if (!('adoptedStyleSheets' in root)) return
    this.#home = root as Document | ShadowRoot
    this.#home.adoptedStyleSheets = [...this.#home.adoptedStyleSheets, ...now]
    this.#sheets = wanted
  }

  /** From where they were adopted: by now the area may stand elsewhere, or nowhere. */
  #dropSheets(): void {
    const own = [...this.#sheets.values()].map(({ sheet }) => sheet)
    this.#sheets = new Map()
    if (this.#home) this.#home.adoptedStyleSheets = this.#home.adoptedStyleSheets.filter(sheet => !own.includes(sheet))
    this.#home = undefined
  }
}

/**
 * Draws captions into an element.
 * @param picture the element that shows the media: the area then lies exactly over the picture in it. Without it the
 * area is where its author put it.
 */
export const couple = (element: HTMLElement, yoke: YokeView, picture?: Element): Coupling => {
  const { captions } = yoke
  if (!captions) return { release: () => undefined }
  CUE_SHEET.adopt(element.getRootNode() as Document | ShadowRoot)
  element.classList.add('yoke-captions')
  const area = new CaptionArea(element, yoke)
  const draw = (): void => area.draw()
  captions.addEventListener('cuechange', draw)
  const stops = [
    followMemory(() => area.showLook()),
    yoke.subscribe(
      ({ settings: { captionLook } }) => JSON.stringify(captionLook),
      () => area.showLook()
    ),
    yoke.subscribe(
      ({ states: { idle, fullscreen, paused, started, ended } }) =>
        `${idle} ${fullscreen} ${paused} ${started} ${ended}`,
      () => {
        area.draw()
        area.reset()
      }
    ),
    picture ? followPicture(picture, element, yoke) : () => undefined,
    () => captions.removeEventListener('cuechange', draw)
  ]
  area.showLook()
  area.draw()
  return {
    release: () => {
      for (const stop of stops) stop()
      area.clear()
      element.classList.remove('yoke-captions')
    }
  }
}
