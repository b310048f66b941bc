import type { SourceEntry } from '../core/sources/rank.ts'
import type { SourceReport } from '../core/sources/reports.ts'
import type { MediaAdapter } from './adapter.ts'

/** Sources of several kinds in one list: a media plays some of them, and gives way to another media for the next. */
export interface SourceLineup {
  /** Those that the present media is to choose among. */
  readonly entries: readonly SourceEntry[]
  /** All of them, and what has become of each. */
  readonly list: readonly SourceReport[]
  /** A media cannot go on. @returns whether another one has taken over. */
  takeOver(media: MediaAdapter): boolean
  /** Begins again with the first. @returns whether another media plays now. */
  restart(): boolean
}

/** A player, as far as a kind of media concerns it. */
export interface KindHost {
  readonly element: HTMLElement
  readonly yoke: {
    readonly media: MediaAdapter | undefined
    readonly snapshot: { readonly paused: boolean; readonly currentTime: number }
    readonly settings: { readonly src?: string | undefined; readonly preconnect?: boolean | undefined }
    readonly layers: {
      /** The sources that settings name. */
      readonly sources: readonly SourceEntry[]
      take(origin: 'service', settings: object): void
    }
    lineup: SourceLineup | undefined
    settingOrigin(key: 'src'): string
    attach(media: MediaAdapter | undefined): void
    run(name: string, value?: number): unknown
  }
  /** Looks what plays now. */
  findMedia(): void
  /** Puts what shows the media behind everything else. */
  place(surface: HTMLElement): void
}

/** Media that are no files: what a page has brought for players to play, such as hosted video. */
export interface OtherKinds {
  /** Whether an address is of such a kind. */
  owns(address: string): boolean
  /** Looks whether what a player is to play now is of such a kind. @returns whether it is: then it has been attached. */
  find(player: KindHost): boolean
  /** Whether a media is the one that was found for a player. */
  isIts(player: KindHost, media: MediaAdapter): boolean
  /** Lets go of what was found for a player. */
  drop(player: KindHost): void
}

/** On the page and not in a module: who brings a kind may be a script of its own. */
export const KINDS = Symbol.for('yokewright other kinds')

/** Fired at the document when a kind has come. */
export const KINDS_EVENT = 'yoke-kinds'

/** What the page has brought, if anything. */
export const otherKinds = (): OtherKinds | undefined => (globalThis as { [KINDS]?: OtherKinds })[KINDS]

const isOther = ({ src }: SourceEntry): boolean => otherKinds()?.owns(src) === true

/** Sources up to the first one of another kind: what a media element may choose among. */
export const leadingFiles = (entries: readonly SourceEntry[]): readonly SourceEntry[] => {
  const end = entries.findIndex(isOther)
  return end < 0 ? entries : entries.slice(0, end)
}

/** Sources without those of another kind: nobody asks for those as for files. */
export const filesAmong = (entries: readonly SourceEntry[]): readonly SourceEntry[] =>
  entries.filter(entry => !isOther(entry))
