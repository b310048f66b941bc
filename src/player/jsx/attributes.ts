import type { SettingKey } from '../../core/settings/table.ts'
import type { MediaEventType } from '../../media/adapter.ts'
import type { YokeEventMap } from '../../wiring/yoke/events.ts'

/** `start.when` to `start-when`, `hideAfter` to `hide-after`, as types. */
type Dashed<Name extends string> = Name extends `${infer Group}.${infer Part}`
  ? `${Dashed<Group>}-${Dashed<Part>}`
  : Name extends `${infer Head}${infer Tail}`
    ? `${Head extends Lowercase<Head> ? Head : `-${Lowercase<Head>}`}${Dashed<Tail>}`
    : Name

/** Settings that are no attribute of their own, or are called otherwise in markup. */
type Otherwise =
  | `captionLook.${string}`
  | 'container'
  | 'crossOrigin'
  | 'moments'
  | 'picture'
  | 'playsInline'
  | 'sources'
  | 'title'
  | 'tracks'
  | 'words'

/** The attributes of `<yoke-player>`, by HTML's spelling. */
export type YokePlayerAttributes = {
  readonly [Name in
    | Dashed<Exclude<SettingKey, Otherwise>>
    | 'clip-title'
    | 'crossorigin'
    | 'playsinline'
    | 'settings']?: string | number | boolean | undefined
}

/** What HTML has for buttons (HTML, "invoker commands"), and types of JSX do not all have yet. */
export interface InvokerAttributes {
  readonly command?: string | undefined
  readonly commandfor?: string | undefined
}

/** What any element around players may say. */
export interface AroundAttributes {
  /** The preset of the players in it. */
  readonly preset?: string | undefined
}

/** What is told at a player, by its own names behind a prefix: `onplay`, `onyoke-fault`. */
export type OwnEvents<Prefix extends string = 'on'> = {
  readonly [Name in MediaEventType as `${Prefix}${Name}`]?: ((event: Event) => void) | undefined
} & {
  readonly [Name in keyof YokeEventMap as `${Prefix}${Name}`]?: ((event: YokeEventMap[Name]) => void) | undefined
}
