import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { BROUGHT } from '../../src/core/markup/brought-names.ts'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const CLOCK = '<video width="480" height="480" muted playsinline src="/media/tide-clock.webm"></video>'
const settings = (of: object): string => `settings='${JSON.stringify(of)}'`
const READINGS = settings({
  moments: [
    { at: 2, label: 'Low water' },
    { at: '50%', label: 'High water' },
    { at: 3, until: 5, lane: 'boats', label: 'Tern' },
    { at: 4, until: 8, lane: 'boats', label: 'Skua' }
  ]
})
const player = (attributes: string, more = '', clip = CLOCK): string =>
  `<yoke-player id="p" style="inline-size: 480px; block-size: 480px" ${attributes}>${clip}${more}</yoke-player>`

const seek = async (seconds: number): Promise<void> => {
  await person.page.run(async (to: number) => {
    const { yoke } = document.querySelector('yoke-player') ?? {}
    await yoke?.run('seek', to)
  }, seconds)
  await person.until(
    `to stand at ${seconds} s`,
    (to: number) => {
      const { snapshot } = document.querySelector('yoke-player')?.yoke ?? {}
      return snapshot && !snapshot.seeking && Math.abs(snapshot.currentTime - to) < 0.1
    },
    seconds
  )
}
const isReady = (): Promise<void> =>
  person.until('the moments', () => {
    const { moments, snapshot } = document.querySelector('yoke-player')?.yoke ?? {}
    return moments && moments.all.length > 0 && snapshot?.duration
  })
/** The rows of `#list`, with a star for what is marked. */
const rows = (): Promise<readonly string[]> =>
  person.page.run(() =>
    [...(document.querySelector('#list')?.children ?? [])]
      .filter(row => row.localName !== 'template')
      .map(row => `${row.textContent?.replace(/\s+/g, ' ').trim()}${row.ariaCurrent === 'true' ? ' *' : ''}`)
  )
const become = (wanted: readonly string[]): Promise<void> => expect.poll(rows, { timeout: 10_000 }).toEqual(wanted)

