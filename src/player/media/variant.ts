import type { Fault } from '../../core/fault.ts'
import type { YokeSettings } from '../../wiring/settings/settings.ts'
import type { Yoke } from '../../wiring/yoke/yoke.ts'
import { startTwice } from '../attributes.ts'

/** How a picture behind a heading behaves, unless its other attributes say otherwise. */
const BACKDROP: YokeSettings = { gestures: false, shortcuts: [], start: { when: 'in-view', sound: 'off' } }
const PLAIN: YokeSettings = { gestures: true, shortcuts: undefined, start: { when: undefined, sound: undefined } }

const isBackdrop = (player: Element): boolean => player.hasAttribute('backdrop')

/** It moves without an end and without a sound, and means nothing to who cannot see it. */
const becomeBackdrop = (media: HTMLMediaElement): void => {
  media.loop = true
  media.muted = true
  media.toggleAttribute('playsinline', true)
  media.toggleAttribute('disablepictureinpicture', true)
  if (!media.hasAttribute('aria-hidden')) media.setAttribute('aria-hidden', 'true')
}

/** Players that are, or have been, a picture behind a heading: others have nothing to take back. */
const backdrops = new WeakSet<Element>()

/** Settles what the form of a player decides: a player as such, or a picture behind a heading. */
export const applyVariant = (player: Element, yoke: Yoke, media: HTMLMediaElement | undefined): void => {
  if (!isBackdrop(player)) {
    yoke.configureFrom('form', backdrops.has(player) ? PLAIN : { gestures: true })
    return
  }
  backdrops.add(player)
  yoke.configureFrom('form', BACKDROP)
  if (media) becomeBackdrop(media)
}

/**
 * Settles it for a media that has come. HTML's own `autoplay` keeps its meaning, but where a policy says more.
 * @returns what to say of two that speak of the start.
 */
export const applyVariantToMedia = (player: Element, yoke: Yoke, media: HTMLMediaElement): readonly Fault[] => {
  const { when, byEngine } = yoke.conduct.start
  const isByEngine = (when === undefined && media.autoplay) || undefined
  const start = isByEngine !== byEngine && { start: { byEngine: isByEngine } }
  yoke.configureFrom('form', { picture: media, ...start })
  if (isBackdrop(player)) becomeBackdrop(media)
  if (when === undefined || !media.autoplay) return []
  media.autoplay = false
  // The engine may have begun before this script came.
  if (when !== 'at-once') media.pause()
  return [startTwice(when)]
}

/** What screen readers call a player; what decorates is no player to who hears the page. */
export const nameFor = (
  player: Element,
  title: string,
  kind: string | undefined
): { readonly role: string | null; readonly ariaLabel: string | null } =>
  isBackdrop(player) ? { role: null, ariaLabel: null } : { role: 'group', ariaLabel: title || (kind ?? null) }
