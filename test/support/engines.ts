import { type ChildProcess, spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdtemp, rm } from 'node:fs/promises'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type EngineName, findProgram } from './engine-list.ts'

/** Keys by `KeyboardEvent.key`. */
type Key = string

/** One page in a real browser, driven as a person would: pointer, keys, and a look at what is there. */
export interface EnginePage {
  readonly engine: EngineName
  goto(url: string): Promise<void>
  /** Runs a function in the page, with arguments that JSON can carry; comes back with what its promise resolves to. */
  run<Args extends readonly unknown[], Value>(action: (...args: Args) => Value, ...args: Args): Promise<Awaited<Value>>
  /** Moves the pointer to a point of the viewport, in CSS pixels. */
  move(x: number, y: number): Promise<void>
  down(): Promise<void>
  up(): Promise<void>
  doubleClick(x: number, y: number): Promise<void>
  /** Presses and lets go, with `modifier` held down if there is one. */
  press(key: Key, modifier?: 'Control' | 'Alt'): Promise<void>
  /** A finger's tap at a point of the viewport. */
  tap(x: number, y: number): Promise<void>
  /** Turns the wheel where the pointer is; positive is down. */
  wheel(x: number, y: number, deltaY: number): Promise<void>
  type(text: string): Promise<void>
  screenshot(): Promise<Buffer>
  /** Takes the device off line, or back; absent where the driver cannot. */
  setOffline?(offline: boolean): Promise<void>
  /** Clears the engine's memory, and tells how many nodes and listeners it then holds; absent where the driver cannot. */
  kept?(): Promise<{ readonly nodes: number; readonly listeners: number }>
  close(): Promise<void>
}

/** A call as text, to be run in a page. The transpiler wraps named functions in `__name`, which a page lacks. */
const callOf = (action: (...args: never[]) => unknown, args: readonly unknown[]): string =>
  `(() => { const __name = named => named; return (${action})(...${JSON.stringify(args)}) })()`

export const VIEWPORT = { width: 1280, height: 800 } as const

const program = (name: string): string => {
  const path = findProgram(name)
  if (!path) throw new Error(`${name} is not installed`)
  return path
}

const CHROMIUM_ARGUMENTS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync'
]

export const launchChromium = async (): Promise<import('playwright-core').Browser> => {
  const { chromium } = await import('playwright-core')
  return chromium.launch({ executablePath: program('chromium'), args: CHROMIUM_ARGUMENTS })
}

let chromium: ReturnType<typeof launchChromium> | undefined

const openChromium = async (): Promise<EnginePage> => {
  chromium ??= launchChromium()
  const context = await (await chromium).newContext({ viewport: VIEWPORT })
  const page = await context.newPage()
  const devtools = await page.context().newCDPSession(page)
  return {
    engine: 'chromium',
    goto: async url => void (await page.goto(url)),
    run: (action, ...args) => page.evaluate(callOf(action, args)),
    move: (x, y) => page.mouse.move(x, y),
    down: () => page.mouse.down(),
    up: () => page.mouse.up(),
    doubleClick: (x, y) => page.mouse.dblclick(x, y),
    press: (key, modifier) =>
      page.keyboard.press(
        `${modifier ? `${modifier}+` : ''}${key === ' ' ? 'Space' : key === '+' ? 'NumpadAdd' : key}`
      ),
    tap: async (x, y) => {
      await devtools.send('Emulation.setTouchEmulationEnabled', { enabled: true })
      await devtools.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ x, y }] })
      await devtools.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
    },
    wheel: async (x, y, deltaY) => {
      await page.mouse.move(x, y)
      await page.mouse.wheel(0, deltaY)
    },
    type: text => page.keyboard.type(text),
    screenshot: () => page.screenshot(),
    setOffline: offline => context.setOffline(offline),
    kept: async () => {
      await devtools.send('HeapProfiler.collectGarbage')
      const { nodes, jsEventListeners } = await devtools.send('Memory.getDOMCounters')
      return { nodes, listeners: jsEventListeners }
    },
    close: () => context.close()
  }
}

const launchFirefox = async (): Promise<import('puppeteer-core').Browser> => {
  const { default: puppeteer } = await import('puppeteer-core')
  return puppeteer.launch({
    browser: 'firefox',
    headless: true,
    executablePath: program('firefox-esr'),
    extraPrefsFirefox: { 'media.autoplay.default': 1 }
  })
}

let firefox: ReturnType<typeof launchFirefox> | undefined

