import { availabilityOf } from '../../core/playback/availability.ts'
import { isCommandName } from '../../core/playback/commands.ts'
import { planCommand } from '../../core/playback/plan.ts'
import { tryReadCommand } from '../../core/playback/read-command.ts'
import { STATE_NAMES, STATES } from '../../core/playback/states.ts'
import { MEASURE_NAMES, MEASURES, VALUES } from '../../core/playback/values.ts'
import type { TrackKind, TrackView } from '../captions/track-list.ts'
import { COUPLED_ATTRIBUTES, COUPLED_SELECTOR } from '../couplings/coupled.ts'
import {
  attributeOf,
  boxOf,
  closest,
  findAll,
  isElement,
  isVisible,
  matches,
  parentOf,
  rootOf,
  tagOf
} from '../scope/nodes.ts'
import { OUTSIDE_SELECTOR } from '../scope/outside.ts'
import { whyDead } from './dead-control.ts'
import { type IgnoredSetting, ignoredBy } from './ignored-settings.ts'
import type { YokeView } from './yoke-view.ts'

/** One element that is coupled to a yoke. */
export interface InspectedControl {
  readonly element: Element
  /** Its coupling attributes, as written. */
  readonly does: string
  /** `dead`: nothing answers to it, whatever happens. */
  readonly is: 'works' | 'disabled' | 'hidden' | 'dead'
  /** Why it does not work; `''` where it does. */
  readonly why: string
}

/** A text track of a player. */
export interface InspectedTrack {
  readonly id: string
  readonly kind: string
  readonly label: string
  readonly is: 'shown' | 'loaded, not shown' | 'loading' | 'not loaded' | 'failed'
  /** Why it is not shown; `''` where it is. */
  readonly why: string
}

/** All that is so of a player at one moment. */
export interface Inspection {
  /** Address of what plays; `''` while nothing does. */
  readonly media: string
  /** The states that hold. */
  readonly states: readonly string[]
  readonly values: Readonly<Record<string, string | number | boolean | undefined>>
  readonly measures: Readonly<Record<string, number>>
  /** The last fault, as its code and sentence; `''` without one. */
  readonly fault: string
  /** What fills the screen. */
  readonly container: Element | undefined
  /** How large the picture is shown, in CSS pixels, and what sets its width. */
  readonly size: string
  readonly controls: readonly InspectedControl[]
  readonly tracks: readonly InspectedTrack[]
  readonly ignored: readonly IgnoredSetting[]
}

/** Finds the yoke of a control: given, because which scope is whose is known once for a page. */
export type YokeFinder = (element: Element) => YokeView | undefined

const coupledTo = (yoke: YokeView, yokeOf: YokeFinder): readonly Element[] => {
  const roots = [...yoke.scopes].map(({ root }) => root)
  const inside = roots.flatMap(root => findAll(root, COUPLED_SELECTOR))
  const trees = new Set(roots.map(root => rootOf(root)))
  const outside = [...trees].flatMap(tree => findAll(tree, OUTSIDE_SELECTOR))
  return [...new Set([...inside, ...outside])].filter(element => yokeOf(element) === yoke)
}

const doesOf = (element: Element): string =>
  COUPLED_ATTRIBUTES.flatMap(attribute => {
    const written = attributeOf(element, attribute)
    return written === null ? [] : [`${attribute}="${written}"`]
  }).join(' ')

const isOff = (element: Element): boolean =>
  matches(element, ':disabled') || attributeOf(element, 'aria-disabled') === 'true'

/** The sentence of the fault that running a button's command would give now. */
const faultOfButton = (element: Element, yoke: YokeView): string => {
  const name = (attributeOf(element, 'command') ?? '').replace(/^--/, '')
  if (!isCommandName(name)) return ''
  const command = tryReadCommand(name, attributeOf(element, 'value') ?? undefined)
  if (!command.ok) return `${command.fault.message} ${command.fault.hint}`
  const plan = planCommand(command.value, yoke.snapshot)
  if (!plan.ok) return `${plan.fault.message} ${plan.fault.hint}`
  return availabilityOf(name, yoke.snapshot) === 'now' ? '' : `${name} cannot run while the media is as it is now`
}

const whyHidden = (element: Element): string => {
  const when = closest(element, '[data-yoke-when][hidden]')?.getAttribute('data-yoke-when')
  return when ? `shown only when “${when}”` : 'not drawn: hidden, or by the style of the page'
}

const inspectControl = (element: Element, yoke: YokeView): InspectedControl => {
  const does = doesOf(element)
  const dead = whyDead(element, yoke)
  if (dead) return { element, does, is: 'dead', why: dead }
  const why = faultOfButton(element, yoke)
  if (!isVisible(element)) return { element, does, is: 'hidden', why: why || whyHidden(element) }
  if (!isOff(element)) return { element, does, is: 'works', why: '' }
  return { element, does, is: 'disabled', why: why || 'disabled by its author, or while nothing is known of the media' }
}

