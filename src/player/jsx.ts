import type * as React from 'react'
import type { SettingKey } from '../core/settings/table.ts'
import type { YokePlayer } from './yoke-player.ts'

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

/** What HTML has for buttons (HTML, "invoker commands"), and React's types not yet. */
interface InvokerAttributes {
  readonly command?: string | undefined
  readonly commandfor?: string | undefined
}

/** What any element around players may say. */
interface AroundAttributes {
  /** The preset of the players in it. */
  readonly preset?: string | undefined
}

declare module 'react' {
  interface HTMLAttributes<T> extends AroundAttributes {}
  interface ButtonHTMLAttributes<T> extends InvokerAttributes {}
  namespace JSX {
    interface IntrinsicElements {
      'yoke-player': React.DetailedHTMLProps<React.HTMLAttributes<YokePlayer>, YokePlayer> & YokePlayerAttributes
    }
  }
}

/** Kept, so that the declarations above are those of a module. */
export type ButtonAttributes = React.ButtonHTMLAttributes<HTMLButtonElement>
