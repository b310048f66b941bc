import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person } from '../support/person.ts'
import { part, readyMade } from '../support/ready-made.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const { mount: mountReady } = readyMade(() => person)

const mount = async (controls: string, attributes = ''): Promise<void> => {
  await person.mount(`<yoke-player id="p" ${attributes}>${CLIP}${controls}</yoke-player>`)
  await person.until('data', () => (document.querySelector('yoke-player')?.readyState ?? 0) >= 2)
}
const commands = (): Promise<readonly string[]> => person.page.run(() => globalThis.notes.commands)
const isPlaying = (wanted: boolean): Promise<void> =>
  person.until(
    wanted ? 'playback' : 'a pause',
    (plays: boolean) => document.querySelector('yoke-player')?.paused === !plays,
    wanted
  )

describe('the space bar after a start by mouse', () => {
  it('pauses, with ready-made controls', async () => {
    await mountReady()
    await person.click(part('centre-button'))
    await isPlaying(true)
    await person.page.press(' ')
    await isPlaying(false)
  })

  it('pauses, with a big button of the author’s over a range', async () => {
    await mount(
      '<button type="button" id="big" command="--play" data-yoke-when="paused !started">Play</button><input type="range" data-yoke-value="current-time"><button type="button" command="--play-pause">x</button>'
    )
    await person.click('#big')
    await isPlaying(true)
    await person.page.press(' ')
    await isPlaying(false)
  })

  it('is the player’s on a range, which does not use it', async () => {
    await mount('<input type="range" id="r" data-yoke-value="current-time">')
    await person.page.run(() => document.querySelector<HTMLElement>('#r')?.focus())
    await person.page.press(' ')
    await isPlaying(true)
  })
})

describe('a button that is held', () => {
  const SKIPS =
    '<button type="button" id="a" command="--skip" value="0.1" data-yoke-repeat="0.05">A</button><button type="button" id="b" command="--skip" value="0.2" data-yoke-repeat="0.05">B</button>'
  const many = (value: string): Promise<void> =>
    person.until(
      `repetitions of ${value}`,
      (wanted: string) => globalThis.notes.commands.filter(text => text === `skip ${wanted}`).length > 3,
      value
    )

  it('repeats, and so does the next one', async () => {
    await mount(SKIPS)
    for (const [id, value] of [
      ['#a', '0.1'],
      ['#b', '0.2']
    ] as const) {
      const { x, y, width, height } = await person.box(id)
      await person.page.move(x + width / 2, y + height / 2)
      await person.page.down()
      await many(value)
      await person.page.up()
    }
  })

  it.each(['Enter', ' '])('by the key %j keeps one pace', async key => {
    await mount(SKIPS)
    const counted = await person.page.run(async (held: string) => {
      const button = document.querySelector('#a') as HTMLElement
      button.focus()
      const send = (type: string, repeat = false): boolean =>
        button.dispatchEvent(
          new KeyboardEvent(type, { key: held, repeat, bubbles: true, cancelable: true, composed: true })
        )
      send('keydown')
      // What a browser does with a key that is held on a button, unless it is prevented.
      for (let turn = 0; turn < 5; turn += 1) if (send('keydown', true) && held === 'Enter') button.click()
      const first = globalThis.notes.commands.length
      while (globalThis.notes.commands.length < 4) await new Promise(resolve => setTimeout(resolve, 15))
      send('keyup')
      return first
    }, key)
    expect(counted).toBe(0)
  })
})

