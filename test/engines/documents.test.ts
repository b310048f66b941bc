import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { currentEngine } from '../support/engines.ts'
import { COUNTS, mountAndUnmount } from '../support/leaks.ts'
import '../support/page-types.ts'
import { CLIP, openPerson, type Person } from '../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

const PLAY =
  '<button type="button" class="play" command="--play-pause"><span data-yoke-when="paused">Play</span><span data-yoke-when="!paused" hidden>Pause</span></button>'
const READOUT = '<b class="at" data-yoke-value="current-time"></b>'
const player = (id: string, inside = PLAY + READOUT): string => `<yoke-player id="${id}">${CLIP}${inside}</yoke-player>`
const ready = (id: string): Promise<void> =>
  person.until(
    'data',
    (wanted: string) => ((document.getElementById(wanted) as HTMLVideoElement | null)?.readyState ?? 0) >= 2,
    id
  )
const textBecomes = (selector: string, text: string): Promise<void> =>
  person.until(
    `“${text}” in ${selector}`,
    (where: string, wanted: string) => document.querySelector<HTMLElement>(where)?.innerText.trim() === wanted,
    selector,
    text
  )
const paused = (...ids: string[]): Promise<boolean[]> =>
  person.page.run(
    (wanted: string[]) => wanted.map(id => document.querySelector<HTMLVideoElement>(`#${id} video`)?.paused ?? true),
    ids
  )

describe('several players', () => {
  it('two on a page never touch each other', async () => {
    await person.mount(player('a') + player('b'))
    await ready('a')
    await ready('b')
    await person.click('#a .play')
    await textBecomes('#a .play', 'Pause')
    expect(await person.text('#b .play')).toBe('Play')
    await person.page.run(
      () => void document.querySelector<HTMLElementTagNameMap['yoke-player']>('#b')?.yoke.run('seek', 5)
    )
    await textBecomes('#b .at', '0:05')
    expect(await paused('a', 'b')).toEqual([false, true])
    expect(
      await person.page.run(() => (document.querySelector<HTMLVideoElement>('#a video')?.currentTime ?? 9) < 4)
    ).toBe(true)
  })

  it('one inside another is its own scope', async () => {
    await person.mount(player('outer', PLAY + player('inner')))
    await ready('outer')
    await ready('inner')
    await person.click('#inner .play')
    await textBecomes('#inner .play', 'Pause')
    expect(await paused('inner', 'outer')).toEqual([false, true])
  })
})

describe('controls that come, move and go', () => {
  it('are coupled when they are added later', async () => {
    await person.mount(player('a', ''))
    await ready('a')
    await person.page.run(
      (markup: string) => document.querySelector('#a')?.insertAdjacentHTML('beforeend', `<div>${markup}</div>`),
      PLAY
    )
    await person.click('#a .play')
    await textBecomes('#a .play', 'Pause')
  })

  it('change their player when they are moved', async () => {
    await person.mount(player('a') + player('b', ''))
    await ready('a')
    await ready('b')
    await person.page.run(() => document.querySelector('#b')?.append(document.querySelector('.play') as Element))
    await person.click('#b .play')
    await textBecomes('#b .play', 'Pause')
    expect(await paused('a', 'b')).toEqual([true, false])
  })

  it('are released when they are removed, and when they name another player', async () => {
    await person.mount(
      `${player('a', '')}${player('b', '')}<b id="r" data-yoke-for="a" data-yoke-value="current-time"></b>`
    )
    await ready('a')
    await ready('b')
    const seek = (id: string, to: number): Promise<void> =>
      person.page.run(
        (wanted: string, seconds: number) =>
          void (document.getElementById(wanted) as HTMLElementTagNameMap['yoke-player'] | null)?.yoke.run(
            'seek',
            seconds
          ),
        id,
        to
      )
    await seek('a', 3)
    await textBecomes('#r', '0:03')
    await person.page.run(() => document.querySelector('#r')?.setAttribute('data-yoke-for', 'b'))
    await textBecomes('#r', '0:00')
    await seek('b', 7)
    await textBecomes('#r', '0:07')
    await person.page.run(() => {
      globalThis.kept = document.querySelector('#r')
      ;(globalThis.kept as Element).remove()
    })
    await seek('b', 9)
    await person.until('the seek', () => !document.querySelector<HTMLVideoElement>('#b video')?.seeking)
    expect(await person.page.run(() => (globalThis.kept as Element).textContent)).toBe('0:07')
  })

  it('take a new attribute', async () => {
    await person.mount(player('a', '<b id="r" data-yoke-value="current-time"></b>'))
    await ready('a')
    await person.page.run(() => document.querySelector('#r')?.setAttribute('data-yoke-value', 'duration'))
    await textBecomes('#r', '0:12')
  })

  it('work in a shadow root that was bound', async () => {
    await person.mount(`${player('a', '')}<div id="host"></div>`)
    await ready('a')
    await person.page.run((markup: string) => {
      const root = document.querySelector('#host')?.attachShadow({ mode: 'open' })
      if (!root) return
      root.innerHTML = markup
      document.querySelector<HTMLElementTagNameMap['yoke-player']>('#a')?.yoke.bind(root)
      root.querySelector('button')?.click()
    }, PLAY)
    await person.until(
      'the label',
      () => document.querySelector('#host')?.shadowRoot?.querySelector('button')?.innerText.trim() === 'Pause'
    )
  })
})

