import type * as Preact from 'preact'
import type { YokePlayer } from '../yoke-player.ts'
import type { AroundAttributes, OwnEvents, YokePlayerAttributes } from './attributes.ts'

declare module 'preact' {
  interface HTMLAttributes<RefType extends EventTarget = EventTarget> extends AroundAttributes {}
  namespace JSX {
    interface IntrinsicElements {
      'yoke-player': Omit<Preact.HTMLAttributes<YokePlayer>, keyof OwnEvents> & YokePlayerAttributes & OwnEvents
    }
  }
}

/** Kept, so that the declarations above are those of a module. */
export type { YokePlayerAttributes } from './attributes.ts'