describe('sliders', () => {
  it('held during playback, it goes on from where it was let go', async () => {
    await mount('<input type="range" id="r" data-yoke-value="current-time" style="width: 300px">', 'muted')
    await person.page.run(() => void document.querySelector('yoke-player')?.play())
    await person.until('playback', () => (document.querySelector('video')?.currentTime ?? 0) > 0.2)
    await person.drag('#r', 0.1, 0.5, { hold: true })
    const target = await person.page.run(() => document.querySelector<HTMLInputElement>('#r')?.valueAsNumber ?? 0)
    await person.until(
      'time that runs on',
      (from: number) => (document.querySelector('video')?.currentTime ?? 0) > from + 0.7,
      target
    )
    await person.page.up()
    await person.until(
      'the way back',
      (from: number) => Math.abs((document.querySelector('video')?.currentTime ?? 0) - from) < 0.4,
      target
    )
  })

  it('volume that was dragged to nothing comes back as it was before', async () => {
    await mount(
      '<input type="range" id="v" data-yoke-value="volume" style="width: 300px"><button type="button" id="u" command="--unmute">on</button>'
    )
    await person.page.run(() =>
      Object.assign(document.querySelector('yoke-player') ?? {}, { muted: false, volume: 0.8 })
    )
    await person.drag('#v', 0.8, 0)
    await person.until('silence', () => document.querySelector('yoke-player')?.volume === 0)
    await person.click('#u')
    await person.until('the level before', () => document.querySelector('yoke-player')?.volume === 0.8)
  })

  it('a fill keeps its way whatever width it was left with; right in its player it is told', async () => {
    await mount(
      '<div style="width: 300px; height: 8px"><i id="f" data-yoke-fill="position" style="width: 0%; height: 8px"></i></div>'
    )
    expect((await person.box('#f')).width).toBe(300)
    await mount('<i data-yoke-fill="position" style="background: red"></i>')
    await person.until('the fault', () => globalThis.notes.faults.some(text => text.startsWith('fill-misplaced')))
  })

  it('at rate 0 nothing is looked at again and again', async () => {
    await mount('<input type="range" data-yoke-value="current-time">', 'muted')
    await person.page.run(() => void document.querySelector('yoke-player')?.play())
    await person.until('playback', () => (document.querySelector('video')?.currentTime ?? 0) > 0.2)
    const looks = await person.page.run(async () => {
      const video = document.querySelector('video') as HTMLVideoElement
      video.playbackRate = 0
      await new Promise(resolve => setTimeout(resolve, 100))
      const { setTimeout: begin } = globalThis
      let count = 0
      globalThis.setTimeout = ((...given: Parameters<typeof begin>) => {
        count += 1
        return begin(...given)
      }) as typeof begin
      const channel = new MessageChannel()
      const end = performance.now() + 500
      while (performance.now() < end)
        await new Promise(resolve => {
          channel.port1.onmessage = resolve
          channel.port2.postMessage(0)
        })
      globalThis.setTimeout = begin
      return count
    })
    expect(looks).toBeLessThan(15)
  })
})

it('hide-after taken away while idle brings what is hidden back', async () => {
  await mountReady('hide-after="0.2"')
  await person.page.move(5, 790)
  await person.page.run(() => void document.querySelector('yoke-player')?.play())
  await person.until('idle', () => document.querySelector('yoke-player')?.yoke.states.idle)
  await person.page.run(() =>
    document.querySelector('yoke-player')?.yoke.configure({ hideAfter: Number.POSITIVE_INFINITY })
  )
  await person.until('the bar', () => document.querySelector('yoke-player')?.yoke.states.idle === false)
})

describe('stop', () => {
  it.each([
    ['', 0],
    ['0:03', 3],
    ['50%', 6]
  ])('with value %j returns to %d, and tells stopped from paused', async (value, place) => {
    await mount(
      `<button type="button" id="s" command="--stop" ${value && `value="${value}"`}>Stop</button><b id="w" data-yoke-when="stopped" hidden>stopped</b>`
    )
    await person.page.run(() => void document.querySelector('yoke-player')?.play())
    await person.until('playback', () => (document.querySelector('video')?.currentTime ?? 0) > 0.2)
    await person.click('#s')
    await person.until(
      'the place',
      (wanted: number) => {
        const { paused, currentTime } = document.querySelector('video') as HTMLVideoElement
        return paused && Math.abs(currentTime - wanted) < 0.05 && document.querySelector('#w')?.checkVisibility()
      },
      place
    )
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.run('seek', 8))
    await person.until('no longer stopped', () => document.querySelector('#w')?.checkVisibility() === false)
    expect(await commands()).toContain(value ? `stop ${value}` : 'stop')
  })

  it('fastSeek goes to a place in every engine', async () => {
    await mount('')
    await person.page.run(() => document.querySelector('yoke-player')?.fastSeek(5))
    await person.until('the place', () => Math.abs((document.querySelector('video')?.currentTime ?? 0) - 5) < 1.5)
  })
})