describe('the order of things', () => {
  it('markup that comes after the script works as markup before it', async () => {
    await person.mount('<main></main>')
    await person.page.run((markup: string) => {
      const main = document.querySelector('main')
      if (main) main.innerHTML = markup
    }, player('a'))
    await ready('a')
    await person.click('#a .play')
    await textBecomes('#a .play', 'Pause')
  })

  it('children that come one by one find their place', async () => {
    await person.mount('<main></main>')
    await person.page.run(
      async (parts: string[]) => {
        const element = document.createElement('yoke-player')
        element.id = 'a'
        document.querySelector('main')?.append(element)
        for (const part of parts) {
          await new Promise(resolve => setTimeout(resolve))
          element.insertAdjacentHTML('beforeend', part)
        }
      },
      [PLAY, READOUT, CLIP]
    )
    await ready('a')
    await person.click('#a .play')
    await textBecomes('#a .play', 'Pause')
  })

  it('another media takes the place of the first, under the same controls', async () => {
    await person.mount(player('a'))
    await ready('a')
    await person.page.run(
      (clip: string) => {
        const range = document.createRange()
        document.querySelector('#a video')?.replaceWith(range.createContextualFragment(clip))
      },
      CLIP.replace('tide-clock', 'lock-gate')
    )
    await person.until('the new media', () => {
      const player = document.querySelector<HTMLElementTagNameMap['yoke-player']>('#a')
      return player?.currentSrc.includes('lock-gate') && player.readyState >= 2
    })
    await person.click('#a .play')
    await textBecomes('#a .play', 'Pause')
    expect(await person.page.run(() => document.querySelector<HTMLVideoElement>('#a video')?.paused)).toBe(false)
  })

  it('a player that is removed and put back works on, and one that is moved keeps playing', async () => {
    await person.mount(`<section>${player('a')}</section><aside></aside>`)
    await ready('a')
    await person.click('#a .play')
    await person.until('playback', () => (document.querySelector<HTMLVideoElement>('#a video')?.currentTime ?? 0) > 0.1)
    await person.page.run(() => document.querySelector('aside')?.append(document.querySelector('#a') as Element))
    expect(await paused('a')).toEqual([false])
    await textBecomes('#a .play', 'Pause')
    await person.page.run(async () => {
      const player = document.querySelector('#a') as Element
      player.remove()
      await new Promise(resolve => setTimeout(resolve, 0))
      document.querySelector('section')?.append(player)
    })
    await textBecomes('#a .play', 'Play')
    await person.click('#a .play')
    await textBecomes('#a .play', 'Pause')
    expect((await person.page.run(() => globalThis.notes)).errors).toEqual([])
  })
})

