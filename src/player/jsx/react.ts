import type * as React from 'react'
import type { YokePlayer } from '../yoke-player.ts'
import type { AroundAttributes, InvokerAttributes, OwnEvents, YokePlayerAttributes } from './attributes.ts'

type MediaEvents =
  | 'Abort'
  | 'CanPlay'
  | 'CanPlayThrough'
  | 'DurationChange'
  | 'Emptied'
  | 'Encrypted'
  | 'Ended'
  | 'Error'
  | 'Load'
  | 'LoadedData'
  | 'LoadedMetadata'
  | 'LoadStart'
  | 'Pause'
  | 'Play'
  | 'Playing'
  | 'Progress'
  | 'RateChange'
  | 'Resize'
  | 'Seeked'
  | 'Seeking'
  | 'Stalled'
  | 'Suspend'
  | 'TimeUpdate'
  | 'VolumeChange'
  | 'Waiting'

/** React hears these at media elements alone, because they do not bubble: at a player they would never come. */
export type UnheardEvents = `on${MediaEvents}${'' | 'Capture'}`

declare module 'react' {
  interface HTMLAttributes<T> extends AroundAttributes {}
  interface ButtonHTMLAttributes<T> extends InvokerAttributes {}
  namespace JSX {
    interface IntrinsicElements {
      'yoke-player': Omit<React.DetailedHTMLProps<React.HTMLAttributes<YokePlayer>, YokePlayer>, UnheardEvents> &
        YokePlayerAttributes &
        OwnEvents
    }
  }
}

/** Kept, so that the declarations above are those of a module. */
export type { YokePlayerAttributes } from './attributes.ts'
