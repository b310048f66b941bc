import type { ArgsDef } from 'citty'

/** How files are read. */
export const READING: ArgsDef = {
  file: { type: 'positional', required: false, description: 'WebVTT (.vtt) or SubRip (.srt).' },
  encoding: { type: 'string', description: 'How the text is encoded. Default utf-8.' }
}

/** Where what has come of it goes. */
export const WRITING: ArgsDef = {
  ...READING,
  out: { type: 'string', description: 'The file to write; without it, the text goes to standard output.' },
  overwrite: { type: 'boolean', description: 'Write over a file that is there already.' },
  json: { type: 'boolean', description: 'Print {"text" or "written", "notes"} for machines.' }
}
