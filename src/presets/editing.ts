import { fault, type Result, refuse, succeed } from '../core/fault.ts'
import { flattenPreset, HOUSE, type Preset } from '../core/presets/preset.ts'
import { unknownPreset } from '../core/presets/resolve.ts'
import type { PagePresets } from './registry.ts'

/** See `copyPreset`. */
export const copyIn = async ({ shelf }: PagePresets, name: string, copy: string): Promise<Result<Preset>> => {
  if (name.startsWith(HOUSE)) await shelf.house()
  const { settled, chain } = shelf.resolve(name)
  if (chain.length === 0) return refuse(unknownPreset('A copy was to be made of', name, shelf))
  if (shelf.get(copy)) {
    const sentence = `The copy of ${name} was to be called ${copy}, and there is such a preset.`
    return refuse(fault('name-taken', sentence, 'choose another name'))
  }
  const preset: Record<string, unknown> = { name: copy }
  for (const [key, { value }] of settled) {
    const [head = '', part] = key.split('.')
    preset[head] = part === undefined ? value : { ...(preset[head] as object), [part]: value }
  }
  return shelf.put(preset)
}

/** See `removePreset`. */
export const removeFrom = ({ shelf, links }: PagePresets, name: string, evenIfUsed: boolean): Result<undefined> => {
  const preset = shelf.get(name)
  if (!preset) return refuse(unknownPreset('To be removed was', name, shelf))
  const users = links.usersOf(name).length
  if (users > 0 && !evenIfUsed) {
    const keys = flattenPreset(preset).length
    const players = users === 1 ? '1 player shows' : `${users} players show`
    const lost = keys === 1 ? 'the setting that it says' : `the ${keys} settings that it says`
    const sentence = `${players} the preset ${name}, and would lose ${lost}.`
    return refuse(fault('preset-in-use', sentence, 'link them to another one, or remove it with evenIfUsed'))
  }
  shelf.delete(name)
  return succeed(undefined)
}
