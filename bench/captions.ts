import type { EngineName } from '../test/support/engine-list.ts'
import type { EnginePage } from '../test/support/engine-page.ts'
import { endBrowsers, openEngine } from '../test/support/engines.ts'
import type { TestServer } from '../test/support/server.ts'
import { LOADS, measureBlocking } from './blocking.ts'

const SIZES = [1000, 10_000, 50_000]
const ROUNDS = 5
const LONG = 100_000

const printTime = (seconds: number): string => {
  const part = (value: number): string => String(Math.floor(value)).padStart(2, '0')
  return `${part(seconds / 3600)}:${part((seconds / 60) % 60)}:${part(seconds % 60)}.000`
}

/** A file as they are: two lines a cue, now and then a tag or a setting. */
const makeFile = (cues: number): string =>
  `WEBVTT\n\n${Array.from({ length: cues }, (_, index) => {
    const settings = index % 7 === 0 ? ' line:84%,end align:start' : ''
    const text =
      index % 3 === 0
        ? `<v Keeper>Water <i>rises</i></v>\nat the quay ${index}`
        : `The board reads ${index}\nand it is rising`
    return `${index + 1}\n${printTime(index)} --> ${printTime(index + 2)}${settings}\n${text}\n`
  }).join('\n')}`

/** Both parsers get the same text; the time of an empty file is taken off each. */
const measureParsing = (
  page: EnginePage,
  text: string
): Promise<{ native: number; ours: number; cues: readonly [number, number] }> =>
  page.run(
    async (vtt: string, rounds: number) => {
      const { parseVtt } = (await import(
        '/dist/core/captions/index.js' as string
      )) as typeof import('../src/core/captions/index.ts')
      const video = document.createElement('video')
      document.body.append(video)
      const median = (numbers: number[]): number => numbers.sort((a, b) => a - b)[Math.floor(numbers.length / 2)] ?? 0
      let nativeCues = 0
      let ourCues = 0
      const native = async (source: string): Promise<number> => {
        const url = URL.createObjectURL(new Blob([source], { type: 'text/vtt' }))
        const track = document.createElement('track')
        track.src = url
        video.append(track)
        const start = performance.now()
        track.track.mode = 'hidden'
        await new Promise(resolve => track.addEventListener('load', resolve))
        const time = performance.now() - start
        nativeCues = track.track.cues?.length ?? 0
        track.remove()
        URL.revokeObjectURL(url)
        return time
      }
      const ours = async (source: string): Promise<number> => {
        // Bytes to text on our side too: the engine decodes as it reads.
        const bytes = new TextEncoder().encode(source)
        const start = performance.now()
        const { cues } = parseVtt(new TextDecoder().decode(bytes))
        const time = performance.now() - start
        ourCues = cues.length
        return time
      }
      const timed = async (parse: (source: string) => Promise<number>): Promise<number> => {
        const empty: number[] = []
        const full: number[] = []
        for (let round = 0; round < rounds; round += 1) {
          empty.push(await parse('WEBVTT\n\n'))
          full.push(await parse(vtt))
        }
        return median(full) - median(empty)
      }
      const [nativeTime, ourTime] = [await timed(native), await timed(ours)]
      video.remove()
      return { native: nativeTime, ours: ourTime, cues: [nativeCues, ourCues] as const }
    },
    text,
    ROUNDS
  ) as never

/** Cue trees: the engine's fragments beside our nodes. */
const measureTrees = (page: EnginePage): Promise<{ native: number; ours: number }> =>
  page.run(async () => {
    const { parseCueText } = (await import(
      '/dist/core/captions/index.js' as string
    )) as typeof import('../src/core/captions/index.ts')
    const texts = Array.from(
      { length: 10_000 },
      (_, index) => `<v Keeper>Water <i>rises</i> &amp; falls</v>\nat the <c.loud>quay</c> ${index}`
    )
    const cues = texts.map((text, index) => new VTTCue(index, index + 1, text))
    const time = (work: () => void): number => {
      const start = performance.now()
      work()
      return performance.now() - start
    }
    const rounds = Array.from({ length: 5 }, () => [
      time(() => {
        for (const cue of cues) cue.getCueAsHTML()
      }),
      time(() => {
        for (const text of texts) parseCueText(text)
      })
    ])
    const median = (at: number): number => rounds.map(round => round[at] ?? 0).sort((a, b) => a - b)[2] ?? 0
    return { native: median(0), ours: median(1) }
  })

