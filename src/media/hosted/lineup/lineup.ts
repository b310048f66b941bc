import type { SourceEntry } from '../../../core/sources/rank.ts'
import { type SourceReport, untriedReport } from '../../../core/sources/reports.ts'
import type { MediaAdapter } from '../../adapter.ts'
import type { KindHost, SourceLineup } from '../../kinds.ts'

/** A service by its addresses. */
export interface Service {
  owns(address: string): boolean
  /** Makes a media of an address, which asks nothing of anyone before it is to play. */
  make(address: string): MediaAdapter & { readonly title: string; readonly poster: string }
}

/** Sources that one media chooses among: files that stand side by side, or one clip of a service. */
interface Group {
  readonly service: Service | undefined
  readonly entries: readonly SourceEntry[]
}

/** What a player is to play, in its order, and who plays it. */
export interface Wanted {
  readonly entries: readonly SourceEntry[]
  /** The files stand in the player's markup, whose media chooses among them by itself. */
  readonly areWritten: boolean
}

/** Files that stand side by side are one group; in markup all of them are, at the place of the first. */
const groupsOf = ({ entries, areWritten }: Wanted, serviceOf: (src: string) => Service | undefined): Group[] => {
  const groups: Group[] = []
  for (const entry of entries) {
    const service = serviceOf(entry.src)
    const last = areWritten ? groups.findIndex(group => !group.service) : groups.length - 1
    const before = groups[last]
    if (before && !service && !before.service) groups[last] = { service, entries: [...before.entries, entry] }
    else groups.push({ service, entries: [entry] })
  }
  return groups
}

/** The sources of one player where some of them are clips of services: which of them plays, and what became of the others. */
export class HostedLineup implements SourceLineup {
  readonly #player: KindHost
  readonly #wanted: Wanted
  readonly #groups: readonly Group[]
  /** What became of the groups before the present one. */
  #left: readonly (readonly SourceReport[])[] = []
  #seen: { readonly print: string; readonly list: readonly SourceReport[] } = { print: '', list: [] }

  constructor(player: KindHost, wanted: Wanted, serviceOf: (src: string) => Service | undefined) {
    this.#player = player
    this.#wanted = wanted
    this.#groups = groupsOf(wanted, serviceOf)
  }

  /** Whether this is of the same sources, played by the same services. */
  isOf(other: HostedLineup): boolean {
    const isSame = (group: Group, index: number): boolean => {
      const { service, entries } = other.#groups[index] ?? {}
      return (
        group.service === service &&
        String(group.entries.map(({ src }) => src)) === String(entries?.map(({ src }) => src))
      )
    }
    return this.#groups.length === other.#groups.length && this.#groups.every(isSame)
  }

  /** Whether any of it is of a service. */
  get isHosted(): boolean {
    return this.#groups.some(({ service }) => service)
  }

  /** Who plays now, and what; `undefined` where files do. */
  get clip(): { readonly service: Service; readonly address: string } | undefined {
    const { service, entries: [entry] = [] } = this.#group ?? {}
    return service && entry && { service, address: entry.src }
  }

  get entries(): readonly SourceEntry[] {
    return this.clip || this.#wanted.areWritten ? [] : (this.#group?.entries ?? [])
  }

  get list(): readonly SourceReport[] {
    let before = 0
    const list = this.#groups.flatMap((_, index) => {
      const group = this.#left[index] ?? this.#reportsOf(index)
      const turns = before
      before += Math.max(0, ...group.map(({ turn }) => turn))
      return group.map(report => (report.turn > 0 ? { ...report, turn: report.turn + turns } : report))
    })
    // The same one as long as nothing has changed, so that a change can be told.
    const print = JSON.stringify(list)
    if (print !== this.#seen.print) this.#seen = { print, list }
    return this.#seen.list
  }

  takeOver(media: MediaAdapter): boolean {
    const { yoke, element } = this.#player
    const isLast = this.#left.length + 1 >= this.#groups.length
    if (media !== yoke.media || isLast || !element.isConnected) return false
    this.#left = [...this.#left, this.#reportsOf(this.#left.length)]
    this.#player.findMedia()
    return true
  }

  restart(): boolean {
    if (this.#left.length === 0) return false
    this.#left = []
    this.#player.findMedia()
    return true
  }

  get #group(): Group | undefined {
    return this.#groups[this.#left.length]
  }

  /** What the present media says of its sources; of the others there is nothing to say yet. */
  #reportsOf(index: number): readonly SourceReport[] {
    const list = index === this.#left.length ? this.#player.yoke.media?.sources?.list : undefined
    return list && list.length > 0 ? list : (this.#groups[index]?.entries ?? []).map(untriedReport)
  }
}
