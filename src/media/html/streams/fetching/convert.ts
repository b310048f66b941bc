import { type Result, refuse } from '../../../../core/fault.ts'
import type { TransmuxedSegment, Transmuxer } from '../../../../core/streams/ts/transmux.ts'
import { definePart, unreachable } from '../../../../loading/part.ts'

/** Turns the segments of one rendition into MP4, one after the other. */
export interface Converter {
  convert(bytes: Uint8Array, expected: number | undefined): Promise<Result<TransmuxedSegment>>
  stop(): void
}

/** What is asked of the worker. */
export interface ConversionRequest {
  readonly id: number
  readonly bytes: Uint8Array
  readonly expected: number | undefined
}

/** What it answers. */
export interface ConversionAnswer {
  readonly id: number
  readonly result: Result<TransmuxedSegment>
}

/** In a worker of its own, so that the page never waits for it. */
class WorkerConverter implements Converter {
  readonly #worker: Worker
  readonly #asked = new Map<number, (result: Result<TransmuxedSegment>) => void>()
  #count = 0

  constructor(worker: Worker) {
    this.#worker = worker
    worker.addEventListener('message', ({ data }: MessageEvent<ConversionAnswer>) => {
      this.#asked.get(data.id)?.(data.result)
      this.#asked.delete(data.id)
    })
  }

  convert(bytes: Uint8Array, expected: number | undefined): Promise<Result<TransmuxedSegment>> {
    this.#count += 1
    const request: ConversionRequest = { id: this.#count, bytes, expected }
    return new Promise(resolve => {
      this.#asked.set(request.id, resolve)
      this.#worker.postMessage(request, [bytes.buffer])
    })
  }

  stop(): void {
    this.#worker.terminate()
  }
}

/** Resolves once the worker has said that it is there; rejects where it cannot be had. */
const openWorker = (): Promise<Worker> =>
  new Promise((resolve, reject) => {
    const worker = new Worker(new URL(/* @vite-ignore */ './transmux-worker.js', import.meta.url), { type: 'module' })
    worker.addEventListener('message', () => resolve(worker), { once: true })
    worker.addEventListener('error', reject, { once: true })
  })

const TRANSMUX = definePart(() => import('../../../../core/streams/ts/transmux.ts'))

/** In the page itself, where no worker can be had: the library comes from another host, or a policy forbids it. */
class PageConverter implements Converter {
  #transmuxer: Transmuxer | undefined

  async convert(bytes: Uint8Array, expected: number | undefined): Promise<Result<TransmuxedSegment>> {
    try {
      this.#transmuxer ??= new (await TRANSMUX.load()).Transmuxer()
      return this.#transmuxer.transmux(bytes, expected)
    } catch (cause) {
      return refuse(unreachable(cause))
    }
  }

  stop(): void {
    this.#transmuxer = undefined
  }
}

/** A converter for one rendition. */
export const openConverter = (): Promise<Converter> =>
  openWorker().then(
    worker => new WorkerConverter(worker),
    () => new PageConverter()
  )
