/** The pictures of the Captions desk, and of the command line at work on captions. */
import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from 'playwright-core'

/** Takes a picture by its name. */
type Shoot = (name: string) => Promise<unknown>

const show = async (page: Page, id: string, language: string, seconds: number): Promise<void> => {
  await page.evaluate(`document.querySelector('#${id}').yoke.run('set-captions', '${language}')`)
  await page.evaluate(`document.querySelector('#${id}').yoke.run('seek', ${seconds})`)
  await page.waitForFunction(
    `(() => { const player = document.querySelector('#${id}'); return !player.seeking && player.yoke.values.captionText !== '' && player.shadowRoot.querySelector('.yoke-cue') })()`
  )
  // What was drawn is placed, and the list has come to rest: it stands still from one look to the next.
  await page.waitForFunction(
    `(() => { const list = document.querySelector('#${id}-cues'); const before = globalThis.restedAt; globalThis.restedAt = list.scrollTop; return list.querySelector('[aria-current]') && before === list.scrollTop })()`,
    undefined,
    { polling: 100 }
  )
}

export const captionsDesk = async (page: Page, address: string, shoot: Shoot): Promise<void> => {
  await page.goto(`${address}captions-desk/index.html`)
  await page.waitForSelector('#tide [part~="play-pause"]')
  await page.waitForFunction('document.querySelectorAll("#tide-cues li").length === 8')
  await show(page, 'tide', 'en', 22)
  await shoot('captions-desk')
}

/** What the command line says of a file with mistakes. */
export const checkedCaptions = (main: string): { readonly typed: string; readonly printed: string } => {
  const folder = mkdtempSync(join(tmpdir(), 'tern-quay-'))
  writeFileSync(
    join(folder, 'quay.vtt'),
    'WEBVTT\n\n00:01.000 --> 00:03.000 aling:left\nThe water <em>climbs</em> the quay wall.\n\n00:04,000 --> 00:06.000\nFour metres.\n\nlost line\n\n00:07.000 --> 00:07.900\nHigh water, and the boat rides level with the lamp.\n'
  )
  const typed = 'npx yokewright check quay.vtt; npx yokewright captions tidy quay.vtt --out tidied.vtt'
  const shell = typed.replaceAll('npx yokewright', `${process.execPath} ${main}`)
  const printed = execFileSync('sh', ['-c', `(${shell}) 2>&1; true`], { cwd: folder, encoding: 'utf8' })
  rmSync(folder, { recursive: true })
  return { typed, printed }
}
