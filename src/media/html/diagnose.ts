import { type Fault, fault } from '../../core/fault.ts'
import { connectionLost, withoutPicture } from '../../core/sources/failover.ts'
import type { MediaFileFacts } from '../../core/sources/probe/facts.ts'
import { tryProbe } from '../../core/sources/probe/probe.ts'
import type { SourceReport } from '../../core/sources/reports.ts'
import { plainType } from '../../core/sources/type-names.ts'
import { signalWithin } from '../../loading/patience.ts'
import { bytesOfAddress } from '../sources/byte-sources.ts'
import type { FailoverHost } from './failover-host.ts'
import { hasPicture } from './source-list.ts'

/** How long finding out may take, in milliseconds. */
const PATIENCE = 3000

const FETCHED: ReadonlySet<string> = new Set(['http:', 'https:', 'blob:', 'data:'])

/** Whether an address can be asked for its bytes; one that is none cannot. */
const isFetched = (src: string): boolean => URL.canParse(src) && FETCHED.has(new URL(src).protocol)

/** The exact type of what stands behind an address, by its bytes; `undefined` where they cannot be had, or are no media. */
export const typeByBytes = async (src: string, signal: AbortSignal): Promise<string | undefined> => {
  if (!isFetched(src)) return undefined
  const probed = await tryProbe(bytesOfAddress(src, { signal: signalWithin(PATIENCE, signal) }))
  return probed.ok ? probed.value.type : undefined
}

/** Whether a file holds a picture, whatever comes of it; `undefined` where its bytes cannot be had. */
const holdsPicture = async (src: string, signal: AbortSignal): Promise<boolean | undefined> => {
  if (!isFetched(src)) return undefined
  const probed = await tryProbe(bytesOfAddress(src, { signal: signalWithin(PATIENCE, signal) }))
  return probed.ok ? probed.value.tracks.some(({ kind }) => kind === 'video') : undefined
}

const ofStatus = (name: string, status: number): Fault => {
  if (status === 404 || status === 410)
    return fault('source-missing', `The server has no ${name}.`, 'look at the address: it is resolved against the page')
  if (status === 401 || status === 403)
    return fault(
      'source-denied',
      `The server does not hand out ${name} (${status}).`,
      'whoever watches must be allowed to read it'
    )
  return fault(
    'source-server',
    `The server could not answer for ${name} (${status}).`,
    'look into the log of the server'
  )
}

const ofFacts = (
  { name, state }: SourceReport,
  { type, missing }: MediaFileFacts,
  element: HTMLMediaElement
): Fault | undefined => {
  if (missing > 0)
    return fault('source-damaged', `${name} breaks off before its end.`, 'it was not copied whole: copy it again')
  if (element.canPlayType(type) === '')
    return fault(
      'source-unsupported',
      `This browser does not play ${name}, which is ${type}.`,
      'put another format beside it: H.264 and AAC in MP4 are played by all'
    )
  if (state === 'silent') return undefined
  return fault('source-damaged', `${name} is ${plainType(type)}, and cannot be played.`, 'it is damaged: make it anew')
}

/**
 * Why a source cannot be played, found out by asking for its first bytes; `undefined` where that cannot be asked, or where they
 * say no more of it than that it was silent.
 */
export const diagnose = async (
  report: SourceReport,
  element: HTMLMediaElement,
  signal: AbortSignal
): Promise<Fault | undefined> => {
  const { src, name, state } = report
  if (!isFetched(src)) return undefined
  const credentials = element.crossOrigin === 'use-credentials' ? 'include' : 'same-origin'
  const patience = signalWithin(PATIENCE, signal)
  const bytes = bytesOfAddress(src, { signal: patience, credentials })
  const probed = await tryProbe(bytes)
  if (probed.ok) return ofFacts(report, probed.value, element)
  if (bytes.status >= 400) return ofStatus(name, bytes.status)
  if (bytes.status === 0 && state === 'silent') return undefined
  if (bytes.status === 0)
    return fault(
      'source-unreachable',
      `No answer came from ${name}.`,
      'look at the connection and the address; another host has to allow it by Access-Control-Allow-Origin',
      probed.fault.cause
    )
  // Its own limit of time says nothing of the connection.
  if (probed.fault.cause) return patience.aborted ? undefined : connectionLost(name)
  return fault(
    'source-not-media',
    `${name} cannot be played. ${probed.fault.message}`,
    'open the address by itself: a server may answer with a page instead of the file'
  )
}

/** Faults that say what happened, and not why. */
const VAGUE: ReadonlySet<string> = new Set(['media-failed', 'source-silent'])

/** Why a source could not be played, which is noted. */
export const reasonOf = async (
  report: SourceReport,
  sources: FailoverHost,
  signal: AbortSignal
): Promise<Fault | undefined> => {
  const { fault: known } = report
  if (known && !VAGUE.has(known.code)) return known
  const reason = (await diagnose(report, sources.element, signal)) ?? known
  // It may have been replaced meanwhile.
  const isListed = sources.list.some(({ src }) => src === report.src)
  if (reason && isListed && !signal.aborted) sources.note(report.src, report.state, reason)
  return reason
}

/** Seconds of playback by which a picture must have come: WebKit tells of it later than of the sound. */
const PICTURE_BY = 3

/** Says so where no picture comes of a file that holds one. */
export const watchForPicture = async (sources: FailoverHost, until: AbortSignal): Promise<void> => {
  const { element, currentSrc } = sources
  if (!(await holdsPicture(currentSrc, until)) || until.aborted) return
  const life = new AbortController()
  const { signal } = life
  const from = element.currentTime
  const look = (): void => {
    const isOver = sources.currentSrc !== currentSrc || hasPicture(sources)
    if (!isOver && Math.abs(element.currentTime - from) < PICTURE_BY) return
    life.abort()
    if (isOver) return
    const { name = currentSrc } = sources.list.find(({ src }) => src === currentSrc) ?? {}
    sources.raise(withoutPicture(name))
  }
  element.addEventListener('timeupdate', look, { signal })
  until.addEventListener('abort', () => life.abort(), { signal })
}
