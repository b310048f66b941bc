import { LOAD_CASES } from './load-cases.ts'
import { OUTSIDE_CASES } from './outside-cases.ts'
import { PLAYBACK_CASES } from './playback-cases.ts'
import { SEEKING_CASES } from './seeking-cases.ts'
import { SETTING_CASES } from './setting-cases.ts'
import type { ConformanceCase } from './subject.ts'

/** The promises of the adapter contract. Every adapter keeps every one. */
export const CONFORMANCE_CASES: readonly ConformanceCase[] = [
  ...LOAD_CASES,
  ...PLAYBACK_CASES,
  ...SEEKING_CASES,
  ...SETTING_CASES,
  ...OUTSIDE_CASES
]
