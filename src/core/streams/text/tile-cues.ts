import { printTimestamp } from '../../captions/vtt/format-timestamp.ts'
import type { Segment, Tiles } from '../manifest.ts'

/** Thumbnails as cues that name a part of a picture (Media Fragments, 4.2.2), a row at a time from the top. */
export const tileCues = (segments: readonly Segment[], { columns, rows }: Tiles): string => {
  const [width, height] = [100 / columns, 100 / rows]
  const cues = segments.flatMap(({ src, start, duration }) =>
    Array.from({ length: columns * rows }, (_, tile) => {
      const from = start + (tile * duration) / (columns * rows)
      const until = start + ((tile + 1) * duration) / (columns * rows)
      const place = [(tile % columns) * width, Math.floor(tile / columns) * height, width, height]
      return `${printTimestamp(from)} --> ${printTimestamp(until)}\n${src}#xywh=percent:${place.map(share => Number(share.toFixed(4))).join(',')}\n`
    })
  )
  return `WEBVTT\n\n${cues.join('\n')}`
}