describe('what is left behind', () => {
  /** The benchmark does it a thousand times. */
  // Each costs WebKit half a second, and a leak shows with a few.
  const MANY = currentEngine() === 'chromium' ? 20 : 5

  const OWN = `${PLAY}${READOUT}<div><i data-yoke-fill="position"></i><input type="range" data-yoke-value="current-time"></div>`

  it.each<[string, string]>([
    ['of own controls', player('a', OWN)],
    ['of ready-made controls', player('a', '').replace('<yoke-player', '<yoke-player controls')]
  ])(`${MANY} mounts and unmounts %s while playing leave no listener, timer or animation`, async (_, markup) => {
    await person.mount('<main></main>', { head: COUNTS })
    expect(await mountAndUnmount(person.page, markup, MANY)).toEqual({ listeners: 0, timers: 0, animations: 0 })
  })

  it('nothing runs while nothing plays', async () => {
    await person.mount(
      player(
        'a',
        `${PLAY}${READOUT}<div><i data-yoke-fill="position"></i><input type="range" data-yoke-value="current-time"></div>`
      ),
      { head: COUNTS }
    )
    await ready('a')
    await person.click('#a .play')
    await person.until('playback', () => (document.querySelector<HTMLVideoElement>('#a video')?.currentTime ?? 0) > 0.3)
    await person.click('#a .play')
    await textBecomes('#a .play', 'Play')
    const begun = await person.page.run(async () => {
      const { live } = globalThis as unknown as { live: { begun: number } }
      const channel = new MessageChannel()
      const turn = (): Promise<unknown> =>
        new Promise(resolve => {
          channel.port1.onmessage = resolve
          channel.port2.postMessage(0)
        })
      // Until the picture has come to rest, and then over many turns of the loop.
      for (let turns = 0; turns < 300; turns += 1) await turn()
      const before = live.begun
      const end = performance.now() + 400
      while (performance.now() < end) await turn()
      return live.begun - before
    })
    expect(begun).toBe(0)
    await person.until(
      'the end of every timer',
      () => (globalThis as unknown as { live: { timers: number } }).live.timers <= 1
    )
  })
})

describe('a strict content security policy', () => {
  it('lets everything work', async () => {
    const policy = "default-src 'self'; require-trusted-types-for 'script'; trusted-types yokewright"
    const page = `<!doctype html><html lang="en"><meta charset="utf-8"><title>Strict</title><script src="/strict.js"></script><script src="/dist/yokewright.js" defer></script>
<body>${player('a', `${PLAY}${READOUT}<div id="track"><i data-yoke-fill="position"></i><i data-yoke-along="position"></i><input type="range" data-yoke-value="current-time"></div>`)}<yoke-player id="drawn" controls src="/media/tide-clock.webm" muted></yoke-player>`
    person.server.page(
      '/strict.js',
      'globalThis.violations = []; document.addEventListener("securitypolicyviolation", event => violations.push(event.violatedDirective + " " + event.blockedURI))',
      { 'content-type': 'text/javascript' }
    )
    await person.page.goto(person.server.page('/strict', page, { 'content-security-policy': policy }))
    await person.page.run(async () => {
      while (!customElements.get('yoke-player')) await new Promise(resolve => setTimeout(resolve, 10))
      const player = document.querySelector('yoke-player')
      while ((player?.readyState ?? 0) < 2) await new Promise(resolve => setTimeout(resolve, 10))
      await player?.yoke.run('seek', 3)
      document.querySelector<HTMLElement>('.play')?.click()
      while ((player?.currentTime ?? 0) < 3.1) await new Promise(resolve => setTimeout(resolve, 10))
    })
    expect(await person.text('.play')).toBe('Pause')
    expect(
      await person.page.run(() => getComputedStyle(document.querySelector('[data-yoke-fill]') as Element).position)
    ).toBe('absolute')
    // Without `until`, which makes functions of text: the policy forbids that too.
    await person.page.run(async () => {
      const shadow = (): ShadowRoot | null | undefined => document.querySelector('#drawn')?.shadowRoot
      const met = async (selector: string): Promise<void> => {
        while (!shadow()?.querySelector(selector)) await new Promise(resolve => setTimeout(resolve, 10))
      }
      await met('[part~=settings]')
      shadow()?.querySelector<HTMLElement>('[part~=settings]')?.click()
      await met(':popover-open [role^=menuitem]')
      await (document.querySelector('#drawn') as HTMLElementTagNameMap['yoke-player']).yoke.run('show-shortcuts')
      await met('.shortcuts:popover-open')
    })
    expect(await person.page.run(() => (globalThis as unknown as { violations: string[] }).violations)).toEqual([])
  })
})
