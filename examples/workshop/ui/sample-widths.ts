import { useEffect, useState } from 'react'
import type { LayoutKind } from '../core/layouts.ts'

/** What each sample shows, for layouts that are for something. */
export const SAMPLE_KINDS: Readonly<Record<string, readonly LayoutKind[]>> = {
  wide: ['picture'],
  upright: ['picture', 'upright'],
  narrow: ['picture'],
  sound: ['sound'],
  skerry: ['picture', 'hosted'],
  lantern: ['picture', 'hosted']
}

/** A sample that is shown, and how wide its player is, in pixels. */
export interface SampleWidth {
  readonly id: string
  readonly name: string
  readonly width: number
}

/** The samples that are shown, measured again when one of them changes its width. */
export const useSampleWidths = (): readonly SampleWidth[] => {
  const [widths, setWidths] = useState<readonly SampleWidth[]>([])
  useEffect(() => {
    const measure = (): void =>
      setWidths(
        [...document.querySelectorAll<HTMLElement>('.sample')].map(sample => ({
          id: sample.id.replace('sample-', ''),
          name: sample.dataset.name ?? '',
          width: sample.querySelector<HTMLElement>('yoke-player')?.offsetWidth ?? 0
        }))
      )
    const sizes = new ResizeObserver(measure)
    const follow = (): void => {
      for (const player of document.querySelectorAll('.sample yoke-player')) sizes.observe(player)
      measure()
    }
    follow()
    const samples = new MutationObserver(follow)
    const stage = document.querySelector('.stage')
    if (stage) samples.observe(stage, { childList: true })
    return () => {
      sizes.disconnect()
      samples.disconnect()
    }
  }, [])
  return widths
}
