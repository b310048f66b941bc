import type * as Solid from 'solid-js'
import type { YokePlayer } from '../yoke-player.ts'
import type { AroundAttributes, InvokerAttributes, OwnEvents, YokePlayerAttributes } from './attributes.ts'

declare module 'solid-js' {
  namespace JSX {
    interface HTMLAttributes<T> extends AroundAttributes {}
    interface ButtonHTMLAttributes<T> extends InvokerAttributes {}
    interface IntrinsicElements {
      'yoke-player': Solid.JSX.HTMLAttributes<YokePlayer> & YokePlayerAttributes & OwnEvents<'on:'>
    }
  }
}

/** Kept, so that the declarations above are those of a module. */
export type { YokePlayerAttributes } from './attributes.ts'
