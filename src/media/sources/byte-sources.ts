import type { ByteSource } from '../../core/sources/probe/bytes.ts'

/** A file that was chosen, dropped or made, to be looked into by `probe`. */
export const bytesOfBlob = (blob: Blob): ByteSource => ({
  size: blob.size,
  read: async (from, length) => new Uint8Array(await blob.slice(from, from + length).arrayBuffer())
})

/** How an address is fetched. */
export interface FetchOptions {
  readonly signal?: AbortSignal
  /** As `crossorigin` sets it. Default `same-origin`. */
  readonly credentials?: RequestCredentials
}

/** What a server said of a file. */
export interface ServedBytes extends ByteSource {
  /** Its `Content-Type` after the first read; `''` where it sent none. */
  readonly type: string
  /** Its status after the first read (RFC 9110, section 15); 0 before, and where no answer came. */
  readonly status: number
}

const sizeOf = (response: Response): number | undefined => {
  const whole = /\/(\d+)$/.exec(response.headers.get('content-range') ?? '')?.[1]
  const length = whole ?? (response.status === 200 ? response.headers.get('content-length') : null)
  return length === null ? undefined : Number(length)
}

/** Reads no more than it must, also from a server that sends the whole file whatever was asked for. */
const readBody = async (response: Response, skip: number, length: number): Promise<Uint8Array> => {
  const bytes = new Uint8Array(length)
  const reader = response.body?.getReader()
  let at = -skip
  while (reader && at < length) {
    const { done, value } = await reader.read()
    if (done) break
    const piece = value.subarray(Math.max(0, -at), Math.max(0, length - at))
    bytes.set(piece, Math.max(0, at))
    at += value.length
  }
  await reader?.cancel().catch(() => undefined)
  return bytes.subarray(0, Math.max(0, Math.min(at, length)))
}

/**
 * A file behind an address, to be looked into by `probe`: fetched in ranges (RFC 9110, section 14). Its `read` rejects where
 * no answer comes (another host has to allow it by Access-Control-Allow-Origin), or where the answer is a refusal.
 */
export const bytesOfAddress = (
  address: string | URL,
  { signal, credentials = 'same-origin' }: FetchOptions = {}
): ServedBytes => {
  let size: number | undefined
  let type = ''
  let status = 0
  return {
    signal,
    get size() {
      return size
    },
    get type() {
      return type
    },
    get status() {
      return status
    },
    async read(from, length) {
      const headers = { range: `bytes=${from}-${from + length - 1}` }
      const response = await fetch(address, { headers, credentials, ...(signal && { signal }) })
      status = response.status
      // 416: the range is behind the end.
      if (!response.ok && response.status !== 416) throw new Error(`the server answered ${response.status}`)
      size ??= sizeOf(response)
      type = response.headers.get('content-type') ?? ''
      if (response.status === 416) return new Uint8Array()
      return readBody(response, response.status === 206 ? 0 : from, length)
    }
  }
}
