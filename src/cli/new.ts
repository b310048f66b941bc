import { existsSync } from 'node:fs'
import { readdir, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { type ArgsDef, type CommandDef, defineCommand } from 'citty'
import { nearestName } from '../core/nearest-name.ts'
import { type Args, checkOptions, fileOf, isOn, textOf } from './arguments.ts'
import { readPage } from './check/page/page.ts'
import { filesNamedBy } from './check/served/named.ts'
import type { Asset } from './embed/assets.ts'
import { writeFolder } from './embed/write-folder.ts'
import { libraryAssets } from './library-files.ts'
import { print } from './print.ts'

const TEMPLATES = fileURLToPath(new URL('../templates', import.meta.url))
/** Films and sounds of the demo, with which a template begins. */
const MEDIA = fileURLToPath(new URL('../site/media', import.meta.url))

const args: ArgsDef = {
  kind: {
    type: 'positional',
    required: false,
    description: 'own-controls, ready-made, backdrop, sounds, hosted or brass-gauge.'
  },
  out: { type: 'string', description: 'The folder of the page. Default: the name of the kind.' },
  overwrite: { type: 'boolean', description: 'Write over files that are there already.' },
  json: { type: 'boolean', description: 'Print what was made, for machines.' }
}

const kindNamed = async (name: string): Promise<string> => {
  const kinds = (await readdir(TEMPLATES)).sort()
  if (kinds.includes(name)) return name
  const nearest = nearestName(name, kinds)
  throw new Error(
    `there is no template “${name}”; ${nearest ? `did you mean ${nearest}?` : `there are ${kinds.join(', ')}`}`
  )
}

/** The files of a template, those of the demo that its page names, and the library. */
const assetsOf = async (kind: string): Promise<readonly Asset[]> => {
  const folder = join(TEMPLATES, kind)
  const own = (await readdir(folder)).map(name => ({ name, from: join(folder, name) }))
  const html = await readFile(join(folder, 'index.html'), 'utf8')
  const page = readPage('index.html', html, undefined)
  const links = page.elements.flatMap(({ name, attributes }) => (name === 'a' ? (attributes.get('href') ?? []) : []))
  const named = filesNamedBy(page, 'http://localhost/').map(({ address }) => address.pathname.slice(1))
  const media = [...new Set([...named, ...links])].filter(name => existsSync(join(MEDIA, name)))
  return [...own, ...media.map(name => ({ name, from: join(MEDIA, name) })), ...(await libraryAssets(html))]
}

/** `yokewright new`: a finished page to begin with. */
export const newPage: CommandDef = defineCommand({
  meta: { name: 'new', description: 'Make a finished page to begin with, which opens by a double click.' },
  args,
  async run({ args: given }) {
    const options = given as unknown as Args
    checkOptions(options, args)
    const kind = await kindNamed(fileOf(options))
    const folder = textOf(options, 'out') ?? kind
    const files = await writeFolder(folder, [], await assetsOf(kind), isOn(options, 'overwrite'))
    const page = join(folder, 'index.html')
    if (isOn(options, 'json')) console.log(JSON.stringify({ page, files }, null, 2))
    else {
      print(`${page} is made, and opens by a double click. Change its film, its words and its styles as you like.`)
      print(`yokewright check ${page} says what a viewer would trip over.`)
    }
    return 0
  }
})
