export { type CheckOptions, checkVtt } from './check/check-vtt.ts'
export { columnsOf, type Guidelines, USUAL_GUIDELINES } from './check/guidelines.ts'
export { type CaptionFault, printCaptionFault } from './check/sentences.ts'
export { type Comment, type Cue, createCue, DEFAULT_CUE, DEFAULT_REGION, type Region, type VttFile } from './cue.ts'
export { type Changed, joinVtt, scaleVtt, shiftVtt, splitVtt } from './edit/retime.ts'
export { type Tidied, type TidyNote, tidyVtt } from './edit/tidy.ts'
export { CueIndex } from './index/cue-index.ts'
export * from './layout/cue-box.ts'
export * from './layout/place-cues.ts'
export { type Line, type Measure, type Piece, wrapRuns } from './layout/wrap-runs.ts'
export { type ParsedSubRip, parseSubRip, serializeSubRip } from './subrip/subrip.ts'
export {
  BASIC_REFERENCES,
  CUE_TAGS,
  type CueNode,
  type CueTextOptions,
  type CueTextProblem,
  type NamedReferences,
  type TagNode,
  type TextNode,
  type TimestampNode
} from './text/cue-text.ts'
export { baseDirection } from './text/direction.ts'
export { readNamedReferences } from './text/named-references.ts'
export { parseCueText, plainCueText } from './text/parse-cue-text.ts'
export { type CueRun, cueRuns, timeOfRun } from './text/runs.ts'
export { type HoursForm, printTimestamp } from './vtt/format-timestamp.ts'
export { type ParsedVtt, parseVtt, streamVtt } from './vtt/parse-vtt.ts'
export { type CueSelectorPart, type CueStyleRule, readStyles } from './vtt/read-styles.ts'
export { type SerializeOptions, serializeVtt, type WritableVtt } from './vtt/serialize-vtt.ts'
