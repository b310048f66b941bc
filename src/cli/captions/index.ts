import { type CommandDef, defineCommand } from 'citty'
import { convert, scale, shift, tidy } from './edit.ts'
import { list } from './list.ts'
import { join, split } from './parts.ts'

/** `yokewright captions …`: reads WebVTT and SubRip, writes what has come of it, and never over a file unasked. */
export const captions: CommandDef = defineCommand({
  meta: { name: 'captions', description: 'List, retime, tidy, part and convert caption files.' },
  subCommands: { list, shift, scale, tidy, split, join, convert }
})
