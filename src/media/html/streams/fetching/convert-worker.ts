import { Transmuxer } from '../../../../core/streams/ts/transmux.ts'
import type { ConversionAnswer, ConversionRequest } from './convert.ts'

/** The worker's own scope; this file is compiled with the types of a page. */
interface Scope {
  postMessage(message: unknown, transfer?: readonly Transferable[]): void
  addEventListener(type: 'message', listener: (event: MessageEvent<ConversionRequest>) => void): void
}

const scope = globalThis as unknown as Scope
const transmuxer = new Transmuxer()

scope.addEventListener('message', ({ data: { id, bytes, expected } }) => {
  const result = transmuxer.transmux(bytes, expected)
  const answer: ConversionAnswer = { id, result }
  scope.postMessage(answer, result.ok ? [result.value.media.buffer as ArrayBuffer] : [])
})
// It is there.
scope.postMessage('ready')
