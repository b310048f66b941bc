import type { SettingKey } from '../settings/table.ts'

/** Settings that say what plays, and not how, and whom a page tells: they are of one clip or page, and no preset says them. */
export const OF_A_CLIP = [
  'clipFields',
  'container',
  'crossOrigin',
  'frameRate',
  'from',
  'height',
  'moments',
  'picture',
  'playlist',
  'poster',
  'posterAt',
  'posterSrcset',
  'preset',
  'report.to',
  'resume.key',
  'sources',
  'src',
  'start.at',
  'title',
  'tracks',
  'until',
  'width'
] as const satisfies readonly SettingKey[]

/** A setting that no preset says. */
export type ClipKey = (typeof OF_A_CLIP)[number]
