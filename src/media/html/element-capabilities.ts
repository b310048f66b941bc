import { onceFor } from '../../core/once-for.ts'
import type { MediaCapabilities } from '../../core/playback/snapshot.ts'

/** What Chromium accepts; the other engines accept more, and give silence or nonsense there. */
const RATES = { min: 0.0625, max: 16 } as const

/** Some phones leave the volume to their own buttons: a volume that was set reads back as 1. */
const capabilitiesIn = onceFor((document: Document): MediaCapabilities => {
  const probe = document.createElement('audio')
  probe.volume = 0.5
  return { volume: probe.volume === 0.5, playbackRate: RATES }
})

export const capabilitiesOf = (element: HTMLMediaElement): MediaCapabilities => capabilitiesIn(element.ownerDocument)