describe('moments of a clip', () => {
  it('a list shows them by lane: what holds is marked, also where two do; a press seeks', async () => {
    await person.mount(player(READINGS, '<ol id="list" data-yoke-moments="boats"></ol>'))
    await become(['0:03 Tern', '0:04 Skua'])
    await isReady()
    await seek(4.5)
    await become(['0:03 Tern *', '0:04 Skua *'])
    await person.click('#list > li:first-child button')
    await become(['0:03 Tern *', '0:04 Skua'])
    await seek(9)
    await become(['0:03 Tern', '0:04 Skua'])
  })

  it('are marked while time runs, and the value and the rows follow', async () => {
    await person.mount(player(READINGS, '<output data-yoke-value="moment"></output>'))
    await isReady()
    await seek(1.5)
    await person.page.run(() => void document.querySelector('yoke-player')?.yoke.run('play'))
    await person.until('low water', () => document.querySelector('output')?.textContent === 'Low water')
    await person.until('a boat', () => document.querySelector('output')?.textContent === 'Tern')
    await person.page.run(() => document.querySelector('yoke-player')?.pause())
  })

  it('commands go on and back among them, of one lane or of all', async () => {
    await person.mount(
      player(
        READINGS,
        '<button type="button" id="on" command="--next-moment">on</button><button type="button" id="boat" command="--next-moment" value="boats">boat</button><button type="button" id="back" command="--previous-moment">back</button>'
      )
    )
    await isReady()
    const at = async (seconds: number): Promise<void> =>
      person.until(
        `${seconds} s`,
        (to: number) => Math.abs((document.querySelector('yoke-player')?.currentTime ?? -1) - to) < 0.1,
        seconds
      )
    await person.until('buttons that can do something', () => document.querySelector('#on:not([aria-disabled="true"])'))
    expect(await person.page.run(() => document.querySelector('#back')?.getAttribute('aria-disabled'))).toBe('true')
    await person.click('#boat')
    await at(3)
    await person.click('#on')
    await at(4)
    await person.click('#back')
    await at(3)
    await seek(11)
    await person.until('nothing ahead', () => document.querySelector('#on[aria-disabled="true"]'))
    await person.click('#back')
    await at(6)
  })

  it('are marks along a bar, and have their label under the pointer', async () => {
    await person.mount(
      player(
        READINGS,
        `<div style="position: absolute; inset: auto 20px 20px; block-size: 10px" id="track"><input type="range" data-yoke-value="current-time" style="position: absolute; inset: 0; inline-size: 100%; margin: 0" aria-label="Position"><span id="marks" data-yoke-marks="boats"></span></div><output data-yoke-value="pointer-moment"></output>`
      )
    )
    await isReady()
    await person.until('two marks', () => document.querySelectorAll('#marks > i').length === 2)
    const marks = await person.page.run(() => {
      const track = document.querySelector('#track')?.getBoundingClientRect()
      return [...document.querySelectorAll('#marks > i')].map(mark => {
        const { left, width } = mark.getBoundingClientRect()
        return (left + width / 2 - (track?.left ?? 0)) / (track?.width ?? 1)
      })
    })
    const wanted = await person.page.run(() => {
      const { duration = 1 } = document.querySelector('yoke-player') ?? {}
      return [3 / duration, 4 / duration]
    })
    for (const [index, mark] of marks.entries()) expect(mark).toBeCloseTo(wanted[index] ?? 0, 2)
    await person.drag('#track', 0.2, 0.4, { hold: true })
    await person.until('Skua', () => document.querySelector('output')?.textContent === 'Skua')
    await person.page.up()
  })

  it('ready-made: marks and labels on the seek bar, without a word', async () => {
    await person.mount(player(`controls ${READINGS}`))
    await isReady()
    await person.until('marks', () => {
      const marks = document.querySelector('yoke-player')?.shadowRoot?.querySelectorAll('.seek-bar .marks > i')
      return marks?.length === 4
    })
    await person.page.run(() => document.querySelector('yoke-player')?.yoke.setContext({ pointer: 0.36 }))
    await person.until('Skua', () => {
      const preview = document.querySelector('yoke-player')?.shadowRoot?.querySelector('.preview')
      return preview?.textContent === 'Skua0:04'
    })
    const inside = await person.page.run(() => {
      const host = document.querySelector('yoke-player')
      host?.yoke.setContext({ pointer: 0 })
      const box = host?.shadowRoot?.querySelector('.preview')?.getBoundingClientRect()
      return (box?.left ?? -1) >= (host?.getBoundingClientRect().left ?? 0)
    })
    expect(inside).toBe(true)
  })

  it('bring the names that the reference has, and no others', async () => {
    await person.mount(player(READINGS))
    await isReady()
    const brought = await person.page.run(() => {
      const yoke = document.querySelector('yoke-player')?.yoke
      return [yoke?.commands, yoke?.authorValues, yoke?.authorStates].map(names => [...(names?.keys() ?? [])])
    })
    expect(brought).toEqual(Object.values(BROUGHT.moments))
  })
})

describe('rows of the page', () => {
  const TABLE = `<table><thead><tr><th>Time<th>Height</thead><tbody id="list" data-yoke-for="p" data-yoke-moments="readings">
    <tr data-yoke-at="0:01"><td>0:01</td><td>1.2 m</td></tr>
    <tr><th colspan="2">Flood</th></tr>
    <tr data-yoke-at="0:03" data-yoke-until="0:04"><td>0:03</td><td>2.0 m</td></tr>
    <tr><td><time>0:06</time></td><td data-yoke-field="label">High</td></tr></tbody></table>`

  it('say moments: a press seeks by mouse and key, what holds is marked, headings are left alone', async () => {
    await person.mount(`${player('controls')}${TABLE}`)
    await isReady()
    await person.click('#list > tr:nth-child(3) td')
    await become(['0:011.2 m', 'Flood', '0:032.0 m *', '0:06High'])
    await seek(4.2)
    await become(['0:011.2 m', 'Flood', '0:032.0 m', '0:06High'])
    await person.page.run(() => document.querySelector<HTMLElement>('#list > tr:nth-child(4)')?.focus())
    await person.page.press('Enter')
    await become(['0:011.2 m', 'Flood', '0:032.0 m', '0:06High *'])
    expect(
      await person.page.run(() => document.querySelector('yoke-player')?.yoke.moments?.all.map(m => m.moment.label))
    ).toEqual(['0:011.2 m', '0:032.0 m', 'High'])
    expect(
      await person.page.run(() => document.querySelector('#list > tr:nth-child(2)')?.hasAttribute('tabindex'))
    ).toBe(false)
  })

  it('may be changed, sorted, added and taken away', async () => {
    await person.mount(`${player('')}${TABLE}`)
    await isReady()
    await seek(5)
    await person.page.run(() => {
      const list = document.querySelector('#list')
      const [first, , third] = list?.children ?? []
      first?.setAttribute('data-yoke-at', '0:05')
      if (third) list?.prepend(third)
      list?.insertAdjacentHTML('beforeend', '<tr data-yoke-at="0:04"><td>late</td></tr>')
    })
    await become(['0:032.0 m', '0:011.2 m *', 'Flood', '0:06High', 'late'])
    await person.page.run(() => document.querySelector('#list')?.remove())
    await person.until('no moments', () => document.querySelector('yoke-player')?.yoke.moments?.all.length === 0)
  })

  it.each([
    ['in its label', '1.2 m', false],
    ['beside its label', '<b data-yoke-field="label">low</b>', true]
  ])('a clock %s takes no focus away', async (_, label, isSame) => {
    const clock = '<i data-yoke-for="p" data-yoke-value="current-time"></i>'
    await person.mount(`${player('')}${TABLE.replace('1.2 m', `${label} ${clock}`)}`)
    await isReady()
    await person.page.run(() => document.querySelector<HTMLElement>('#list > tr')?.focus())
    await person.until('the clock', () => document.querySelector('#list i')?.textContent === '0:00')
    await person.page.run(() => {
      globalThis.kept = document.querySelector('yoke-player')?.yoke.moments?.all
    })
    await seek(5)
    await person.until('the clock', () => document.querySelector('#list i')?.textContent === '0:05')
    expect(
      await person.page.run(() => [
        globalThis.kept === document.querySelector('yoke-player')?.yoke.moments?.all,
        document.activeElement === document.querySelector('#list > tr')
      ])
    ).toEqual([isSame, true])
  })

  it('a time that cannot be read is told, at its row', async () => {
    await person.mount(`${player('')}${TABLE.replace('0:03"', 'noon"')}`)
    await isReady()
    await person.until('the fault', () =>
      globalThis.notes.faults.some(told => told.startsWith('time-address-unreadable'))
    )
    await become(['0:011.2 m', 'Flood', '0:032.0 m', '0:06High'])
  })
})

