import { availableEngines } from '../test/support/engine-list.ts'
import { openPerson, type Person } from '../test/support/person.ts'

const FIRST = '/media/shingle.webm'
const SECOND = '/media/halyards.webm'
const ROUNDS = 5

type Table = (head: readonly string[], rows: readonly (readonly (string | number)[])[]) => void

const PAGES = {
  'by hand': `<audio id="one" muted src="${FIRST}"></audio><button id="press" type="button">Play</button><script>
    one.onended = () => { one.src = '${SECOND}'; one.play() }
    press.onclick = () => { one.play() }
  </script>`,
  playlist: `<yoke-player id="one" muted playlist='${JSON.stringify([FIRST, SECOND].map(src => ({ sources: [{ src, type: 'audio/webm' }] })))}'><button id="press" type="button" command="--play">Play</button></yoke-player>`
} as const

/** Runs in the page: from where the first sound has come to its end until the second runs, in milliseconds. */
const watchGap = (): Promise<number> =>
  new Promise(resolve => {
    const media = document.querySelector<HTMLMediaElement>('#one') as HTMLMediaElement
    media.currentTime = media.duration - 1
    let end = Number.NaN
    const look = (): void => {
      const { currentTime, currentSrc, duration, paused, seeking } = media
      const now = performance.now()
      // The engine's clock goes in steps; where it ends is known beforehand.
      const isRunning = !paused && !seeking && Number.isFinite(duration)
      if (currentSrc.includes('shingle') && isRunning) end = now + (duration - currentTime) * 1000
      else if (currentSrc.includes('halyards') && currentTime > 0.05) {
        resolve(now - currentTime * 1000 - end)
        return
      }
      setTimeout(look)
    }
    look()
  })

const measure = async (person: Person, kind: keyof typeof PAGES): Promise<number> => {
  await person.mount(PAGES[kind])
  await person.until('a length', () => Number.isFinite(document.querySelector<HTMLMediaElement>('#one')?.duration))
  await person.click('#press')
  await person.until('sound', () => (document.querySelector<HTMLMediaElement>('#one')?.currentTime ?? 0) > 0.2)
  return person.page.run(watchGap)
}

const median = (numbers: readonly number[]): number =>
  [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length / 2)] ?? Number.NaN

/** How long it is silent between two sounds of a list, beside a page that sets the next address when one has ended. */
export const benchGaps = async (table: Table): Promise<void> => {
  console.log(`Silence between two sounds, in milliseconds (median of ${ROUNDS})`)
  const rows: (string | number)[][] = []
  for (const engine of availableEngines()) {
    const person = await openPerson(engine, { fresh: true })
    const gaps = { 'by hand': [] as number[], playlist: [] as number[] }
    for (let round = 0; round < ROUNDS; round += 1)
      for (const kind of ['by hand', 'playlist'] as const) gaps[kind].push(await measure(person, kind))
    await person.leave()
    const [byHand, ours] = [median(gaps['by hand']), median(gaps.playlist)]
    rows.push([engine, byHand, ours, (ours / byHand).toFixed(2)])
  }
  table(['', 'by hand', 'playlist', '× by hand'], rows)
}
