import type { SourceEntry } from '../../../core/sources/rank.ts'
import type { MediaAdapter } from '../../adapter.ts'
import { KINDS, KINDS_EVENT, type KindHost, type OtherKinds, otherKinds } from '../../kinds.ts'
import { hideElement } from './hide-element.ts'
import { HostedLineup, type Service, type Wanted } from './lineup.ts'
import { type Played, playedOf, playOn, setPlaying } from './play-on.ts'
import { connectAtIntent } from './preconnect.ts'

/** What was found for a player. */
interface Found {
  readonly address: string
  readonly media: MediaAdapter
  /** Takes back what was done to the player: its media element is seen again. */
  readonly ends: readonly (() => void)[]
}

/** Whole addresses; what is none stays as it is written. */
const wholeOf = (entry: SourceEntry, base: string): SourceEntry =>
  URL.canParse(entry.src, base) ? { ...entry, src: new URL(entry.src, base).href } : entry

/** What a player is to play: what settings name, else what its markup does. */
const wantedBy = ({ element, yoke }: KindHost): Wanted => {
  const base = element.baseURI
  const { sources } = yoke.layers
  // What the media element in it says is no setting of the player's.
  const src = yoke.settingOrigin('src') === 'media' ? undefined : yoke.settings.src
  const named = sources.length > 0 || src === undefined ? sources : [{ src }]
  if (named.length > 0) return { entries: named.map(entry => wholeOf(entry, base)), areWritten: false }
  const written = [...element.querySelectorAll<HTMLSourceElement>(':is(video, audio) > source[src]')]
  const own = written.filter(source => source.closest('yoke-player') === element)
  return { entries: own.map(({ src, type }) => ({ src, ...(type && { type }) })), areWritten: true }
}

/** The services of a page, and what of them its players play. */
class Services implements OtherKinds {
  readonly list = new Set<Service>()
  readonly #found = new WeakMap<KindHost, Found>()

  owns(address: string): boolean {
    return this.#serviceOf(address) !== undefined
  }

  find(player: KindHost): boolean {
    const { yoke } = player
    const isSame = this.#lineUp(player)
    const clip = (yoke.lineup as HostedLineup | undefined)?.clip
    const found = this.#found.get(player)
    if (clip && clip.address === found?.address) return true
    const before = playedOf(yoke)
    const played = before && (isSame ? before : { ...before, currentTime: 0 })
    this.drop(player, clip !== undefined)
    if (clip) this.#attach(player, clip.address, clip.service, played)
    // The element that takes its place is found when this has returned.
    else if (found && played) queueMicrotask(() => playOn(yoke, played))
    return clip !== undefined
  }

  isIts(player: KindHost, media: MediaAdapter): boolean {
    return this.#found.get(player)?.media === media
  }

  drop(player: KindHost, isReplaced = false): void {
    const found = this.#found.get(player)
    this.#found.delete(player)
    if (!found) return
    const { media, ends } = found
    // Another one takes its place in the same step: nobody sees a player without media between them.
    if (!isReplaced && player.yoke.media === media) player.yoke.attach(undefined)
    media.dispose()
    media.surface?.remove()
    for (const end of ends) end()
    player.yoke.layers.take('service', { title: undefined, poster: undefined })
  }

  #serviceOf(address: string): Service | undefined {
    // The one that came last comes first.
    return [...this.list].reverse().find(each => each.owns(address))
  }

  /** Takes what is to play now. @returns whether it is the same as before. */
  #lineUp(player: KindHost): boolean {
    const { yoke } = player
    const lineup = new HostedLineup(player, wantedBy(player), src => this.#serviceOf(src))
    const before = yoke.lineup as HostedLineup | undefined
    if (before?.isOf(lineup)) return true
    yoke.lineup = lineup.isHosted ? lineup : undefined
    return false
  }

  #attach(player: KindHost, address: string, service: Service, played: Played | undefined): void {
    const { yoke } = player
    const media = service.make(address)
    const { element } = player
    const isAllowed = (): boolean => yoke.settings.preconnect === true
    const ends = [hideElement(element), connectAtIntent(element, new URL(address).origin, isAllowed)]
    this.#found.set(player, { address, media, ends })
    if (media.surface) player.place(media.surface)
    // Before anyone looks: it is at its place, and plays, from the beginning.
    if (played) setPlaying(media, played)
    media.observe(() => {
      const { title, poster } = media
      if (this.isIts(player, media))
        yoke.layers.take('service', { title: title || undefined, poster: poster || undefined })
    })
    yoke.attach(media)
    if (played) playOn(yoke, played)
  }
}

/** Those of the page: whichever copy of this has come first keeps them. */
const servicesOfPage = (): Services => {
  const page = globalThis as { [KINDS]?: OtherKinds }
  page[KINDS] ??= new Services()
  return otherKinds() as Services
}

/** Adds a service, also for players that stand there already. @returns its removal. */
export const addService = (service: Service): (() => void) => {
  const { list } = servicesOfPage()
  list.add(service)
  // By the prototype: an image of the page may be called like a member of its document.
  if (globalThis.document) EventTarget.prototype.dispatchEvent.call(document, new Event(KINDS_EVENT))
  return () => list.delete(service)
}
