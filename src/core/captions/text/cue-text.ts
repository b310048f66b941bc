/** A piece of text; a leaf of the tree. */
export interface TextNode {
  readonly type: 'text'
  readonly text: string
}

/** `<00:05.000>`: what follows is said from then on. */
export interface TimestampNode {
  readonly type: 'timestamp'
  /** Seconds. */
  readonly time: number
}

/** The tags of cue text that have children (WebVTT, "WebVTT internal node objects"). */
export const CUE_TAGS = ['c', 'i', 'b', 'u', 'ruby', 'rt', 'v', 'lang'] as const

/** A tag with what is in it. */
export interface TagNode {
  readonly type: (typeof CUE_TAGS)[number]
  /** What stands behind points in the tag: `<c.loud.far>` has `loud` and `far`. */
  readonly classes: readonly string[]
  /** The speaker of a `v`, the BCP 47 tag of a `lang`; empty for the others. */
  readonly annotation: string
  readonly children: readonly CueNode[]
}

/** One node of a cue's text. */
export type CueNode = TextNode | TimestampNode | TagNode

/** What names stand for between `&` and `;`, with the semicolon, and without it where HTML reads them so. */
export type NamedReferences = ReadonlyMap<string, string>

/** WebVTT's own names (WebVTT, "WebVTT cue text span"); HTML's many others are loaded when a text has one. */
export const BASIC_REFERENCES: NamedReferences = new Map([
  ['amp;', '&'],
  ['lt;', '<'],
  ['gt;', '>'],
  ['nbsp;', '\u00a0'],
  ['lrm;', '\u200e'],
  ['rlm;', '\u200f'],
  ['amp', '&'],
  ['lt', '<'],
  ['gt', '>'],
  ['nbsp', '\u00a0']
])

/** Something wrong with a cue's text; see `check-cue-text.ts` for its sentences. */
export type CueTextProblem =
  | 'tag-unknown'
  | 'tag-unclosed'
  | 'end-tag-stray'
  | 'timestamp-unreadable'
  | 'rt-outside-ruby'
  | 'tags-deep'
  | 'text-long'

/** How cue text is read. */
export interface CueTextOptions {
  /** Names of character references. Default: WebVTT's own six. */
  readonly references?: NamedReferences
  /** Told of each mistake, and where in the text it is, from 0. */
  readonly report?: (problem: CueTextProblem, at: number, found: string) => void
}
