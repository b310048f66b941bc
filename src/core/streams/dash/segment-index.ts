import { fault, type Result, refuse, succeed } from '../../fault.ts'
import type { IndexedFile, Segment } from '../manifest.ts'
import { MOST_SEGMENTS } from '../reading.ts'

const unreadable = (what: string): ReturnType<typeof refuse> =>
  refuse(
    fault('manifest-unreadable', `The index of the file cannot be read: ${what}.`, 'look at indexRange in the manifest')
  )

const SIDX = 0x73_69_64_78

/**
 * Reads the index of a single file (ISO/IEC 14496-12, 8.16.3, `sidx`). Faults: `manifest-unreadable`.
 * @param bytes what stands at `file.index`
 */
export const tryReadIndex = (bytes: Uint8Array, file: IndexedFile): Result<readonly Segment[]> => {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  if (view.byteLength < 32 || view.getUint32(4) !== SIDX) return unreadable('no sidx stands there')
  const isLong = view.getUint8(8) > 0
  const scale = view.getUint32(16) || 1
  const word = (at: number): number => (isLong ? Number(view.getBigUint64(at)) : view.getUint32(at))
  let at = 20 + (isLong ? 16 : 8) + 2
  if (at + 2 > view.byteLength) return unreadable('it breaks off')
  let time = word(20)
  let from = file.index.from + view.getUint32(0) + word(isLong ? 28 : 24)
  const count = view.getUint16(at)
  at += 2
  if (at + count * 12 > view.byteLength) return unreadable('it breaks off')
  const segments: Segment[] = []
  for (let index = 0; index < count && index < MOST_SEGMENTS; index += 1, at += 12) {
    const [reference, each] = [view.getUint32(at), view.getUint32(at + 4)]
    if (reference >>> 31) return unreadable('it refers to other indexes')
    const start = time / scale + file.offset
    const end = Math.min((time + each) / scale + file.offset, file.end)
    if (end > file.start && start < file.end)
      segments.push({
        src: file.src,
        range: { from, length: reference },
        number: index,
        start,
        duration: end - start,
        part: file.part,
        offset: file.offset,
        ...(file.init && { init: file.init })
      })
    time += each
    from += reference
  }
  return succeed(segments)
}
