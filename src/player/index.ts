import { YokePlayer } from './yoke-player.ts'

// The first copy on a page has the name; a second one leaves it alone.
if (globalThis.customElements && !customElements.get('yoke-player')) customElements.define('yoke-player', YokePlayer)

export type { Clip } from '../core/documents/clip-schema.ts'
export type { ControlName, WrittenLayout } from '../core/layout/layouts.ts'
export type { Words } from '../core/words/en.ts'
export * from '../wiring/index.ts'
export { defineWords } from './look/language.ts'
export { YokePlayer } from './yoke-player.ts'
