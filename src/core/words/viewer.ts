import type { FaultCode } from '../fault.ts'

/** What a viewer reads in place of a fault's own sentence, which is for authors; by the name of the words. */
export const VIEWER_WORDS = {
  'connection-lost': 'failedNetwork',
  'document-unreachable': 'failedMissing',
  'document-unreadable': 'failedDamaged',
  'media-failed': 'failed',
  'service-silent': 'failedServer',
  'service-unreachable': 'failedServer',
  'source-damaged': 'failedDamaged',
  'source-denied': 'failedDenied',
  'source-missing': 'failedMissing',
  'source-not-media': 'failedDamaged',
  'source-server': 'failedServer',
  'source-silent': 'failedNetwork',
  'source-unreachable': 'failedNetwork',
  'source-unsupported': 'failedFormat',
  'source-without-picture': 'failedFormat'
} as const satisfies Partial<Record<FaultCode, string>>

/** The names of the words that say to a viewer why nothing plays. */
export type FailureWords = (typeof VIEWER_WORDS)[keyof typeof VIEWER_WORDS]

/** The words for a fault, where a viewer has words of their own for it. */
export const viewerWordsOf = (code: FaultCode): FailureWords | undefined =>
  (VIEWER_WORDS as Partial<Record<FaultCode, FailureWords>>)[code]
