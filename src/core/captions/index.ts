export { type CheckOptions, checkVtt } from './check-vtt.ts'
export { type Comment, type Cue, createCue, DEFAULT_CUE, DEFAULT_REGION, type Region, type VttFile } from './cue.ts'
export * from './cue-box.ts'
export { CueIndex } from './cue-index.ts'
export {
  BASIC_REFERENCES,
  CUE_TAGS,
  type CueNode,
  type CueTextOptions,
  type CueTextSlip,
  type NamedReferences,
  type TagNode,
  type TextNode,
  type TimestampNode
} from './cue-text.ts'
export { baseDirection } from './direction.ts'
export { columnsOf, type Guidelines, USUAL_GUIDELINES } from './guidelines.ts'
export { readNamedReferences } from './named-references.ts'
export { parseCueText, plainCueText } from './parse-cue-text.ts'
export { type ParsedVtt, parseVtt, streamVtt } from './parse-vtt.ts'
export * from './place-cues.ts'
export { type HoursForm, printTimestamp } from './print-time.ts'
export { type CueSelectorPart, type CueStyleRule, readStyles } from './read-styles.ts'
export { type Changed, joinVtt, scaleVtt, shiftVtt, splitVtt } from './retime.ts'
export { type CaptionFault, printCaptionFault } from './sentences.ts'
export { type SerializeOptions, serializeVtt, type WritableVtt } from './serialize-vtt.ts'
export { type ParsedSubRip, parseSubRip, serializeSubRip } from './subrip.ts'
export { type Tidied, type TidyNote, tidyVtt } from './tidy.ts'
