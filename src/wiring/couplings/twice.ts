import { tellMistake } from '../checks/tell-mistake.ts'
import { closest, findWithin, isElement } from '../scope/nodes.ts'
import { yokeAround } from '../scope/registry.ts'
import type { YokeView } from '../yoke/yoke-view.ts'

/** What of a media a press may change. */
export interface MediaTrace {
  readonly paused: boolean
  readonly muted: boolean
  readonly volume: number
  readonly playbackRate: number
  readonly currentTime: number
  /** When, by the page's clock in milliseconds. */
  readonly at: number
}

type Of = Exclude<keyof MediaTrace, 'at'>

/** What each command changes. */
const CHANGES: Readonly<Record<string, Of | undefined>> = {
  __proto__: null as never,
  play: 'paused',
  pause: 'paused',
  'play-pause': 'paused',
  stop: 'paused',
  seek: 'currentTime',
  skip: 'currentTime',
  'step-frame': 'currentTime',
  mute: 'muted',
  unmute: 'muted',
  'toggle-muted': 'muted',
  'set-volume': 'volume',
  'change-volume': 'volume',
  'set-playback-rate': 'playbackRate',
  'change-playback-rate': 'playbackRate'
}

/** A press is no longer than this, in milliseconds; what began before is another one. */
const LONGEST_PRESS = 1500

/** Time that runs by itself during a press, in seconds. */
const RUNS = 0.5

/** How the media is by itself, whether or not its events have told it. */
export const traceOf = ({ media }: YokeView): MediaTrace | undefined =>
  media && {
    paused: media.paused,
    muted: media.muted,
    volume: media.volume,
    playbackRate: media.playbackRate,
    currentTime: media.currentTime,
    at: performance.now()
  }

/**
 * How the media was before anyone heard of a press: what its events have told so far. A listener of the page that has come
 * first has changed the media by now, and its event is still to come.
 */
export const traceBefore = (yoke: YokeView): MediaTrace | undefined => {
  const { paused, muted, volume, playbackRate } = yoke.snapshot
  const now = traceOf(yoke)
  if (now && isOurs(now, left.get(yoke))) return now
  return now && { ...now, paused, muted, volume, playbackRate }
}

/** How our last command left a media: presses may follow one another faster than its events tell it. */
const left = new WeakMap<YokeView, MediaTrace>()

const isOurs = (now: MediaTrace, ours: MediaTrace | undefined): boolean =>
  ours !== undefined &&
  now.at - ours.at < LONGEST_PRESS &&
  (['paused', 'muted', 'volume', 'playbackRate'] as const).every(of => now[of] === ours[of])

/** What may be compared when a press ends: sound and whether it plays as the press began, all else as its click began. */
export const beforePress = (
  pressed: MediaTrace | undefined,
  clicked: MediaTrace | undefined
): MediaTrace | undefined =>
  pressed && clicked && clicked.at - pressed.at < LONGEST_PRESS
    ? { ...clicked, paused: pressed.paused, muted: pressed.muted }
    : clicked

const isOther = (of: Of, a: MediaTrace, b: MediaTrace): boolean =>
  of === 'currentTime' ? Math.abs(a.currentTime - b.currentTime) > RUNS : a[of] !== b[of]

const told = new WeakSet<Element>()

const tell = (element: Element, yoke: YokeView, command?: string): void => {
  if (told.has(element)) return
  told.add(element)
  tellMistake(yoke, element, ({ handledTwice, doubleClickTwice }) =>
    command ? handledTwice(command) : doubleClickTwice()
  )
}

/**
 * Toggles full screen by a double click. A listener of the page that has changed the media keeps its double click; one that
 * asks for the whole screen for another element is told of.
 * @param before how the media was before anyone heard of the double click.
 */
export const toggleFullscreenOnce = (picture: Element, yoke: YokeView, before: MediaTrace | undefined): void => {
  const now = traceOf(yoke)
  const isHandled = before && now && (Object.values(CHANGES) as Of[]).some(of => isOther(of, before, now))
  if (isHandled) {
    tell(picture, yoke)
    return
  }
  const { container } = yoke
  const { ownerDocument } = picture
  const look = ({ target }: Event): void => {
    if (container && target !== container) tell(picture, yoke)
  }
  ownerDocument.addEventListener('fullscreenchange', look)
  setTimeout(() => ownerDocument.removeEventListener('fullscreenchange', look), LONGEST_PRESS)
  yoke.run('toggle-fullscreen', undefined, picture)
}

const isFace = (element: Element): boolean => findWithin(element, '[data-yoke-when]').length > 0

/** Script has overwritten the faces of a button, which would have changed by themselves: says so, once. */
export const reportRemovedFaces = (
  target: Node,
  added: readonly Element[],
  removed: readonly Element[],
  isReplaced: boolean
): void => {
  if (!isReplaced || !removed.some(isFace) || added.some(isFace) || !isElement(target)) return
  const button = closest(target, 'button[command]')
  if (!button || facesTold.has(button)) return
  const yoke = yokeAround(button)
  if (!yoke) return
  facesTold.add(button)
  tellMistake(yoke, button, ({ facesRemoved }) => facesRemoved())
}

const facesTold = new WeakSet<Element>()

/**
 * Runs a command unless a listener of the page has done its work in the same press already; either way that is told, once
 * for each element.
 * @param before how the media was before anyone heard of the press.
 */
export const runOnce = (
  element: Element,
  command: string,
  yoke: YokeView,
  before: MediaTrace | undefined,
  run: () => void
): void => {
  const of = CHANGES[command]
  const now = traceOf(yoke)
  if (of && before && now && isOther(of, before, now)) {
    tell(element, yoke, command)
    return
  }
  run()
  const after = traceOf(yoke)
  if (!of || !before || !after) return
  left.set(yoke, after)
  // A seek may have to wait for the one before: where it goes is known at once.
  const wanted = { ...after, currentTime: yoke.snapshot.currentTime }
  setTimeout(() => {
    // Another press of ours has come since.
    if (left.get(yoke) !== after) return
    const later = traceOf(yoke)
    const isUndone = of !== 'currentTime' || (later && isOther(of, before, later))
    if (later && isUndone && isOther(of, wanted, later)) tell(element, yoke, command)
  })
}
