import type { FailureWords } from './viewer.ts'

/** What a viewer reads when a media cannot be played, in English. */
export const FAILURE_WORDS = {
  failed: 'This cannot be played. It may have moved, or this browser does not know its format.',
  failedNetwork: 'The connection was lost. Playback can go on once it is back.',
  failedMissing: 'This is no longer here. It may have moved.',
  failedDenied: 'This is not open to you. You may have to sign in.',
  failedServer: 'Where it comes from is out of order. Try again in a while.',
  failedFormat: 'This browser cannot play it. Another one may.',
  failedDamaged: 'The file is damaged and cannot be played.'
} as const satisfies Record<FailureWords, string>
