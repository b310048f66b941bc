import type { Cue } from '../../core/captions/cue.ts'
import type { CueNode } from '../../core/captions/text/cue-text.ts'
import { formatClock, formatDatetime } from '../../core/time/clock.ts'
import { closest, isElement, isTag } from '../scope/nodes.ts'
import type { Coupling, YokeView } from '../yoke/yoke-view.ts'
import type { CaptionTrack } from './caption-track.ts'
import type { Captions } from './captions.ts'
import { paintCueText } from './paint-cue.ts'
import { coupleSearch } from './transcript-search.ts'
import { workInSlices } from './yield-to-page.ts'

/** The list leaves its reader alone for so long after they have scrolled it, in milliseconds. */
const READING = 4000

const NO_CUES: readonly Cue[] = []

const voiceOf = (nodes: readonly CueNode[]): string => {
  for (const node of nodes) {
    if (node.type === 'v') return node.annotation
    if (node.type !== 'text' && node.type !== 'timestamp') return voiceOf(node.children)
  }
  return ''
}

const WIDE = /[\u3000-\u9fff\uff00-\uffef]/

/** A line break, with the spaces around it, is a space; beside a full-width letter it is nothing. */
const joinLines = (text: string): string => {
  const [first = '', ...rest] = text.split('\n')
  return rest.reduce((joined, line, index) => {
    const isLast = index === rest.length - 1
    const next = isLast ? line.trimStart() : line.trim()
    if (next === '' && !isLast) return joined
    const before = joined.trimEnd()
    return `${before}${WIDE.test(before.slice(-1)) || WIDE.test(next.charAt(0)) ? '' : ' '}${next}`
  }, first)
}

const inOneLine = (nodes: readonly CueNode[]): readonly CueNode[] =>
  nodes.map(node => {
    if (node.type === 'timestamp') return node
    return node.type === 'text'
      ? { ...node, text: joinLines(node.text) }
      : { ...node, children: inOneLine(node.children) }
  })

/** One item for a cue: the author's `<template>` in the list, or a button with the time and the text. */
const plainItem = (): HTMLElement => {
  const item = document.createElement('li')
  const button = document.createElement('button')
  const time = document.createElement('time')
  const text = document.createElement('span')
  button.type = 'button'
  button.setAttribute('data-yoke-cue', 'seek')
  time.setAttribute('data-yoke-cue', 'start')
  text.setAttribute('data-yoke-cue', 'text')
  button.append(time, ' ', text)
  item.append(button)
  return item
}

const fillPlace = (place: Element, cue: Cue, track: CaptionTrack): void => {
  const tree = track.treeOf(cue)
  switch (place.getAttribute('data-yoke-cue')) {
    case 'start':
      place.textContent = formatClock(cue.startTime)
      if (isTag(place, 'time')) place.dateTime = formatDatetime(cue.startTime)
      break
    case 'text':
      place.replaceChildren(...paintCueText(inOneLine(tree)).nodes)
      place.setAttribute('dir', 'auto')
      if (track.language) place.setAttribute('lang', track.language)
      break
    case 'voice':
      place.textContent = voiceOf(tree)
  }
}

/** The cues of one track as the items of a list: follows the playhead, seeks at a press, can be searched. */
class Transcript {
  readonly #list: HTMLElement
  readonly #yoke: YokeView
  readonly #captions: Captions
  readonly #template: HTMLTemplateElement | null
  /** The track whose cues were asked for, and the one that has them. */
  #asked: CaptionTrack | undefined
  #read: CaptionTrack | undefined
  #track: CaptionTrack | undefined
  #cues = NO_CUES
  readonly #items = new Map<Cue, HTMLElement>()
  #current: readonly HTMLElement[] = []
  #touched = Number.NEGATIVE_INFINITY
  /** Called when other items stand in the list. */
  filled: () => void = () => undefined

  constructor(list: HTMLElement, yoke: YokeView) {
    this.#list = list
    this.#yoke = yoke
    this.#captions = yoke.captions as Captions
    this.#template = list.querySelector('template')
  }

