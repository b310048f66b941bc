import { startTag } from './html.ts'

/** What a frame is written from. */
export interface FrameInput {
  /** The address of the page. */
  readonly src: string
  readonly title: string
  readonly isSound: boolean
  readonly width?: number | undefined
  readonly height?: number | undefined
}

/**
 * A frame for a page of another site, with the least that a player needs: it may run its own scripts, be of its own site, go
 * to the whole screen and to a window; it may not open pages, send forms, or take the page around it elsewhere. Of no site at
 * all, WebKit lets it load nothing under a policy of `'self'`.
 */
export const writeFrame = ({ src, title, isSound, width = 16, height = 9 }: FrameInput): string => {
  const style = isSound
    ? 'inline-size: 100%; block-size: 88px; border: 0'
    : `inline-size: 100%; aspect-ratio: ${width} / ${height}; border: 0`
  const allow = isSound ? 'autoplay' : 'autoplay; fullscreen; picture-in-picture'
  return `${startTag('iframe', { src, title, loading: 'lazy', sandbox: 'allow-scripts allow-same-origin', allow, style })}</iframe>\n`
}
