export { type FrameInput, writeFrame } from './frame.ts'
export { libraryTags, PAGE_CSS, type PageInput, textBlocks, writePage } from './page.ts'
export { playerMarkup } from './player-markup.ts'
export { shareProperties, type VideoFacts, videoObject } from './video-object.ts'
