import fc from 'fast-check'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type * as hosted from '../../../src/media/hosted/index.ts'
import { currentEngine } from '../../support/engines.ts'
import '../../support/page-types.ts'
import { openPerson, type Person } from '../../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const CASES = 10_000
/** Messages that one page of the frame sends; then it sends them again. */
const DISTINCT = 1000

const NAMES = ['beat', 'state', 'settings', 'hello', '__proto__', 'constructor', 'toString', '']
const VALUE = fc.oneof(
  fc.anything({ maxDepth: 2 }),
  fc.constantFrom(null, -1, 1e308, Number.NaN, '<img src=x onerror=alert(1)>', 'x'.repeat(50_000), [], {}),
  fc.record(
    {
      now: fc.anything({ maxDepth: 1 }),
      length: fc.oneof(fc.double(), fc.constant(null)),
      first: fc.double(),
      last: fc.double(),
      is: fc.constantFrom('shining', 'held', 'burnt', 'notice', 'asking', 'valueOf', 5),
      volume: fc.double(),
      rate: fc.double(),
      title: fc.string(),
      rates: fc.array(fc.double(), { maxLength: 40 })
    },
    { requiredKeys: [] }
  )
)
const MESSAGE = fc.oneof(
  fc.record({ lantern: fc.constantFrom(2, 2, 2, 3, '2'), tell: fc.constantFrom(...NAMES), value: VALUE }),
  fc.record({ lantern: fc.constant(2), id: fc.oneof(fc.integer(), fc.string()), ok: fc.anything(), value: VALUE }),
  fc.anything({ maxDepth: 2 })
)

/** As text that a frame's script can send: most as JSON, some broken. */
const messages = (): readonly string[] =>
  fc.sample(MESSAGE, DISTINCT).map((message, index) => {
    let text: string
    try {
      text = JSON.stringify(message) ?? 'undefined'
    } catch {
      text = '{"lantern":2,'
    }
    return index % 20 === 0 ? text.slice(0, -1) : text
  })

const dialect = {
  name: 'Hostile',
  addresses: ['/watch/{clip}'],
  frame: { src: '/hostile-frame?clip={clip}' },
  messages: {
    always: { lantern: 2 },
    request: { name: 'ask', value: 'with', id: 'id' },
    reply: { id: 'id', ok: 'ok', value: 'value', reason: 'why' },
    event: { name: 'tell', value: 'value' }
  },
  ready: 'hello',
  commands: { play: 'shine', pause: 'hold', seek: 'go', volume: 'volume', playbackRate: 'rate' },
  values: {
    currentTime: { push: 'beat', at: 'now' },
    duration: { push: 'beat', at: 'length' },
    seekableEnd: { push: 'beat', at: 'last' },
    volume: { push: 'settings', at: 'volume' },
    playbackRate: { push: 'settings', at: 'rate' },
    rates: { push: 'hello', at: 'rates' },
    title: { push: 'hello', at: 'title' }
  },
  states: {
    push: 'state',
    at: 'is',
    are: { shining: 'playing', held: 'paused', burnt: 'ended', notice: 'advert', asking: 'press-wanted' }
  }
}

it(`a frame that sends ${CASES} hostile messages neither throws into the page nor slows, restyles or leaves it`, async () => {
  const sent = JSON.stringify(messages()).replaceAll('<', '\\u003c')
  person.server.page(
    '/hostile-frame',
    `<!doctype html><title>Hostile</title><script>
const messages = ${sent}
let count = 0
const send = () => {
  for (let at = 0; at < 50 && count < ${CASES}; at += 1, count += 1) parent.postMessage(messages[count % messages.length], '*')
  if (count < ${CASES}) setTimeout(send)
  else parent.postMessage('the end', '*')
}
try { top.location = 'about:blank' } catch {}
send()
</script>`
  )
  await person.mount('<yoke-player id="p" controls muted></yoke-player>', {
    head: '<script src="/dist/yokewright.hosted.js" defer></script>'
  })
  const outcome = await person.page.run(async data => {
    // Another name of this machine is another origin.
    const origin = `http://localhost:${location.port}`
    const { defineDialect } = (globalThis as unknown as { yokewright: { hosted: typeof hosted } }).yokewright.hosted
    defineDialect({ ...data, origin } as unknown as hosted.DialectData)
    const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
    const style = document.documentElement.outerHTML.match(/<style/g)?.length
    let longest = 0
    new PerformanceObserver(list => {
      for (const { duration } of list.getEntries()) longest = Math.max(longest, duration)
    }).observe({ type: 'longtask' })
    const over = new Promise(resolve => addEventListener('message', ({ data }) => data === 'the end' && resolve(true)))
    player.setAttribute('src', `${origin}/watch/a`)
    player.play().catch(() => undefined)
    await over
    const media = player.yoke.media as hosted.HostedMedia
    const { currentTime, volume, playbackRate, paused } = player
    player.yoke.run('pause')
    return {
      isSane: Number.isFinite(currentTime) && currentTime >= 0 && volume >= 0 && volume <= 1 && playbackRate > 0,
      paused: typeof paused,
      ignored: media.ignored > 0,
      isStill:
        document.documentElement.outerHTML.match(/<style/g)?.length === style && location.pathname.startsWith('/trial'),
      hasImage: document.querySelector('img[onerror]') !== null,
      longest: Math.round(longest)
    }
  }, dialect)
  expect(outcome).toMatchObject({ isSane: true, paused: 'boolean', ignored: true, isStill: true, hasImage: false })
  expect((await person.page.run(() => globalThis.notes)).errors).toEqual([])
})

it('a dialect with mistakes is told key by key where the page is made, and throws nothing', async () => {
  await person.mount('<yoke-player id="p"></yoke-player>', {
    head: '<script src="/dist/yokewright.hosted.js" defer></script>'
  })
  const warned = await person.page.run(async () => {
    const { defineDialect } = (globalThis as unknown as { yokewright: { hosted: typeof hosted } }).yokewright.hosted
    document.documentElement.dataset.yokeChecks = 'on'
    const words: string[] = []
    const { warn } = console
    console.warn = (line: string) => words.push(line)
    for (const wrong of [null, { name: 'Cairn', adresses: [] }]) defineDialect(wrong as unknown as hosted.DialectData)
    while (!words.some(line => line.includes('adresses'))) await new Promise(resolve => setTimeout(resolve, 15))
    console.warn = warn
    document.querySelector('yoke-player')?.setAttribute('src', 'https://cairn.example/c/1.webm')
    return words.join('\n')
  })
  expect(warned).toContain('did you mean addresses?')
  expect((await person.page.run(() => globalThis.notes)).errors).toEqual([])
})
