import { YokePlayer } from './yoke-player.ts'

// The first copy on a page has the name; a second one leaves it alone.
if (globalThis.customElements && !customElements.get('yoke-player')) customElements.define('yoke-player', YokePlayer)

export * from '../wiring/index.ts'
export { YokePlayer } from './yoke-player.ts'
