import type { Attack, Growth } from './attack.ts'
import { CAPTION_ATTACKS, CAPTION_GROWTHS } from './captions.ts'
import { COMMAND_LINE_ATTACKS, COMMAND_LINE_GROWTHS } from './command-lines.ts'
import { DOCUMENT_ATTACKS, DOCUMENT_GROWTHS } from './documents.ts'
import { MEDIA_ATTACKS, MEDIA_GROWTHS } from './media-files.ts'

/** Every generator that needs no page. */
export const ATTACKS: readonly Attack[] = [
  ...CAPTION_ATTACKS,
  ...DOCUMENT_ATTACKS,
  ...MEDIA_ATTACKS,
  ...COMMAND_LINE_ATTACKS
]

/** Everything that may be long, deep or many. */
export const GROWTHS: readonly Growth[] = [
  ...CAPTION_GROWTHS,
  ...DOCUMENT_GROWTHS,
  ...MEDIA_GROWTHS,
  ...COMMAND_LINE_GROWTHS
]
