/** The schema of presets, with what the reference says of each key. */
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { presetJsonSchema } from '../src/core/presets/json-schema.ts'

/** The rows of the tables of a page of the reference: the key in its first cell, what it means in the cell of this number. */
const readRows = (page: string, cell: number): readonly (readonly [string, string])[] => {
  const text = readFileSync(fileURLToPath(new URL(`../docs/reference/${page}.md`, import.meta.url)), 'utf8')
  return [...text.matchAll(/^\| `([^`]+)` \|(.*)\|$/gm)].map(([, key = '', cells = '']) => {
    const plain = (cells.split(' | ')[cell] ?? '').replace(/\[([^\]]*)\]\([^)]*\)/g, '$1').replaceAll('`', '')
    return [key, plain.trim()] as const
  })
}

/** The whole schema, ready to be written. */
export const describedPresetSchema = (): object => {
  const meanings = new Map([...readRows('settings', 1), ...readRows('presets', 0)])
  return presetJsonSchema(key => meanings.get(key))
}
