import { join } from 'node:path'
import type { Clip } from '../../core/documents/index.ts'
import type { BroughtPreset } from '../../core/embed/page.ts'
import { HOUSE_PRESETS } from '../../core/presets/house.ts'
import { isPresetAddress } from '../../core/presets/preset-address.ts'
import { readPresetText } from '../../core/presets/read-text.ts'
import { readTextIfThere } from '../read.ts'

const houseNames = (): readonly string[] => HOUSE_PRESETS.map(({ name }) => name)

/** Where the preset is that a clip names: one of the house, or a document that lies where the clip does. @throws a sentence. */
const placeOfPreset = (named: string, folder: string): string => {
  if (named.startsWith('house:')) return named
  if (isPresetAddress(named)) return join(folder, named)
  throw new Error(`the clip names the preset ${named}; say where its document is: --preset FILE`)
}

/** The preset for a page: the one that the command line names, else the clip's own. @throws a sentence. */
export const presetFor = async (
  named: string | undefined,
  { preset }: Clip,
  folder: string
): Promise<BroughtPreset | undefined> => {
  if (named !== undefined) return presetNamed(named)
  return preset ? presetNamed(placeOfPreset(preset, folder)) : undefined
}

/** The preset that a command line names: one of the house, or a document, of a list the one behind `#`. @throws a sentence. */
const presetNamed = async (named: string): Promise<BroughtPreset> => {
  if (named.startsWith('house:')) {
    if (houseNames().includes(named)) return { name: named, documents: [] }
    throw new Error(`there is no preset ${named}; there are ${houseNames().join(', ')}`)
  }
  const [path = '', wanted] = named.split('#')
  const text = await readTextIfThere(path)
  if (text === undefined)
    throw new Error(`there is no file ${path}; --preset takes one, or a name such as house:standard@1`)
  const read = readPresetText(text)
  const [fault] = read.flatMap(({ faults }) => faults)
  if (fault) throw new Error(`${path}: ${fault.message} ${fault.hint}`)
  const presets = read.flatMap(({ preset }) => preset ?? [])
  const found = wanted === undefined ? presets[0] : presets.find(({ name }) => name === wanted)
  if (!found) throw new Error(`${path} has no preset ${wanted ?? ''}`.trim())
  return { name: found.name, documents: presets }
}
