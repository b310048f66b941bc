import { isRecord } from '../../core/record.ts'
import type { WatchReport } from '../../core/watched/report.ts'
import { readStored, writeStored } from '../memory/stored.ts'

/** Reports that could not be sent are kept here until they can. */
const KEPT = 'yokewright.reports'
/** No more visits are kept: the oldest go first. */
const MOST = 50

type Waiting = Record<string, { readonly to: string; readonly report: WatchReport }>

const read = (): Waiting => {
  try {
    const kept: unknown = JSON.parse(readStored(KEPT))
    return isRecord(kept) ? (kept as Waiting) : {}
  } catch {
    return {}
  }
}

const write = (waiting: Waiting): void => {
  const newest = Object.entries(waiting).slice(-MOST)
  writeStored(KEPT, newest.length > 0 ? JSON.stringify(Object.fromEntries(newest)) : '')
}

const keep = (to: string, report: WatchReport): void => {
  const { [report.visit]: _, ...others } = read()
  write({ ...others, [report.visit]: { to, report } })
}

/** It has arrived, or never will: a newer one of the same visit stays. */
const drop = ({ visit, number }: WatchReport): void => {
  const { [visit]: kept, ...others } = read()
  if (kept && !(kept.report?.number > number)) write(others)
}

/**
 * Sends a report. One that cannot be sent now is kept, and sent again with the next one, when the machine is on line again,
 * or when a page with reports is opened.
 * @returns the status of an answer that refuses it for good.
 */
export const sendReport = async (to: string, report: WatchReport): Promise<number | undefined> => {
  const body = JSON.stringify(report)
  // Kept before it is sent: a page that is left does not hear of the answer.
  keep(to, report)
  const headers = { 'content-type': 'application/json' }
  const answer = await fetch(to, { method: 'POST', body, headers, keepalive: true }).catch(() => undefined)
  // No answer, or a server that is ill: again later.
  if (!answer || answer.status >= 500 || answer.status === 429) return undefined
  drop(report)
  return answer.ok ? undefined : answer.status
}

/** Sends what was kept. */
export const sendKept = async (): Promise<void> => {
  for (const { to, report } of Object.values(read())) if (typeof to === 'string' && report) await sendReport(to, report)
}
