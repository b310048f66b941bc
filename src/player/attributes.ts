import { type Fault, fault } from '../core/fault.ts'
import { HANDED_ON, isStrange, PLAYER_ATTRIBUTES } from '../core/markup/vocabulary.ts'
import { nearestName } from '../core/nearest-name.ts'

/**
 * HTML's media attributes are handed to the media where that says nothing itself; where both say something, the media's
 * own wins. A change by script afterwards is handed on in any case.
 */
type HandedOn = (typeof HANDED_ON)[number]

const BOOLEAN: ReadonlySet<string> = new Set<HandedOn>(['autoplay', 'loop', 'muted', 'playsinline'])

/** Every attribute that is heard when it changes. */
export const OBSERVED = HANDED_ON

export const isHandedOn = (name: string): name is HandedOn => (HANDED_ON as readonly string[]).includes(name)

/** Sets or takes away one attribute on the media, as it is on the player now. */
export const handOn = (name: HandedOn, player: Element, media: HTMLMediaElement): void => {
  const value = player.getAttribute(name)
  if (value === null) media.removeAttribute(name)
  else media.setAttribute(name, value)
  // The attribute alone mutes only an element that is being parsed (HTML, "muted").
  if (name === 'muted' && value !== null) media.muted = true
}

/** A fault for each attribute of a player that is almost one of ours. */
export const findMisspelt = (player: Element): readonly Fault[] =>
  player
    .getAttributeNames()
    .filter(isStrange)
    .flatMap(name => {
      const nearest = nearestName(name, PLAYER_ATTRIBUTES)
      if (!nearest) return []
      return [fault('setting-unknown', `<yoke-player> has no attribute “${name}”.`, `did you mean ${nearest}?`)]
    })

/** Whether an address names a clip document, and not a media file. */
export const isDocumentAddress = (src: string | null): src is string =>
  src !== null && /^[^?#]*\.json(?:[?#]|$)/i.test(src)

const hasSource = (media: HTMLMediaElement): boolean =>
  media.hasAttribute('src') || media.srcObject !== null || media.querySelector('source') !== null

/** Hands on what the media does not say itself. @returns a fault for each setting that both say differently. */
export const handOnAll = (player: Element, media: HTMLMediaElement): readonly Fault[] => {
  const faults: Fault[] = []
  for (const name of HANDED_ON) {
    if (!player.hasAttribute(name) || (name === 'preload' && player.getAttribute('loading') === 'lazy')) continue
    if (name === 'src' && isDocumentAddress(player.getAttribute(name))) continue
    const says = name === 'src' ? hasSource(media) : media.hasAttribute(name)
    if (!says) handOn(name, player, media)
    else if (!BOOLEAN.has(name) && media.getAttribute(name) !== player.getAttribute(name))
      faults.push(settingTwice(name, media))
  }
  return faults
}

/** `autoplay`, and a policy of the start beside it. */
export const startTwice = (when: string): Fault =>
  fault(
    'setting-twice',
    `The media has autoplay, and its player start-when="${when}"; start-when wins.`,
    'take autoplay off: start-when says more'
  )

const settingTwice = (name: string, media: Element): Fault =>
  fault(
    'setting-twice',
    `${name} is set on <yoke-player> and differently inside it; the <${media.localName}>'s own wins.`,
    `take ${name} off one of the two`
  )
