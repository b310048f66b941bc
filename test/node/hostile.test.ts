import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, describe, expect, it } from 'vitest'
import { createCue } from '../../src/core/captions/cue.ts'
import { boxOfCue } from '../../src/core/captions/layout/cue-box.ts'
import { placeCues } from '../../src/core/captions/layout/place-cues.ts'
import { parseVtt } from '../../src/core/captions/vtt/parse-vtt.ts'
import { sourceElements } from '../../src/core/sources/advice.ts'
import type { ByteSource } from '../../src/core/sources/probe/bytes.ts'
import { tryProbe } from '../../src/core/sources/probe/probe.ts'
import { timerDelay } from '../../src/core/time/delay.ts'

const main = fileURLToPath(new URL('../../dist/cli/main.js', import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'yokewright-hostile-'))
afterAll(() => rmSync(folder, { recursive: true }))

const sourceOf = (bytes: Uint8Array, signal?: AbortSignal): ByteSource => ({
  size: bytes.length,
  signal,
  read: (from, length) => Promise.resolve(bytes.subarray(from, from + length))
})

describe('cues on lines that no picture has', () => {
  it.each(['1e3', '10000000', '100000000000000000000', '-10000000', '-100000000000000000000'])('line:%s', written => {
    const line = written === '1e3' ? '1000' : written
    const [cue] = parseVtt(`WEBVTT\n\n00:00.000 --> 00:01.000 line:${line}\nx`).cues
    const box = boxOfCue(cue ?? createCue({}), { direction: 'ltr' })
    const [place] = placeCues([{ box, width: 640, height: 20, firstLine: 20 }], { width: 640, height: 360 })
    // As far out as the picture goes, on the side that the line counts towards.
    expect(place?.y).toBe(line.startsWith('-') ? 0 : 340)
  })
})

describe('media files that lie', () => {
  const box = (type: string, size: number, content: Uint8Array = new Uint8Array()): Uint8Array => {
    const bytes = new Uint8Array(8 + content.length)
    new DataView(bytes.buffer).setUint32(0, size)
    for (let at = 0; at < 4; at += 1) bytes[4 + at] = type.charCodeAt(at)
    bytes.set(content, 8)
    return bytes
  }
  const joined = (...pieces: readonly Uint8Array[]): Uint8Array => {
    const bytes = new Uint8Array(pieces.reduce((sum, { length }) => sum + length, 0))
    let at = 0
    for (const piece of pieces) {
      bytes.set(piece, at)
      at += piece.length
    }
    return bytes
  }

  it('tracks in one another, of which each claims the rest of the file, end', async () => {
    const tracks = Array.from({ length: 400 }, (_, index) => box('trak', index % 2 === 0 ? 8 : 16_000))
    const inside = joined(...tracks)
    const file = joined(box('ftyp', 16, new Uint8Array(8)), box('moov', 8 + inside.length, inside))
    // Whatever is made of it: it ends, and says so in one way or the other.
    const probed = await tryProbe(sourceOf(file))
    expect(probed.ok ? probed.value.container : probed.fault.code).toMatch(/mp4|media-unreadable/)
  })

  it('what waits has its turn, and may end it', async () => {
    const many = Array.from({ length: 4000 }, () => box('free', 8))
    const inside = joined(...many)
    const file = joined(box('ftyp', 16, new Uint8Array(8)), box('moov', 8 + inside.length, inside))
    const life = new AbortController()
    setTimeout(() => life.abort(new Error('patience is over')))
    const probed = await tryProbe(sourceOf(file, life.signal))
    expect(probed).toMatchObject({ ok: false, fault: { cause: { message: 'patience is over' } } })
  })

  it('a codec’s name gets no markup into a page', () => {
    const type = `video/mp4; codecs="a'><img src=x onerror=alert(1)>"`
    const [line = ''] = sourceElements([{ src: `x'"><b>.mp4`, facts: { type, tracks: [], container: 'mp4' } as never }])
    expect(line).toBe(
      `<source src="x&#39;&quot;&gt;&lt;b&gt;.mp4" type='video/mp4; codecs="a&#39;&gt;&lt;img src=x onerror=alert(1)&gt;"'>`
    )
  })
})

describe('check --fix', () => {
  const fix = (
    name: string,
    bytes: Uint8Array | string
  ): { readonly code: number | null; readonly after: Buffer; readonly err: string } => {
    writeFileSync(join(folder, name), bytes)
    const { status, stderr } = spawnSync(process.execPath, [main, 'check', '--fix', name], {
      cwd: folder,
      encoding: 'utf8'
    })
    return { code: status, after: readFileSync(join(folder, name)), err: stderr }
  }
  const PAGE =
    '<!doctype html><title>Mar\u00e9e</title><script src="yokewright.js" defer></script><yoke-player id="t" contrls src="https://media.example/a.mp4?a=1&amp;b=2" clip-title="Mar\u00e9e &amp; vent"></yoke-player>'

  it.each([
    ['windows-1252', Buffer.from(PAGE, 'latin1')],
    ['UTF-16', Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from(PAGE, 'utf16le')])]
  ])('leaves a page in %s as it is, and says so', (name, bytes) => {
    const { code, after, err } = fix(`${name}.html`, bytes)
    expect(after.equals(bytes)).toBe(true)
    expect(err).toMatch(/encoding-unusual/)
    expect(code).toBe(1)
  })

  it('changes the cure alone, byte by byte, behind a byte-order mark too', () => {
    const bytes = Buffer.concat([Buffer.from([0xef, 0xbb, 0xbf]), Buffer.from(PAGE)])
    const { after } = fix('utf-8.html', bytes)
    expect(after.toString()).toBe(`\ufeff${PAGE.replace('contrls', 'controls')}`)
  })

  it.each(['<svg><template><p></p></template></svg>', '<a href="%E9.mp4">x</a><video src="100%.mp4"></video>'])(
    'ends well on %s',
    markup => {
      const { code, err } = fix('odd.html', `<!doctype html><title>x</title>${markup}`)
      expect(code).toBeLessThan(2)
      expect(err).not.toMatch(/ at /)
    }
  )
})

it('no timer is asked for a delay that it cannot take', () => {
  expect([1000, 3_000_000_000, Number.POSITIVE_INFINITY].map(timerDelay)).toEqual([1000, 2 ** 31 - 1, 2 ** 31 - 1])
})
