/** The place of a player before the library is there: what `yokewright.css` ships, so that nothing jumps. */
export const PLACE_CSS = `/* Holds the place of <yoke-player> until yokewright.js is there, and where no script runs. */
:where(yoke-player) { display: block; position: relative }
:where(yoke-player:not(:defined):not(:has(video, audio)):not([backdrop], [width], [src*=".m4a"], [src*=".mp3"], [src*=".ogg"], [src*=".wav"])) { aspect-ratio: 16 / 9; background: #000 }
:where(yoke-player video) { display: block; max-inline-size: 100%; block-size: auto }
:where(yoke-player video:not([width])) { inline-size: 100%; aspect-ratio: auto 16 / 9 }
`
