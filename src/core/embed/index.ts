export { writeFrame } from './frame.ts'
export { type BroughtPreset, libraryTags, PAGE_CSS, type PageInput, writePage } from './page.ts'
export { playerMarkup } from './player-markup.ts'
export { shareProperties, videoObject } from './video-object.ts'
