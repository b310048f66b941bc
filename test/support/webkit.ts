import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { createServer } from 'node:net'
import { callOf, type EnginePage, program, VIEWPORT } from './engine-page.ts'
import { startScreen } from './screen.ts'

const freePort = async (): Promise<number> => {
  const server = createServer().listen(0, '127.0.0.1')
  await once(server, 'listening')
  const address = server.address()
  server.close()
  await once(server, 'close')
  if (address === null || typeof address === 'string') throw new Error('no free port')
  return address.port
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

/** A page of WebKit by its driver (W3C WebDriver), on a screen in memory. */
export const openWebKit = async (): Promise<EnginePage> => {
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