it('ten thousand are a list that does not hold the page up', async () => {
  const many = Array.from({ length: 10_000 }, (_, index) => ({ at: index / 1000, until: 11, label: `boat ${index}` }))
  await person.mount(player('', '<ol id="list" data-yoke-moments style="block-size: 200px; overflow: auto"></ol>'))
  await person.page.run((moments: unknown) => {
    document.querySelector('yoke-player')?.yoke.configure({ moments } as never)
  }, many)
  await person.until('all rows', () => document.querySelectorAll('#list > li').length === 10_000)
  await isReady()
  await seek(0.0105)
  await person.until('eleven', () => document.querySelectorAll('#list > [aria-current]').length === 11)
})

describe('pictures under the pointer', () => {
  const TRACK = (text: string): string =>
    player(
      '',
      `<div id="track" style="position: absolute; inset: auto 20px 20px; block-size: 10px"><input type="range" data-yoke-value="current-time" style="position: absolute; inset: 0; inline-size: 100%; margin: 0" aria-label="Position"></div><span id="picture" data-yoke-preview></span>`,
      CLOCK.replace('</video>', `<track kind="metadata" src="${text}"></video>`)
    )

  it('are parts of one that a metadata track names; nothing is loaded before it is wanted', async () => {
    person.server.page(
      '/pictures.vtt',
      'WEBVTT\n\n00:00.000 --> 00:06.000\n/media/tide-clock.jpg#xywh=0,0,96,54\n\n00:06.000 --> 00:12.000\nmedia/tide-clock.jpg#xywh=percent:50,50,10,10\n',
      { 'content-type': 'text/vtt' }
    )
    await person.mount(TRACK('/pictures.vtt'))
    await person.until('the length', () => document.querySelector('yoke-player')?.yoke.snapshot.duration)
    expect(await person.server.asked('/pictures.vtt')).toBe(0)
    await person.until('the preview', () => document.querySelector<HTMLElement>('#picture')?.hidden)
    await person.drag('#track', 0.2, 0.25, { hold: true })
    await person.until('a picture', () => document.querySelector('#picture:not([hidden])'))
    const seen = (): Promise<readonly unknown[]> =>
      person.page.run(() => {
        const picture = document.querySelector<HTMLElement>('#picture')
        const { width, height } = picture?.getBoundingClientRect() ?? {}
        return [
          width,
          height,
          picture?.style.backgroundPosition,
          picture?.style.backgroundImage.includes('tide-clock.jpg')
        ]
      })
    expect(await seen()).toEqual([96, 54, '0px 0px', true])
    await person.page.up()
  })
})
