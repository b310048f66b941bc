import type { MediaCapabilities } from '../../core/playback/snapshot.ts'

/** What Chromium accepts; the other engines accept more, and give silence or nonsense there. */
const RATES = { min: 0.0625, max: 16 } as const

const known = new WeakMap<Document, MediaCapabilities>()

/** Some phones leave the volume to their own buttons: a volume that was set reads back as 1. */
export const capabilitiesOf = (element: HTMLMediaElement): MediaCapabilities => {
  const { ownerDocument } = element
  const found = known.get(ownerDocument)
  if (found) return found
  const probe = ownerDocument.createElement('audio')
  probe.volume = 0.5
  const capabilities = { volume: probe.volume === 0.5, playbackRate: RATES }
  known.set(ownerDocument, capabilities)
  return capabilities
}