const openFirefox = async (): Promise<EnginePage> => {
  firefox ??= launchFirefox()
  const context = await (await firefox).createBrowserContext()
  const page = await context.newPage()
  await page.setViewport(VIEWPORT)
  return {
    engine: 'firefox',
    goto: async url => void (await page.goto(url)),
    run: (action, ...args) => page.evaluate(callOf(action, args)) as never,
    move: (x, y) => page.mouse.move(x, y),
    down: () => page.mouse.down(),
    up: () => page.mouse.up(),
    doubleClick: (x, y) => page.mouse.click(x, y, { count: 2 }),
    press: async (key, modifier) => {
      if (modifier) await page.keyboard.down(modifier)
      await page.keyboard.press(key as never)
      if (modifier) await page.keyboard.up(modifier)
    },
    tap: (x, y) => page.touchscreen.tap(x, y),
    wheel: async (x, y, deltaY) => {
      await page.mouse.move(x, y)
      await page.mouse.wheel({ deltaY })
    },
    type: text => page.keyboard.type(text),
    screenshot: async () => Buffer.from(await page.screenshot()),
    close: () => context.close()
  }
}

const freePort = async (): Promise<number> => {
  const server = createServer().listen(0, '127.0.0.1')
  await once(server, 'listening')
  const address = server.address()
  server.close()
  await once(server, 'close')
  if (address === null || typeof address === 'string') throw new Error('no free port')
  return address.port
}

/** A screen in memory; it chooses its own free number and tells it on descriptor 3. */
const startScreen = async (): Promise<{ process: ChildProcess; display: string }> => {
  const screen = spawn(program('Xvfb'), ['-displayfd', '3', '-screen', '0', '1400x1000x24', '-nolisten', 'tcp'], {
    stdio: ['ignore', 'ignore', 'ignore', 'pipe']
  })
  const pipe = screen.stdio[3]
  if (!pipe) throw new Error('no pipe to Xvfb')
  const [number] = await once(pipe, 'data')
  return { process: screen, display: `:${String(number).trim()}` }
}

/** WebDriver's code points for keys without a character (WebDriver, "Keyboard actions"). */
const KEY_CODES: Record<string, string> = {
  Tab: '\uE004',
  Enter: '\uE007',
  Escape: '\uE00C',
  PageUp: '\uE00E',
  PageDown: '\uE00F',
  End: '\uE010',
  Home: '\uE011',
  ArrowLeft: '\uE012',
  ArrowUp: '\uE013',
  ArrowRight: '\uE014',
  ArrowDown: '\uE015',
  Backspace: '\uE003'
}

const MODIFIERS = { Control: '\uE009', Alt: '\uE00A' } as const

/** Runs in a page. WebKit's driver makes a mouse of every finger: there the events of a tap are made by script. */
const tapByScript = (x: number, y: number): void => {
  let target = document.elementFromPoint(x, y)
  while (target?.shadowRoot) {
    const inner = target.shadowRoot.elementFromPoint(x, y)
    if (!inner || inner === target) break
    target = inner
  }
  const init = { bubbles: true, cancelable: true, composed: true, clientX: x, clientY: y, pointerType: 'touch' }
  for (const type of ['pointerdown', 'pointerup']) target?.dispatchEvent(new PointerEvent(type, init))
  ;(target as HTMLElement | null)?.focus({ preventScroll: true })
  target?.dispatchEvent(new PointerEvent('click', { ...init, detail: 1 }))
}

type Send = (method: string, path: string, body?: unknown) => Promise<unknown>

const createSend =
  (port: number): Send =>
  async (method, path, body) => {
    const init: RequestInit = { method, signal: AbortSignal.timeout(150_000) }
    if (body !== undefined) init.body = JSON.stringify(body)
    const answer = await fetch(`http://127.0.0.1:${port}${path}`, init)
    const { value } = (await answer.json()) as { value: { error?: string; message?: string } | null }
    if (value?.error) throw new Error(value.message)
    return value
  }

const answering = async (send: Send): Promise<void> => {
  for (let attempt = 0; attempt < 200; attempt += 1) {
    const ready = await send('GET', '/status').then(
      () => true,
      () => false
    )
    if (ready) return
    await new Promise(resolve => setTimeout(resolve, 50))
  }
  throw new Error('WebKitWebDriver does not answer')
}

