import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { EngineName } from './engine-list.ts'
import { callOf, type EnginePage, program, VIEWPORT } from './engine-page.ts'
import { PATIENCE } from './patience.ts'
import { startScreen } from './screen.ts'
import { openWebKit } from './webkit.ts'

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
  page.setDefaultTimeout(PATIENCE)
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

const launchFirefox = async (display?: string): Promise<import('puppeteer-core').Browser> => {
  const { default: puppeteer } = await import('puppeteer-core')
  return puppeteer.launch({
    browser: 'firefox',
    headless: true,
    executablePath: program('firefox-esr'),
    ...(display && { env: { ...process.env, DISPLAY: display } }),
    extraPrefsFirefox: { 'media.autoplay.default': 1, ...(display && { 'webgl.force-enabled': true }) }
  })
}

let firefox: ReturnType<typeof launchFirefox> | undefined

const openFirefox = async (): Promise<EnginePage> => {
  firefox ??= launchFirefox()
  return pageOfFirefox(await firefox)
}

const pageOfFirefox = async (browser: import('puppeteer-core').Browser): Promise<EnginePage> => {
  const context = await browser.createBrowserContext()
  const page = await context.newPage()
  page.setDefaultTimeout(PATIENCE)
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

/** A Firefox of its own, with a screen: without one it has no WebGL. */
const openFirefoxWithGraphics = async (): Promise<EnginePage> => {
  const screen = await startScreen()
  const browser = await launchFirefox(screen.display)
  const page = await pageOfFirefox(browser)
  return {
    ...page,
    close: async () => {
      await browser.close()
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

/** A page that has WebGL, in every engine. */
export const openWithGraphics = (engine: EngineName): Promise<EnginePage> =>
  engine === 'firefox' ? openFirefoxWithGraphics() : openEngine(engine)

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
