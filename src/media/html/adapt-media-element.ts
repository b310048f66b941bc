import { MediaElementAdapter } from './media-element.ts'

/** Adapts a media element. One element may have several adapters; each has its own listeners. */
export const adaptMediaElement = (element: HTMLMediaElement): MediaElementAdapter => new MediaElementAdapter(element)
