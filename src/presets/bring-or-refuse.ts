import { type Fault, type Result, refuse, succeed } from '../core/fault.ts'
import { bring, type Part } from '../loading/part.ts'

/** A part, or the fault of not having it, which is told by whoever asks. */
export const bringOrRefuse = async <Value>(part: Part<Value>): Promise<Result<Value>> => {
  let reason: Fault | undefined
  const brought = await bring(part, {
    raise(told) {
      reason = told
    }
  })
  return brought ? succeed(brought) : refuse(reason as Fault)
}
