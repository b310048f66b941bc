import type { YokeSettings } from '../../wiring/settings/settings.ts'
import type { Yoke } from '../../wiring/yoke/yoke.ts'

/** A player as such. */
const PLAYER: YokeSettings = { gestures: true }

/** A picture behind a heading: it moves without an end and without a sound, unless its other attributes say otherwise. */
const BACKDROP: YokeSettings = {
  gestures: false,
  shortcuts: [],
  loop: true,
  muted: true,
  playsInline: true,
  start: { when: 'in-view', sound: 'off' }
}

/** Settles what the form of a player decides: a player as such, or a picture behind a heading. */
export const applyVariant = (yoke: Yoke): void =>
  yoke.layers.replace('form', yoke.settings.backdrop ? BACKDROP : PLAYER)

/** A backdrop is hidden from screen readers, and cannot be put into a floating window. */
export const decorate = ({ media, settings }: Yoke): void => {
  const surface = settings.backdrop ? media?.surface : undefined
  surface?.toggleAttribute('disablepictureinpicture', true)
  if (surface && !surface.hasAttribute('aria-hidden')) surface.setAttribute('aria-hidden', 'true')
}

/** What screen readers call a player; a backdrop has no role. */
export const nameFor = (
  isBackdrop: boolean,
  title: string,
  kind: string | undefined
): { readonly role: string | null; readonly ariaLabel: string | null } =>
  isBackdrop ? { role: null, ariaLabel: null } : { role: 'group', ariaLabel: title || (kind ?? null) }
