import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const mount = async (controls: string, attributes = ''): Promise<void> => {
  await person.mount(`<yoke-player ${attributes}>${CLIP}${controls}</yoke-player>`)
  await person.until('data', () => (document.querySelector('yoke-player')?.readyState ?? 0) >= 2)
}
const run = (command: string, value?: string): Promise<unknown> =>
  person.page.run(
    (name: string, given: string | null) =>
      void document.querySelector('yoke-player')?.yoke.run(name, given ?? undefined),
    command,
    value ?? null
  )
const textBecomes = (selector: string, text: string): Promise<void> =>
  person.until(
    `“${text}” in ${selector}`,
    (where: string, wanted: string) => document.querySelector(where)?.textContent === wanted,
    selector,
    text
  )

describe('a readout', () => {
  it.each<[string, string, string]>([
    ['<span id="r" data-yoke-value="current-time"></span>', '0:00', '0:03'],
    ['<time id="r" data-yoke-value="current-time"></time>', '0:00', '0:03'],
    ['<output id="r" data-yoke-value="current-time" data-yoke-format="seconds"></output>', '0.0', '3.0'],
    ['<b id="r" data-yoke-value="current-time" data-yoke-format="percent"></b>', '0%', '25%'],
    ['<b id="r" data-yoke-value="remaining-time"></b>', '0:12', '0:09'],
    ['<b id="r" data-yoke-value="duration"></b>', '0:12', '0:12'],
    ['<b id="r" data-yoke-value="volume"></b>', '100%', '100%'],
    ['<b id="r" data-yoke-value="playback-rate"></b>', '1', '1'],
    ['<b id="r" data-yoke-value="muted"></b>', 'true', 'true']
  ])('%s goes from %s to %s', async (markup, first, then) => {
    await mount(markup)
    await textBecomes('#r', first)
    await run('seek', '3')
    await textBecomes('#r', then)
  })

  it('before metadata: clocks say that nothing is known', async () => {
    await person.mount(
      `<yoke-player><video preload="none" src="/media/tide-clock.webm"></video><b id="r" data-yoke-value="duration"></b></yoke-player>`
    )
    expect(await person.text('#r')).toBe('–:––')
  })

  it('an output keeps quiet, a time has its machine form, gauges have their share', async () => {
    await mount(
      '<output data-yoke-value="current-time"></output><time data-yoke-value="current-time"></time><progress data-yoke-value="current-time"></progress><meter data-yoke-value="volume"></meter>'
    )
    await run('seek', '6')
    await textBecomes('output', '0:06')
    await run('set-volume', '0.4')
    await person.until(
      'the gauges',
      () =>
        Math.abs((document.querySelector('progress')?.value ?? 0) - 0.5) < 0.01 &&
        document.querySelector('meter')?.value === 0.4
    )
    expect(
      await person.page.run(() => [
        document.querySelector('output')?.getAttribute('aria-live'),
        document.querySelector('time')?.dateTime
      ])
    ).toEqual(['off', 'PT6S'])
  })

  it('a clock goes on each second while playing', async () => {
    await mount('<b id="r" data-yoke-value="current-time"></b>')
    await run('play')
    for (const text of ['0:01', '0:02', '0:03']) await textBecomes('#r', text)
  })
})