const elementAround = (element: Element): Element | null => {
  const parent = parentOf(element)
  return isElement(parent) ? parent : null
}

const widthOf = (element: Element): number => boxOf(element).width

/** The declaration that holds an element's width, where one does. */
const limitOf = (element: Element): string | undefined => {
  const { maxWidth, display } = getComputedStyle(element)
  const written = /(?:^|;)\s*width:\s*([^;]+)/.exec(attributeOf(element, 'style') ?? '')?.[1]
  if (written) return `width: ${written} in its style attribute`
  if (maxWidth !== 'none' && maxWidth !== '100%') return `max-width: ${maxWidth}`
  return display === 'inline' && element.localName !== 'video' ? 'display: inline' : undefined
}

const nameOfElement = (element: Element): string => {
  const id = attributeOf(element, 'id')
  return `<${tagOf(element)}${id ? ` id="${id}"` : ''}>`
}

/** What sets the width of the picture: the nearest element around it that has a limit, or that is no wider than it. */
const sizeOf = (picture: Element | undefined): string => {
  if (!picture) return ''
  const { width, height } = picture.getBoundingClientRect()
  const size = `${Math.round(width)} × ${Math.round(height)} px`
  for (let around: Element | null = picture; around; around = elementAround(around)) {
    const limit = limitOf(around)
    if (limit) return `${size}: ${nameOfElement(around)} has ${limit}`
    const parent = elementAround(around)
    if (parent && widthOf(parent) > widthOf(around) + 1)
      return `${size}: ${nameOfElement(around)} is narrower than ${nameOfElement(parent)} by its own rules, or by the layout of that`
  }
  return `${size}: as wide as the page`
}

const STAGES = ['not loaded', 'loading', 'loaded, not shown', 'failed'] as const

/** What becomes of a track that is not shown. */
const USES: Readonly<Partial<Record<TrackKind, string>>> = {
  chapters: 'its cues are moments, unless the page has named its own',
  descriptions: 'its cues are said to screen readers while it plays',
  metadata: 'its cues are for script'
}

const inspectTrack = ({ id, kind, label, mode, readyState, fault }: TrackView): InspectedTrack => {
  const isShown = mode === 'showing' && readyState === 2
  const is = isShown ? 'shown' : STAGES[readyState]
  const why = fault?.message ?? USES[kind] ?? 'not chosen: write default on its <track>, or let the viewer choose it'
  return { id, kind, label, is, why: isShown ? '' : why }
}

const readAll = <Table extends Record<string, (media: YokeView['snapshot']) => unknown>>(
  table: Table,
  yoke: YokeView
): Record<string, ReturnType<Table[keyof Table]>> =>
  Object.fromEntries(
    Object.entries(table).map(([name, read]) => [name, read(yoke.snapshot) as ReturnType<Table[keyof Table]>])
  )

/** Looks at a yoke. See `Yoke.inspect`. */
export const inspect = (yoke: YokeView, yokeOf: YokeFinder): Inspection => ({
  media: yoke.snapshot.currentSrc,
  states: STATE_NAMES.filter(name => STATES[name](yoke.snapshot)),
  values: readAll(VALUES, yoke),
  measures: Object.fromEntries(MEASURE_NAMES.map(name => [name, MEASURES[name](yoke.snapshot)])),
  fault: yoke.fault ? `${yoke.fault.code}: ${yoke.fault.message}` : '',
  container: yoke.container,
  size: sizeOf(yoke.picture),
  controls: coupledTo(yoke, yokeOf).map(element => inspectControl(element, yoke)),
  tracks: [...yoke.textTracks].map(inspectTrack),
  ignored: ignoredBy(yoke)
})

/** Prints what was seen, where a developer looks. */
export const printInspection = (seen: Inspection): void => {
  const { controls, values, measures, tracks, ignored, ...rest } = seen
  // biome-ignore-start lint/suspicious/noConsole: printing is what it was called for.
  console.groupCollapsed(`yokewright: ${seen.media || 'no media yet'} — ${seen.states.join(', ')}`)
  console.log(rest)
  console.table({
    ...values,
    ...Object.fromEntries(Object.entries(measures).map(([name, at]) => [`${name} (0 to 1)`, at]))
  })
  console.table(controls.map(({ element, does, is, why }) => ({ element: element.localName, does, is, why })))
  if (tracks.length > 0) console.table(tracks)
  if (ignored.length > 0) console.table(ignored)
  console.groupEnd()
  // biome-ignore-end lint/suspicious/noConsole: as above.
}