  /** The track that the list names, else the one that is shown, else the one that would be. */
  #wanted(): CaptionTrack | undefined {
    const { captions, preferredCaptions } = this.#yoke.snapshot
    const name = this.#list.getAttribute('data-yoke-transcript') || captions || preferredCaptions
    return this.#captions.tracks.find(({ id }) => id === name)
  }

  update(): void {
    const track = this.#wanted()
    if (track !== this.#asked) this.#ask(track)
    // Not while the file comes in: a long list would be built anew with each slice.
    const cues = track && track === this.#read ? track.all : NO_CUES
    if (track !== this.#track || cues !== this.#cues) this.#fill(track, cues)
    this.#follow()
  }

  /** The reader is scrolling the list: it stays where it is. */
  touch(): void {
    this.#touched = performance.now()
  }

  seek(target: Element): void {
    const place = closest(target, '[data-yoke-cue="seek"]')
    const item = place && [...this.#items].find(([, element]) => element.contains(place))
    if (!item) return
    this.#touched = Number.NEGATIVE_INFINITY
    // Just inside the cue: some engines land a little before the place that was asked for.
    this.#yoke.run('seek', item[0].startTime + 0.001, place)
  }

  #ask(track: CaptionTrack | undefined): void {
    this.#asked = track
    track?.load().then(() => {
      if (track !== this.#asked) return
      this.#read = track
      this.update()
    })
  }

  async #fill(track: CaptionTrack | undefined, cues: readonly Cue[]): Promise<void> {
    if (track !== this.#track) this.#clear()
    this.#track = track
    this.#cues = cues
    this.#removeOthers(cues)
    this.#list.toggleAttribute('aria-busy', track !== this.#read || cues.length > 0)
    let above: Element | null = this.#template
    const isWanted = (): boolean => this.#cues === cues
    const isDone = await workInSlices(cues, this.#list, isWanted, cue => {
      const item = this.#items.get(cue) ?? this.#item(cue, track as CaptionTrack)
      this.#items.set(cue, item)
      const below: Node | null = above ? above.nextSibling : this.#list.firstChild
      if (item !== below) this.#list.insertBefore(item, below)
      above = item
    })
    if (!isDone) return
    this.#list.toggleAttribute('aria-busy', track !== this.#read)
    this.filled()
    this.#follow()
  }

  #removeOthers(cues: readonly Cue[]): void {
    const wanted = new Set(cues)
    for (const [cue, item] of this.#items) {
      if (wanted.has(cue)) continue
      item.remove()
      this.#items.delete(cue)
    }
  }

  #item(cue: Cue, track: CaptionTrack): HTMLElement {
    const copy = this.#template?.content.firstElementChild?.cloneNode(true)
    const item = copy instanceof HTMLElement ? copy : plainItem()
    for (const place of [item, ...item.querySelectorAll('[data-yoke-cue]')]) fillPlace(place, cue, track)
    return item
  }

  #follow(): void {
    const active = this.#track?.index.activeAt(this.#captions.now) ?? []
    const current = active.flatMap(cue => this.#items.get(cue) ?? [])
    if (current.length === this.#current.length && current.every((item, index) => item === this.#current[index])) return
    for (const item of this.#current) item.removeAttribute('aria-current')
    for (const item of current) item.setAttribute('aria-current', 'true')
    this.#current = current
    const [first] = current
    if (first && performance.now() - this.#touched > READING) this.#show(first)
  }

  /** Scrolls the list alone, never the page. */
  #show(item: HTMLElement): void {
    const { scrollHeight, clientHeight } = this.#list
    if (scrollHeight <= clientHeight || item.hidden) return
    const offset = item.getBoundingClientRect().top - this.#list.getBoundingClientRect().top
    const top = this.#list.scrollTop + offset - (clientHeight - item.offsetHeight) / 2
    const calm = matchMedia('(prefers-reduced-motion: reduce)').matches
    this.#list.scrollTo({ top, behavior: calm ? 'auto' : 'smooth' })
  }

  stop(): void {
    this.#asked = undefined
    this.#clear()
  }

  #clear(): void {
    this.#items.clear()
    this.#cues = NO_CUES
    this.#list.replaceChildren(...(this.#template ? [this.#template] : []))
  }
}

const CUE_EVENTS = ['cuechange', 'cuelistchange'] as const
const READER_EVENTS = ['wheel', 'touchmove', 'keydown', 'pointerdown'] as const

/** Couples a list with `data-yoke-transcript`; the attribute may name a track by its id. */
export const couple = (list: HTMLElement, yoke: YokeView): Coupling => {
  const captions = yoke.captions as Captions
  const transcript = new Transcript(list, yoke)
  const update = (): void => transcript.update()
  const search = coupleSearch(list)
  transcript.filled = search.again
  const touch = (): void => transcript.touch()
  const click = (event: Event): void => {
    if (isElement(event.target)) transcript.seek(event.target)
  }
  for (const type of CUE_EVENTS) captions.addEventListener(type, update)
  list.addEventListener('click', click)
  for (const type of READER_EVENTS) list.addEventListener(type, touch, { passive: true })
  const stop = yoke.subscribe(
    ({ snapshot: { captions: id, preferredCaptions, captionTracks, currentTime } }) =>
      `${id} ${preferredCaptions} ${captionTracks.length} ${currentTime}`,
    update
  )
  update()
  return {
    release: () => {
      stop()
      search.release()
      for (const type of CUE_EVENTS) captions.removeEventListener(type, update)
      list.removeEventListener('click', click)
      for (const type of READER_EVENTS) list.removeEventListener(type, touch)
      transcript.stop()
    }
  }
}
