import { writeFile } from 'node:fs/promises'
import { extname } from 'node:path'
import { type CaptionFault, printCaptionFault } from '../core/captions/check/sentences.ts'
import type { VttFile } from '../core/captions/cue.ts'
import { parseSubRip, serializeSubRip } from '../core/captions/subrip/subrip.ts'
import { parseVtt } from '../core/captions/vtt/parse-vtt.ts'
import { serializeVtt } from '../core/captions/vtt/serialize-vtt.ts'
import { complain } from './print.ts'
import { readBytes } from './read.ts'
import { replaceFile } from './write.ts'

/** The forms of caption files that can be read and written. */
export type CaptionForm = 'vtt' | 'srt'

/** A caption file that has been read. */
export interface CaptionInput {
  readonly path: string
  readonly form: CaptionForm
  readonly text: string
  readonly file: VttFile
  readonly faults: readonly CaptionFault[]
  /** The line of each cue's times, where it is known. */
  readonly cueLines: readonly number[]
}

/** The form that a path's suffix names. @throws a sentence for any other. */
export const formOf = (path: string): CaptionForm => {
  const suffix = extname(path).toLowerCase()
  if (suffix === '.vtt') return 'vtt'
  if (suffix === '.srt') return 'srt'
  throw new Error(`${path} is neither .vtt nor .srt`)
}

const decode = async (path: string, encoding: string): Promise<string> => {
  const bytes = await readBytes(path)
  const decoder = (() => {
    try {
      return new TextDecoder(encoding, { fatal: true })
    } catch {
      throw new Error(`there is no encoding “${encoding}”; write for example windows-1252`)
    }
  })()
  try {
    return decoder.decode(bytes)
  } catch {
    throw new Error(`${path} is not written in ${encoding}; say in which: --encoding windows-1252`)
  }
}

/** Reads a caption file, WebVTT or SubRip by its suffix. @throws a sentence where it cannot be read at all. */
export const readCaptions = async (path: string, encoding = 'utf-8'): Promise<CaptionInput> => {
  const form = formOf(path)
  const text = await decode(path, encoding)
  if (form === 'srt') {
    const { faults, ...file } = parseSubRip(text)
    return { path, form, text, file, faults, cueLines: [] }
  }
  const { faults, cueLines, styleLines: _, ...file } = parseVtt(text)
  return { path, form, text, file, faults, cueLines }
}

/** What a file becomes in a form, and what it cannot hold. */
export const printCaptions = (
  file: VttFile,
  form: CaptionForm
): { readonly text: string; readonly losses: readonly string[] } =>
  form === 'srt' ? serializeSubRip(file) : { text: serializeVtt(file), losses: [] }

/** Writes a file that is not there yet, or with `overwrite` also one that is. @throws a sentence otherwise. */
export const writeCaptions = async (path: string, text: string, overwrite: boolean): Promise<void> => {
  try {
    await writeFile(path, text, { flag: 'wx' })
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error
    if (!overwrite) throw new Error(`${path} is there already; to write over it say --overwrite`)
    await replaceFile(path, text)
  }
}

/** Whether something in a file is lost or never shown. */
export const hasErrors = (faults: readonly CaptionFault[]): boolean => faults.some(({ level }) => level === 'error')

/** Faults on standard error, one a line. */
export const printFaults = (path: string, faults: readonly CaptionFault[]): void => {
  for (const fault of faults) complain(printCaptionFault(path, fault))
}

/** `1 cue`, `2 cues`. */
export const counted = (count: number, what: string): string => `${count} ${what}${count === 1 ? '' : 's'}`
