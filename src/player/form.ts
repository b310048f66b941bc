import type { Fault } from '../core/fault.ts'
import type { YokeSettings } from '../wiring/settings.ts'
import type { Yoke } from '../wiring/yoke.ts'
import { startTwice } from './attributes.ts'

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

/** Settles what the form of a player decides: a player as such, or a picture behind a heading. */
export const settleForm = (player: Element, yoke: Yoke, media: HTMLMediaElement | undefined): void => {
  yoke.configureFrom('form', isBackdrop(player) ? BACKDROP : PLAIN)
  if (media && isBackdrop(player)) becomeBackdrop(media)
}

/** Settles it for a media that has come. */
export const formMedia = (player: Element, yoke: Yoke, media: HTMLMediaElement): void => {
  yoke.configureFrom('form', { picture: media })
  if (isBackdrop(player)) becomeBackdrop(media)
}

/** HTML's own `autoplay` keeps its meaning, but where a policy says more. */
export const settleAutoplay = (yoke: Yoke, media: HTMLMediaElement): readonly Fault[] => {
  const { when } = yoke.conduct.start
  if (when === undefined) {
    yoke.configureFrom('form', { start: { byEngine: media.autoplay || undefined } })
    return []
  }
  if (!media.autoplay) return []
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
