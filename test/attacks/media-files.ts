import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import fc from 'fast-check'
import { adviseOnFile, adviseOnSet, orderFiles, sourceElements } from '../../src/core/sources/advice.ts'
import { frameAt } from '../../src/core/sources/frame-at.ts'
import type { ByteSource } from '../../src/core/sources/probe/bytes.ts'
import { tryProbe } from '../../src/core/sources/probe/probe.ts'
import { type Attack, attack, expectPlain, type Growth } from './attack.ts'

const folder = fileURLToPath(new URL('../../tools/media/probe-set/', import.meta.url))
const files = readdirSync(folder)
  .filter(name => !name.endsWith('.json'))
  .map(name => [name, new Uint8Array(readFileSync(folder + name))] as const)

const sourceOf = (bytes: Uint8Array): ByteSource => ({
  size: bytes.length,
  read: (from, length) => Promise.resolve(bytes.subarray(from, from + length))
})

/** A place in a file: most of what can be got wrong stands at its start. */
const PLACE = fc.oneof(fc.nat(1000), fc.nat(100_000))
const CHANGE = fc.oneof(
  fc.record({ at: PLACE, bytes: fc.uint8Array({ minLength: 1, maxLength: 8 }) }),
  fc.record({
    at: PLACE,
    bytes: fc.constantFrom(
      ...[0, 1, 8, 0x7fffffff, 0xffffffff].map(value => new Uint8Array(new Uint32Array([value]).buffer).reverse())
    )
  }),
  fc.record({
    at: PLACE,
    bytes: fc.constantFrom(
      ...['trak', 'moov', '\'"><', '\0\r\n\u001b', '__proto__', 'constructor'].map(text =>
        new TextEncoder().encode(text)
      )
    )
  })
)

/** A good file of some kind, spoilt at a few places or cut off. */
const SPOILT = fc
  .tuple(fc.constantFrom(...files), fc.array(CHANGE, { maxLength: 8 }), fc.option(fc.nat(50_000)))
  .map(([[name, good], changes, length]) => {
    const bytes = good.slice(0, length ?? good.length)
    for (const { at, bytes: other } of changes)
      if (bytes.length > other.length) bytes.set(other, at % (bytes.length - other.length))
    return { name, bytes }
  })

/** Media files that are not what they say. */
export const MEDIA_ATTACKS: readonly Attack[] = [
  attack('media files', SPOILT, async ({ name, bytes }) => {
    const probed = await tryProbe(sourceOf(bytes))
    if (!probed.ok) {
      expectPlain([probed.fault])
      return
    }
    const file = { src: name, facts: probed.value }
    if (!/^(?:video|audio)\/[\w-]+(?:; codecs="[\w.+-]+(?:, [\w.+-]+)*")?$/.test(file.facts.type))
      throw new Error(`a type got through: ${file.facts.type}`)
    expectPlain([...adviseOnFile(file), ...adviseOnSet([file, file])])
    const [line = ''] = sourceElements(orderFiles([file]))
    if (/[\p{Cc}]/u.test(line) || !/^<source src="[^"<>]*" type='[^'<>]*'>$/.test(line))
      throw new Error(`a line got through: ${line}`)
    for (const at of [0, '50%', 'end']) frameAt(file.facts, at)
  })
]

const boxOf = (type: string, size: number): Uint8Array => {
  const bytes = new Uint8Array(8)
  new DataView(bytes.buffer).setUint32(0, size)
  bytes.set(new TextEncoder().encode(type), 4)
  return bytes
}

const filled = (head: readonly Uint8Array[], piece: Uint8Array, count: number): Uint8Array => {
  const start = Uint8Array.from(head.flatMap(bytes => [...bytes]))
  const bytes = new Uint8Array(start.length + piece.length * count)
  bytes.set(start)
  for (let index = 0; index < count; index += 1) bytes.set(piece, start.length + index * piece.length)
  return bytes
}

const FTYP = new Uint8Array([...boxOf('ftyp', 16), 0x69, 0x73, 0x6f, 0x6d, 0, 0, 0, 0])
const EBML = [0x1a, 0x45, 0xdf, 0xa3, 0x80]

/** What may be long in media files. */
export const MEDIA_GROWTHS: readonly Growth[] = [
  {
    name: 'boxes side by side',
    make: size => {
      const bytes = filled([FTYP, boxOf('moov', 8 + 8 * size)], boxOf('free', 8), size)
      return () => tryProbe(sourceOf(bytes))
    }
  },
  {
    name: 'tracks that claim the rest',
    make: size => {
      const bytes = filled([FTYP, boxOf('moov', 8 + 8 * size)], boxOf('trak', 8 * size), size)
      return () => tryProbe(sourceOf(bytes))
    }
  },
  {
    name: 'boxes in one another',
    make: size => {
      const bytes = filled([FTYP, boxOf('moov', 8 + 8 * size)], boxOf('trak', 0), size)
      return () => tryProbe(sourceOf(bytes))
    }
  },
  {
    name: 'elements of webm',
    make: size => {
      // A segment of unknown size, full of tracks that are each of unknown size.
      const bytes = filled(
        [new Uint8Array([...EBML, 0x18, 0x53, 0x80, 0x67, 0xff])],
        new Uint8Array([0x16, 0x54, 0xae, 0x6b, 0xff, 0xae, 0x80]),
        size
      )
      return () => tryProbe(sourceOf(bytes))
    }
  },
  {
    name: 'clusters of webm',
    make: size => {
      const bytes = filled(
        [new Uint8Array([...EBML, 0x18, 0x53, 0x80, 0x67, 0xff])],
        new Uint8Array([0x1f, 0x43, 0xb6, 0x75, 0x83, 0xa3, 0x81, 0x81]),
        size
      )
      return () => tryProbe(sourceOf(bytes))
    }
  },
  {
    name: 'pages of ogg',
    make: size => {
      const page = new Uint8Array([0x4f, 0x67, 0x67, 0x53, 0, 2, ...new Array(20).fill(0), 1, 0])
      const bytes = filled([], page, size)
      return () => tryProbe(sourceOf(bytes))
    }
  }
]
