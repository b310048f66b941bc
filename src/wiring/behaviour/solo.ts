import type { MediaSnapshot } from '../../core/playback/snapshot.ts'

/** One of several of which at most one sounds. */
export interface SoloVoice {
  readonly conduct: { readonly solo: boolean }
  readonly snapshot: MediaSnapshot
  readonly media: { pause(): void } | undefined
}

const voices = new Set<SoloVoice>()

const sounds = ({ snapshot: { paused, ended, muted, volume } }: SoloVoice): boolean =>
  !paused && !ended && !muted && volume > 0

/** To be called when what is known of a voice has changed: when it sounds, the others are silent. */
export const keepSolo = (voice: SoloVoice): void => {
  if (!voice.conduct.solo || !sounds(voice)) {
    voices.delete(voice)
    return
  }
  if (voices.has(voice)) return
  voices.add(voice)
  for (const other of [...voices]) if (other !== voice) other.media?.pause()
}

/** A voice that is gone. */
export const leaveSolo = (voice: SoloVoice): void => {
  voices.delete(voice)
}
