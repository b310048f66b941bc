/** The boxes of a stretch of a file by their types, in order (ISO/IEC 14496-12, 4.2). */
function* boxesOf(
  view: DataView,
  from = 0,
  end = view.byteLength
): Generator<{ type: number; from: number; end: number }> {
  let at = from
  while (at + 8 <= end) {
    const short = view.getUint32(at)
    if (short === 1 && at + 16 > end) return
    const size = short === 1 ? Number(view.getBigUint64(at + 8)) : short || end - at
    if (size < 8) return
    yield { type: view.getUint32(at + 4), from: at + (short === 1 ? 16 : 8), end: Math.min(end, at + size) }
    at += size
  }
}

/** Four letters as the number that they are in a file. */
const code = (type: string): number => [...type].reduce((sum, letter) => (sum << 8) | letter.charCodeAt(0), 0) >>> 0

/** All boxes down a path of types. */
const follow = (
  view: DataView,
  path: readonly string[],
  from = 0,
  end = view.byteLength
): { from: number; end: number }[] => {
  const [first = '', ...rest] = path
  const found = [...boxesOf(view, from, end)].filter(({ type }) => type === code(first))
  return rest.length === 0 ? found : found.flatMap(box => follow(view, rest, box.from, box.end))
}

const viewOf = (bytes: Uint8Array): DataView => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)

/** Reads numbers where a file may break off: what is not there is none. */
const safely = <Value>(read: () => Value): Value | undefined => {
  try {
    return read()
  } catch {
    return undefined
  }
}

/** Units a second of each track of an initialization segment, by the track's number (`tkhd`, `mdhd`). */
export const readScales = (init: Uint8Array): ReadonlyMap<number, number> => {
  const view = viewOf(init)
  const scales = new Map<number, number>()
  safely(() => {
    for (const { from, end } of follow(view, ['moov', 'trak'])) {
      const [header] = follow(view, ['tkhd'], from, end)
      const [media] = follow(view, ['mdia', 'mdhd'], from, end)
      if (!header || !media) continue
      const track = view.getUint32(header.from + (view.getUint8(header.from) ? 20 : 12))
      scales.set(track, view.getUint32(media.from + (view.getUint8(media.from) ? 20 : 12)))
    }
  })
  return scales
}

/**
 * When the first sample of a fragment is decoded, in seconds of its media (`tfdt`, ISO/IEC 14496-12, 8.8.12): the earliest of its
 * tracks. `undefined` where nothing says so.
 * @param scales as {@link readScales} gives them
 */
export const readStart = (media: Uint8Array, scales: ReadonlyMap<number, number>): number | undefined => {
  const view = viewOf(media)
  const starts = safely(() =>
    follow(view, ['moof', 'traf']).flatMap(({ from, end }): readonly number[] => {
      const [header] = follow(view, ['tfhd'], from, end)
      const [time] = follow(view, ['tfdt'], from, end)
      const scale = header && scales.get(view.getUint32(header.from + 4))
      if (!time || !scale) return []
      const isLong = view.getUint8(time.from) === 1
      return [(isLong ? Number(view.getBigUint64(time.from + 4)) : view.getUint32(time.from + 4)) / scale]
    })
  )
  return starts && starts.length > 0 ? Math.min(...starts) : undefined
}