/** Microseconds for the active set and the next change, at random moments among a great many cues. */
const measureIndex = (page: EnginePage, cues: number): Promise<{ query: number; insert: number }> =>
  page.run(async (count: number) => {
    const { createCue, CueIndex } = (await import(
      '/dist/core/captions/index.js' as string
    )) as typeof import('../src/core/captions/index.ts')
    const index = new CueIndex(
      Array.from({ length: count }, (_, at) => createCue({ startTime: at, endTime: at + 2 + (at % 5) }))
    )
    const queries = 50_000
    let seen = 0
    const ask = (): number => {
      const start = performance.now()
      for (let query = 0; query < queries; query += 1) {
        const at = (query * 7919) % count
        seen += index.activeAt(at + 0.5).length + index.nextChange(at + 0.5)
      }
      return ((performance.now() - start) / queries) * 1000
    }
    ask()
    const query = ask()
    const start = performance.now()
    for (let added = 0; added < 1000; added += 1) {
      const at = (added * 104_729) % count
      index.add(createCue({ startTime: at, endTime: at + 1, text: String(seen % 2) }))
    }
    return { query, insert: performance.now() - start }
  }, cues)

const cell = (value: number | string, width: number, digits = 1): string =>
  (typeof value === 'number' ? value.toFixed(digits) : value).padStart(width)

/** Parsing beside each engine's own parser, the index, and what a very long file does to the page. */
export const benchCaptions = async (server: TestServer, engines: readonly EngineName[]): Promise<void> => {
  const home = server.page(
    '/bench-captions',
    '<!doctype html><html data-yoke-checks="off"><title>Captions</title><body>'
  )
  console.log(
    `\nCaptions beside the engine's own parser (median of ${ROUNDS} rounds, the time of an empty file taken off)`
  )
  console.log('          cues     native ms   ours ms   native / ours')
  const rest: string[] = []
  for (const engine of engines) {
    const page = await openEngine(engine)
    await page.goto(home)
    for (const size of SIZES) {
      const { native, ours, cues } = await measureParsing(page, makeFile(size))
      if (cues[0] !== cues[1]) throw new Error(`${engine} read ${cues[0]} cues, and we ${cues[1]}`)
      console.log(
        `${engine.padEnd(9)} ${cell(size, 6, 0)} ${cell(native, 12)} ${cell(ours, 9)} ${cell(native / ours, 12)}`
      )
    }
    const trees = await measureTrees(page)
    const index = await measureIndex(page, LONG)
    await page.close()
    rest.push(
      `${engine.padEnd(9)} trees of 10,000 cues: native ${cell(trees.native, 6)} ms, ours ${cell(trees.ours, 6)} ms (${(trees.native / trees.ours).toFixed(1)} ×)`,
      `          index of ${LONG} cues: active set and next change ${index.query.toFixed(2)} µs, one cue more ${index.insert.toFixed(2)} µs`
    )
  }
  await endBrowsers()
  console.log(`\n${rest.join('\n')}`)
}

/** How long a very long file holds a page up while it is loaded. */
export const benchBlocking = async (server: TestServer, engines: readonly EngineName[]): Promise<void> => {
  const long = server.page('/long.vtt', makeFile(LONG), { 'content-type': 'text/vtt' })
  console.log(
    `\nA file of ${LONG} cues: the longest that nothing else could run in the page, ms (middle of ${LOADS} loads)`
  )
  console.log(
    '           loaded  worst load  idle page  bytes alone  engine’s own track  loaded in all  script reads all cues'
  )
  for (const engine of engines) {
    const { ours, worst, native, bytes, idle, whole, read } = await measureBlocking(server, engine, long)
    console.log(
      `${engine.padEnd(9)} ${cell(ours, 7)} ${cell(worst, 11)} ${cell(idle, 10)} ${cell(bytes, 12)} ${cell(native, 19)} ${cell(whole, 14, 0)} ${cell(read, 22)}`
    )
  }
}
