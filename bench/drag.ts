import type { Browser, Page } from 'playwright-core'
import { callOf, VIEWPORT } from '../test/support/engine-page.ts'
import type { TestServer } from '../test/support/server.ts'

type Table = (head: readonly string[], rows: readonly (readonly (string | number)[])[]) => void

const SECONDS = 3

interface Frames {
  readonly perSecond: number
  /** The share of frames that came more than half a frame late. */
  readonly late: number
}

/** Runs in the page: counts its frames for so many seconds. */
const countFrames = (seconds: number): Promise<Frames> =>
  new Promise(resolve => {
    const times: number[] = []
    const count = (now: number): void => {
      times.push(now)
      const [first = now] = times
      if (now - first < seconds * 1000) {
        requestAnimationFrame(count)
        return
      }
      const steps = times.slice(1).map((time, index) => time - (times[index] ?? 0))
      resolve({
        perSecond: (steps.length * 1000) / (now - first),
        late: steps.filter(step => step > 25).length / steps.length
      })
    }
    requestAnimationFrame(count)
  })

const count = (page: Page): Promise<Frames> => page.evaluate(callOf(countFrames, [SECONDS]))

/** Drags the plate to and fro while frames are counted: a move of the pointer for each frame, as a hand gives. */
const whileDragging = async (page: Page): Promise<Frames> => {
  const plate = await page.locator('#plate').boundingBox()
  if (!plate) throw new Error('there is no plate')
  const [x, y] = [plate.x + 40, plate.y + plate.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  const counting = count(page)
  let isOver = false
  const frames = counting.finally(() => {
    isOver = true
  })
  for (let turn = 0; !isOver; turn++)
    await page.mouse.move(x + 150 + 150 * Math.sin(turn / 12), y + 40 * Math.sin(turn / 7))
  await page.mouse.up()
  return frames
}

/** A plain box of the same size with a bare video that plays: what the browser makes of any such drag here. */
const BOX =
  '<!doctype html><meta charset="utf-8"><style>#case { inline-size: 592px; block-size: 556px; margin: 220px 190px; border-radius: 22px; background: #d9a944 }</style><div id="case"><button id="plate" style="inline-size: 100%">Move</button><video muted autoplay loop width="574" src="/media/spring-tide.webm"></video></div><script src="/dist/yokewright.effects.js"></script><script>yokewright.effects.makeDraggable(document.querySelector("#case"), { handle: document.querySelector("#plate") })</script>'

/** Frames of the Brass gauge: at rest, and dragged while it plays, without and with its prints, beside a bare video that is dragged. */
export const benchDrag = async (browser: Browser, server: TestServer, table: Table): Promise<void> => {
  console.log('\nThe Brass gauge while it is dragged (frames in a second; those that came late)')
  const page = await browser.newPage({ viewport: VIEWPORT })
  await page.goto(server.page('/box', BOX))
  await page.waitForFunction('document.querySelector("video").currentTime > 0.2')
  const box = await whileDragging(page)
  await page.goto(`${server.address}/brass-gauge/index.html`)
  await page.waitForFunction('document.querySelector("yoke-player").readyState === 4')
  const rows: (readonly [string, Frames])[] = [['a bare video in a plain box, dragged', box]]
  await page.evaluate(
    'document.querySelector("yoke-player").muted = true; document.querySelector("yoke-player").play()'
  )
  rows.push(['playing, at rest', await count(page)])
  rows.push(['playing, dragged', await whileDragging(page)])
  // By script: the case may lie over the box.
  await page.evaluate('document.querySelector("#prints").click()')
  rows.push(['playing, dragged, with prints', await whileDragging(page)])
  await page.close()
  table(
    ['', 'frames', 'of the bare video', 'late'],
    rows.map(([name, { perSecond, late }]) => [
      name,
      perSecond.toFixed(1),
      `${((100 * perSecond) / box.perSecond).toFixed(0)} %`,
      `${(100 * late).toFixed(1)} %`
    ])
  )
}
