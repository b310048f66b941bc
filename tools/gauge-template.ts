import { cp, mkdir, readFile, writeFile } from 'node:fs/promises'

/** The example's page as one of its own: beside its media and the library, without the way back to the others, from a disk. */
const asTemplate = (page: string, captions: string): string =>
  page
    .replace(/^.*(?:class="back"|rel="icon"|type='video\/mp4).*\n/gm, '')
    .replaceAll('"../media/', '"')
    .replaceAll('"../yokewright', '"yokewright/yokewright')
    .replaceAll('"../', '"')
    .replaceAll('"./', '"')
    // A module is not loaded from a disk.
    .replace('gauge.js" type="module"', 'gauge.js" defer')
    // Nor is a file of captions.
    .replace('label="English">', 'label="English" data-yoke-text="captions-en">')
    .replace('  </body>', () => `    <script type="text/vtt" id="captions-en">\n${captions}</script>\n  </body>`)

/** Makes a template of the example Brass gauge, which is written once. @param examples the folder of all. @param out that of the template. */
export const writeGaugeTemplate = async (examples: string, out: string): Promise<void> => {
  await mkdir(out, { recursive: true })
  const page = await readFile(`${examples}/brass-gauge/index.html`, 'utf8')
  const captions = await readFile(`${examples}/public/media/spring-tide.en.vtt`, 'utf8')
  await writeFile(`${out}/index.html`, asTemplate(page, captions))
  await cp(`${examples}/brass-gauge/gauge.js`, `${out}/gauge.js`)
  for (const sheet of ['brass-gauge/page.css', 'brass-gauge/strip.css', 'station.css'])
    await cp(`${examples}/public/${sheet}`, `${out}/${sheet.replace(/^.*\//, '')}`)
}