const openWebKit = async (): Promise<EnginePage> => {
  const screen = await startScreen()
  const port = await freePort()
  const driver = spawn(program('WebKitWebDriver'), [`--port=${port}`, '--host=127.0.0.1'], {
    stdio: 'ignore',
    env: { ...process.env, DISPLAY: screen.display }
  })
  const send = createSend(port)
  await answering(send)
  const session = (await send('POST', '/session', {
    capabilities: { alwaysMatch: { browserName: 'MiniBrowser' } }
  })) as { sessionId: string }
  const at = `/session/${session.sessionId}`
  await send('POST', `${at}/timeouts`, { script: 120_000 })
  await send('POST', `${at}/window/rect`, { width: VIEWPORT.width, height: VIEWPORT.height + 80 })
  const act = (...actions: unknown[]): Promise<unknown> => send('POST', `${at}/actions`, { actions })
  const pointer = (...actions: unknown[]): Promise<unknown> =>
    act({ type: 'pointer', id: 'mouse', parameters: { pointerType: 'mouse' }, actions })
  const moveTo = (x: number, y: number): unknown => ({
    type: 'pointerMove',
    duration: 0,
    x: Math.round(x),
    y: Math.round(y),
    origin: 'viewport'
  })
  const keys = (...values: string[]): Promise<unknown> =>
    act({
      type: 'key',
      id: 'keys',
      actions: values.flatMap(value => [
        { type: 'keyDown', value },
        { type: 'keyUp', value }
      ])
    })
  return {
    engine: 'webkit',
    goto: async url => void (await send('POST', `${at}/url`, { url })),
    run: async (action, ...args) => {
      const script = `const [done] = arguments; Promise.resolve().then(() => ${callOf(action, args)}).then(value => done({ value }), error => done({ thrown: String(error) + ' ' + String(error?.stack ?? '') }))`
      const { value, thrown } = (await send('POST', `${at}/execute/async`, { script, args: [] })) as {
        value: never
        thrown?: string
      }
      if (thrown !== undefined) throw new Error(thrown)
      return value
    },
    move: async (x, y) => void (await pointer(moveTo(x, y))),
    down: async () => void (await pointer({ type: 'pointerDown', button: 0 })),
    up: async () => void (await pointer({ type: 'pointerUp', button: 0 })),
    doubleClick: async (x, y) => {
      const click = [
        { type: 'pointerDown', button: 0 },
        { type: 'pointerUp', button: 0 }
      ]
      await pointer(moveTo(x, y), ...click, ...click)
    },
    press: async (key, modifier) => {
      const value = KEY_CODES[key] ?? key
      if (!modifier) return void (await keys(value))
      const held = MODIFIERS[modifier]
      await act({
        type: 'key',
        id: 'keys',
        actions: [
          { type: 'keyDown', value: held },
          { type: 'keyDown', value },
          { type: 'keyUp', value },
          { type: 'keyUp', value: held }
        ]
      })
    },
    tap: async (x, y) =>
      void (await send('POST', `${at}/execute/sync`, { script: callOf(tapByScript, [x, y]), args: [] })),
    wheel: async (x, y, deltaY) =>
      void (await act({
        type: 'wheel',
        id: 'wheel',
        actions: [{ type: 'scroll', x: Math.round(x), y: Math.round(y), deltaX: 0, deltaY, origin: 'viewport' }]
      })),
    type: async text => void (await keys(...text)),
    screenshot: async () => Buffer.from((await send('GET', `${at}/screenshot`)) as string, 'base64'),
    close: async () => {
      await send('DELETE', at).catch(() => undefined)
      driver.kill()
      screen.process.kill()
    }
  }
}

const OPENERS: Record<EngineName, () => Promise<EnginePage>> = {
  chromium: openChromium,
  firefox: openFirefox,
  webkit: openWebKit
}

/**
 * A page of its own, with nothing kept of earlier ones. Chromium and Firefox are started once for all pages of a process, which
 * is most of what a page costs, and end with it.
 */
export const openEngine = (engine: EngineName): Promise<EnginePage> => OPENERS[engine]()

/** Opens a page that no driver looks into: it has to tell what it finds by itself. */
export const openUnwatched = async (engine: EngineName, url: string): Promise<{ close(): Promise<void> }> => {
  if (engine !== 'chromium') {
    const page = await openEngine(engine)
    await page.goto(url)
    return page
  }
  const profile = await mkdtemp(join(tmpdir(), 'yokewright-'))
  const browser = spawn(program('chromium'), [...CHROMIUM_ARGUMENTS, '--headless', `--user-data-dir=${profile}`, url], {
    stdio: 'ignore'
  })
  return {
    close: async () => {
      browser.kill()
      await once(browser, 'exit')
      await rm(profile, { recursive: true, force: true, maxRetries: 5 })
    }
  }
}

/** Ends the browsers that were started; a page asked for afterwards starts a new one. */
export const endBrowsers = async (): Promise<void> => {
  const started = [chromium, firefox]
  chromium = undefined
  firefox = undefined
  for (const browser of started) await (await browser)?.close()
}

/** The engine that this run of the behaviour files is for. */
export const currentEngine = (): EngineName => (process.env.ENGINE ?? 'chromium') as EngineName
