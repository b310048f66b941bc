import type { MarkupCase } from './markup.ts'

/** What came of some cases in a page. */
export interface MarkupOutcome {
  /** What broke, with the number of its case. */
  readonly broken: readonly string[]
  /** The longest that one press, or one change of an attribute, took, in milliseconds. */
  readonly longest: number
}

/**
 * Runs in a page that has the library: puts each case in, does with it what a viewer and a script would, and takes it out.
 * Self-contained, because only its text gets there.
 */
export const tryMarkup = async (cases: readonly MarkupCase[]): Promise<MarkupOutcome> => {
  const broken: string[] = []
  let at = 0
  let longest = 0
  const isPlain = (text: string): boolean =>
    text.length <= 400 && !/[\p{Cc}\u2028\u2029\u202a-\u202e\u2066-\u2069]/u.test(text)
  const note = (what: string): void => {
    if (broken.length < 20) broken.push(`case ${at}: ${what}`)
  }
  const life = new AbortController()
  const { signal } = life
  addEventListener('error', event => event.message && note(`${event.message} ${event.error?.stack ?? ''}`), { signal })
  addEventListener('unhandledrejection', event => note(`rejected: ${event.reason?.stack ?? event.reason}`), { signal })
  addEventListener('submit', event => event.preventDefault(), { signal, capture: true })
  addEventListener(
    'yoke-fault',
    ({ fault }) => {
      if (!isPlain(fault.message) || !isPlain(fault.hint)) note(`${fault.code} is not on one line: ${fault.message}`)
    },
    { signal, capture: true }
  )
  const turn = (): Promise<void> =>
    new Promise(resolve => {
      const { port1, port2 } = new MessageChannel()
      port1.onmessage = () => resolve()
      port2.postMessage(0)
    })
  const place = document.body.appendChild(document.createElement('div'))
  const timed = (deed: () => void): void => {
    const from = performance.now()
    deed()
    longest = Math.max(longest, performance.now() - from)
  }
  const find = (selector: string): HTMLElement[] => [...place.querySelectorAll<HTMLElement>(selector)]
  const use = (element: HTMLElement): void => {
    const { click, dispatchEvent } = HTMLElement.prototype
    const init = { bubbles: true, cancelable: true, composed: true }
    for (const type of ['pointerdown', 'pointermove', 'pointerout'])
      dispatchEvent.call(element, new PointerEvent(type, init))
    dispatchEvent.call(element, new KeyboardEvent('keydown', { ...init, key: 'k' }))
    for (const type of ['input', 'change', 'focusin']) dispatchEvent.call(element, new Event(type, init))
    if (!(element instanceof HTMLElement)) dispatchEvent.call(element, new MouseEvent('click', init))
    else if (!(element instanceof HTMLInputElement && element.type === 'file')) click.call(element)
  }
  /** Nothing is thrown, and nothing waited for fails to come. */
  const attempt = async (what: string, deed: () => unknown): Promise<void> => {
    let patience: ReturnType<typeof setTimeout> | undefined
    const never = new Promise<void>(resolve => {
      patience = setTimeout(() => {
        note(`${what}: does not settle: ${cases[at]?.html.slice(0, 500)}`)
        resolve()
      }, 5000)
    })
    try {
      await Promise.race([deed(), never])
    } catch (cause) {
      note(`${what}: ${(cause as Error)?.stack ?? cause}`)
    }
    clearTimeout(patience)
  }
  for (const { html, commands, later, settings, clip } of cases) {
    place.innerHTML = html
    await turn()
    // What waits until it is near comes to life at once.
    for (const media of find('video, audio')) media.dispatchEvent(new Event('play'))
    await turn()
    const [player] = find('yoke-player') as unknown as HTMLElementTagNameMap['yoke-player'][]
    if (player) {
      // What has no source yet may wait for one: a rejection is what must not come, not an end.
      await attempt('run', () => {
        for (const [name, value] of commands) void player.yoke.run(name, value as string)
      })
      await attempt('configure', () => player.yoke.configure(settings as object))
      await attempt('clip', () => {
        player.clip = clip as NonNullable<typeof player.clip>
      })
      await attempt('explain', () => later.map(([name]) => player.yoke.explain(name)))
    }
    for (const element of find('*')) timed(() => use(element))
    await turn()
    const elements = find('*')
    for (const [index, [name, value]] of later.entries()) {
      const element = elements[(index * 7) % (elements.length || 1)]
      if (element) timed(() => Element.prototype.setAttribute.call(element, name, value))
    }
    await turn()
    if (player && at % 16 === 0) await attempt('inspect', () => player.yoke.inspect())
    const sentinel = find('.sentinel')[0]
    if (sentinel && !sentinel.textContent) note(`the readout says nothing: ${html.slice(0, 500)}`)
    timed(() => place.replaceChildren())
    await turn()
    at += 1
  }
  place.remove()
  life.abort()
  return { broken, longest }
}
