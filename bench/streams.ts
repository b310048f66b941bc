import type { Browser } from 'playwright-core'
import { bestWithForesight } from '../src/core/streams/choice/foresight.ts'
import { type LineTrace, type SimulationOutcome, simulateStream } from '../src/core/streams/choice/simulate.ts'
import { startOrigin } from '../test/support/origin.ts'
import type { TestServer } from '../test/support/server.ts'

type Table = (head: readonly string[], rows: readonly (readonly (string | number)[])[]) => void

/** Numbers that look like chance, and are the same in every run (a linear congruence). */
const chance = (seed: number): (() => number) => {
  let state = seed
  return () => {
    state = (state * 1_103_515_245 + 12_345) % 2 ** 31
    return state / 2 ** 31
  }
}

const generated = (count: number, make: (at: number, next: () => number) => number): LineTrace => {
  const next = chance(7)
  return Array.from({ length: count }, (_, at) => ({ seconds: 1, rate: Math.max(50_000, make(at, next)) }))
}

const LADDER = [300_000, 700_000, 1_500_000, 3_000_000] as const
const PLAYED = { ladder: LADDER, segments: 90, duration: 4, room: 30, delay: 0.1 } as const
const ROUNDS = 9

/**
 * What a large download came at, in percent of its mean, each tenth of a second: recorded on a shared machine while others
 * worked there. Stretched here to a second each, of a line of 1800 kbit/s.
 */
const RECORDED = [
  11, 25, 0, 0, 0, 0, 0, 0, 33, 52, 58, 0, 11, 65, 127, 123, 124, 138, 76, 118, 84, 101, 116, 101, 105, 112, 106, 101,
  132, 96, 132, 122, 109, 104, 159, 101, 98, 89, 118, 173, 123, 139, 173, 144, 139, 152, 144, 158, 139, 96, 95, 111,
  117, 130, 114, 128, 113, 168, 140, 127, 135, 87, 148, 117, 144
] as const

/** Six lines. */
const LINES: Readonly<Record<string, LineTrace>> = {
  steady: [{ seconds: 1, rate: 1_800_000 }],
  'falls and comes back': [
    { seconds: 60, rate: 4_000_000 },
    { seconds: 60, rate: 500_000 },
    { seconds: 60, rate: 2_000_000 }
  ],
  'a house with others': generated(
    300,
    (at, next) => 2_500_000 + 1_500_000 * Math.sin(at / 20) + 800_000 * (next() - 0.5)
  ),
  'on the way': generated(300, (_, next) => 2_400_000 * next() ** 2 * 2),
  recorded: RECORDED.map(percent => ({ seconds: 1, rate: percent * 18_000 })),
  tunnels: generated(120, (at, next) => (at % 60 < 48 ? 2_500_000 + 1_000_000 * (next() - 0.5) : 80_000))
}

const row = (line: string, who: string, outcome: SimulationOutcome, best: SimulationOutcome): (string | number)[] => [
  line,
  who,
  outcome.startUp,
  outcome.waits.toFixed(0),
  outcome.waited,
  (outcome.rate / 1000).toFixed(0),
  outcome.changes.toFixed(0),
  outcome.score.toFixed(0),
  `${((100 * outcome.score) / best.score).toFixed(0)} %`
]

const median = (numbers: readonly number[]): number =>
  [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length / 2)] ?? Number.NaN

/** From when a media is put into the page until it plays, in milliseconds: the engine's own way beside the library's. */
const benchStart = async (browser: Browser, server: TestServer, table: Table): Promise<void> => {
  const origin = await startOrigin()
  const src = `${origin.address}/clip/main.m3u8`
  const times: Record<string, number[]> = {
    'the engine itself': [],
    'the library, first stream of a page': [],
    'the library, another one': []
  }
  for (let round = 0; round < ROUNDS; round += 1) {
    for (const [kind, tag] of [
      ['the engine itself', 'video'],
      ['the library', 'yoke-player']
    ] as const) {
      const page = await browser.newPage()
      await page.goto(server.page(`/start-${tag}`, '<!doctype html><script src="/dist/yokewright.js"></script>'))
      const start = (): Promise<number> =>
        page.evaluate(
          `new Promise(done => {
            const began = performance.now()
            const media = document.createElement('${tag}')
            addEventListener('playing', () => done(performance.now() - began), { once: true, capture: true })
            media.setAttribute('muted', '')
            media.muted = true
            media.setAttribute('autoplay', '')
            media.setAttribute('src', '${src}?${round}')
            document.body.replaceChildren(media)
          })`
        )
      times[tag === 'video' ? kind : 'the library, first stream of a page']?.push(await start())
      if (tag !== 'video') times['the library, another one']?.push(await start())
      await page.close()
    }
  }
  await origin.close()
  console.log(`From the element to playback (Chromium, median of ${ROUNDS}, a server on this machine)`)
  table(
    ['', 'ms'],
    Object.entries(times).map(([kind, measured]) => [kind, median(measured)])
  )
}

/** Waits and qualities on six lines beside the best that could be had by one who knows them beforehand; how soon a stream starts. */
export const benchStreams = async (browser: Browser, server: TestServer, table: Table): Promise<void> => {
  console.log('Choice of quality: 6 minutes of 300 to 3000 kbit/s on six lines, simulated')
  table(
    ['line', '', 'start-up s', 'waits', 'waited s', 'kbit/s', 'changes', 'score', 'of the best'],
    Object.entries(LINES).flatMap(([line, trace]) => {
      const [ours, best] = [simulateStream({ ...PLAYED, trace }), bestWithForesight({ ...PLAYED, trace })]
      return [row(line, 'chosen', ours, best), row('', 'with foresight', best, best)]
    })
  )
  await benchStart(browser, server, table)
}