describe('a form control', () => {
  const FIELDS = `<select id="rate" data-yoke-value="playback-rate"><option value="1">1</option><option value="1.5">1.5</option><option value="2">2</option></select>
    <input id="loop" type="checkbox" data-yoke-value="loop">
    <label><input id="r1" type="radio" name="r" value="1" data-yoke-value="playback-rate">1</label>
    <label><input id="r2" type="radio" name="r" value="2" data-yoke-value="playback-rate">2</label>
    <input id="at" type="number" data-yoke-value="current-time">
    <input id="vol" type="range" data-yoke-value="volume">`

  it('shows what the media has, whoever set it', async () => {
    await mount(FIELDS)
    await run('set-playback-rate', '2')
    await run('toggle-loop')
    await run('seek', '4')
    await run('set-volume', '0.3')
    await person.until('all of them', () => {
      const value = (selector: string): string | undefined => document.querySelector<HTMLInputElement>(selector)?.value
      const ticked = (selector: string): boolean | undefined =>
        document.querySelector<HTMLInputElement>(selector)?.checked
      return (
        value('#rate') === '2' &&
        ticked('#loop') &&
        ticked('#r2') &&
        !ticked('#r1') &&
        value('#at') === '4' &&
        Number(value('#vol')) > 0.29
      )
    })
    await run('set-playback-rate', '1.25')
    await person.until('no option', () => document.querySelector<HTMLSelectElement>('#rate')?.selectedIndex === -1)
  })

  it.each<[string, string, (person: Person) => Promise<void>, string]>([
    ['a checkbox', '#loop', person => person.click('#loop'), 'toggle-loop'],
    ['a radio button', '#r2', person => person.click('#r2'), 'set-playback-rate 2'],
    ['a select', '#rate', person => person.page.press('ArrowDown'), 'set-playback-rate 1.5'],
    [
      'a number',
      '#at',
      async person => {
        await person.page.type('5')
        await person.page.press('Enter')
      },
      'seek 5'
    ],
    ['a range', '#vol', person => person.page.press('End'), 'set-volume 1']
  ])('%s asks by a command', async (name, selector, act, command) => {
    // WebKit opens a select's list where Chromium and Firefox change it: the viewer's choice comes as an event there.
    const chooses = name === 'a select'
    await mount(FIELDS.replace('type="number"', 'type="number" value=""'))
    await person.page.run((wanted: string) => {
      const field = document.querySelector<HTMLInputElement>(wanted)
      field?.focus()
      if (field?.type === 'number') field.select()
    }, selector)
    if (chooses) {
      await person.page.run((wanted: string) => {
        const select = document.querySelector<HTMLSelectElement>(wanted)
        if (select) select.value = '1.5'
        select?.dispatchEvent(new Event('input', { bubbles: true }))
        select?.dispatchEvent(new Event('change', { bubbles: true }))
      }, selector)
    } else await act(person)
    await person.until(command, (wanted: string) => globalThis.notes.commands.includes(wanted), command)
    expect((await person.page.run(() => globalThis.notes)).errors).toEqual([])
  })

  it('shows the media’s answer where the page refuses', async () => {
    await mount(FIELDS)
    await person.page.run(() => addEventListener('yoke-command', event => event.preventDefault()))
    await person.click('#loop')
    await person.until(
      'the box to be as the media',
      () => document.querySelector<HTMLInputElement>('#loop')?.checked === false
    )
  })

  it('is set right again when its form is reset', async () => {
    await person.mount(`<yoke-player>${CLIP}<form>${FIELDS}</form></yoke-player>`)
    await person.until('data', () => (document.querySelector('yoke-player')?.readyState ?? 0) >= 2)
    await run('set-playback-rate', '2')
    await person.until('the select', () => document.querySelector<HTMLSelectElement>('#rate')?.value === '2')
    await person.page.run(() => document.querySelector('form')?.reset())
    await person.until(
      'the select',
      () =>
        document.querySelector<HTMLSelectElement>('#rate')?.value === '2' &&
        document.querySelector<HTMLInputElement>('#r2')?.checked
    )
  })

  it('mute shows as volume 0, and unmute brings it back', async () => {
    await mount(FIELDS)
    const volume = (wanted: number): Promise<void> =>
      person.until(
        `volume ${wanted}`,
        (value: number) => Math.abs(Number(document.querySelector<HTMLInputElement>('#vol')?.value) - value) < 0.001,
        wanted
      )
    await volume(0)
    await run('unmute')
    await run('set-volume', '0.6')
    await volume(0.6)
    await run('mute')
    await volume(0)
    await run('unmute')
    await volume(0.6)
  })

  it('commands and states of the author’s own: buttons and faces wait for them, and say how they stand', async () => {
    await mount(
      '<button id="ring" type="button" aria-pressed="false" command="--ring-bell" value="loud">Ring</button>' +
        '<p id="storm" data-yoke-when="storm !paused" hidden>Storm</p>'
    )
    const ring = () =>
      person.page.run(() => document.querySelector('#ring')?.outerHTML.replace(/ (id|type|command|value)="[^"]*"/g, ''))
    expect(await ring()).toBe('<button aria-pressed="false">Ring</button>')
    await person.page.run(() => {
      const yoke = document.querySelector('yoke-player')?.yoke
      const bell = { can: 'later' as 'now' | 'later' | 'never', rung: '' }
      Object.assign(globalThis, { kept: bell })
      yoke?.defineCommand('ring-bell', {
        run: value => {
          bell.rung = String(value)
          yoke.refresh()
        },
        availability: () => bell.can,
        isOn: value => bell.rung === value
      })
      yoke?.defineState('storm', () => bell.can === 'now')
    })
    expect(await ring()).toBe('<button aria-pressed="false" aria-disabled="true">Ring</button>')
    const become = (can: string) =>
      person.page.run((now: string) => {
        Object.assign(globalThis.kept as object, { can: now })
        document.querySelector('yoke-player')?.yoke.refresh()
      }, can)
    await become('now')
    expect(await person.page.run(() => document.querySelector('yoke-player')?.matches(':state(storm)'))).toBe(true)
    await person.click('#ring')
    await person.until('pressed', () => document.querySelector('#ring')?.getAttribute('aria-pressed') === 'true')
    await person.page.run(() => void document.querySelector('yoke-player')?.play())
    await person.until('the face', () => !document.querySelector<HTMLElement>('#storm')?.hidden)
    await become('never')
    expect(await ring()).toContain('hidden')
    expect(await person.page.run(() => document.querySelector('yoke-player')?.matches(':state(storm)'))).toBe(false)
    await person.until('no face', () => document.querySelector<HTMLElement>('#storm')?.hidden)
  })

  it('values of the author’s own are read, written, and refreshed', async () => {
    await mount('<b id="own" data-yoke-value="boats"></b><input id="set" type="number" data-yoke-value="boats">')
    await person.page.run(() => {
      const boats = { count: 3 }
      Object.assign(globalThis, { kept: boats })
      document.querySelector('yoke-player')?.yoke.defineValue('boats', {
        read: () => boats.count,
        write: value => {
          boats.count = Number(value)
        }
      })
      document
        .querySelector('yoke-player')
        ?.insertAdjacentHTML('beforeend', '<i id="later" data-yoke-value="boats"></i>')
    })
    await textBecomes('#later', '3')
    await textBecomes('#own', '3')
    await person.page.run(() => {
      const field = document.querySelector('#set') as HTMLInputElement
      field.value = '7'
      field.dispatchEvent(new Event('input', { bubbles: true }))
      field.dispatchEvent(new Event('change', { bubbles: true }))
    })
    await textBecomes('#own', '7')
    const count = await person.page.run(() => {
      const boats = globalThis.kept as { count: number }
      const written = boats.count
      boats.count = 9
      document.querySelector('yoke-player')?.yoke.refresh()
      return written
    })
    expect(count).toBe(7)
    await textBecomes('#own', '9')
    await textBecomes('#later', '9')
  })
})

describe('states in CSS', () => {
  it.each<[string, readonly [string, string?][], string]>([
    ['paused', [], ':state(paused):not(:state(playing))'],
    ['playing', [['play']], ':state(playing):state(started):not(:state(paused)):not(:state(waiting))'],
    ['paused again', [['play'], ['pause']], ':state(paused):state(started)'],
    ['muted', [['mute']], ':state(muted):state(silent)'],
    ['silent', [['unmute'], ['set-volume', '0']], ':state(silent):not(:state(muted))'],
    ['looping', [['toggle-loop']], ':state(looping)'],
    ['ended', [['play'], ['seek', 'end']], ':state(ended):state(paused)'],
    ['sought back', [['play'], ['seek', 'end'], ['seek', '3']], ':not(:state(ended)):not(:state(seeking))'],
    ['playing after a seek', [['play'], ['seek', '5']], ':state(playing):not(:state(waiting)):not(:state(seeking))'],
    [
      'playing after a seek, a pause and a play',
      [['play'], ['seek', '5'], ['pause'], ['play']],
      ':state(playing):not(:state(waiting))'
    ],
    ['playing at another rate', [['play'], ['set-playback-rate', '2']], ':state(playing):state(muted)'],
    ['restarted', [['seek', '5'], ['restart']], ':state(playing):not(:state(ended))']
  ])('%s', async (_, commands, selector) => {
    await mount('')
    for (const [command, value] of commands) {
      await run(command, value)
      // Each command is let come to rest, as between two presses of a person.
      await person.until('rest', () => {
        const media = document.querySelector('yoke-player')?.yoke
        return media && !media.states.seeking && !media.states.waiting
      })
    }
    await person.until(selector, (wanted: string) => document.querySelector('yoke-player')?.matches(wanted), selector)
    expect((await person.page.run(() => globalThis.notes)).faults).toEqual([])
  })

  it('has-volume, has-playback-rates and audio-only say what can be had', async () => {
    await person.mount('<yoke-player><audio muted preload="auto" src="/media/tide-clock.webm"></audio></yoke-player>')
    await person.until('sound', () =>
      document.querySelector('yoke-player')?.matches(':state(audio-only):state(has-volume):state(has-playback-rates)')
    )
  })

  it('measures stand on a player that asks for them', async () => {
    await mount('', 'measures')
    await run('seek', '50%')
    await person.until(
      'the measure',
      () =>
        Math.abs(Number(document.querySelector('yoke-player')?.style.getPropertyValue('--yoke-position')) - 0.5) < 0.01
    )
  })
})
