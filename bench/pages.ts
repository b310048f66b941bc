/** The pages that are measured side by side: no controls, the browser's own, controls by hand, wired, ready-made. */

export type Kind = 'bare' | 'native' | 'by hand' | 'wired' | 'ready-made'

const RATES = [0.75, 1, 1.25, 1.5, 2].map(rate => `<option value="${rate}">${rate}×</option>`).join('')

const video = (attributes: string): string =>
  `<video ${attributes} muted playsinline width="640" height="360" src="/media/spring-tide.webm"></video>`

const NATIVE = (preload: string): string => `<div class="player">${video(`controls preload="${preload}"`)}</div>`

const BY_HAND = (preload: string): string => `<div class="player">${video(`preload="${preload}"`)}
<div class="bar">
<button type="button" data-part="play"><span data-part="label-play">Play</span><span data-part="label-pause" hidden>Pause</span></button>
<button type="button" data-part="stop">Stop</button>
<button type="button" data-part="back">Back 10 s</button><button type="button" data-part="on">On 10 s</button>
<div class="track"><i class="loaded" data-part="loaded"></i><i class="played" data-part="played"></i>
<input type="range" min="0" max="0" step="any" value="0" data-part="seek" aria-label="Position"></div>
<span><span data-part="time"></span> / <span data-part="duration"></span></span>
<button type="button" data-part="mute" aria-pressed="false">Mute</button>
<input type="range" min="0" max="1" step="any" data-part="volume" aria-label="Volume">
<select data-part="rate" aria-label="Speed">${RATES}</select>
<span data-part="busy" hidden>Loading</span><span data-part="fault"></span>
</div></div>`

const WIRED = (preload: string): string => `<yoke-player class="player">${video(`preload="${preload}"`)}
<div class="bar">
<button type="button" command="--play-pause"><span data-yoke-when="paused">Play</span><span data-yoke-when="!paused" hidden>Pause</span></button>
<button type="button" command="--stop">Stop</button>
<button type="button" command="--skip" value="-10">Back 10 s</button><button type="button" command="--skip" value="10">On 10 s</button>
<div class="track"><i class="loaded" data-yoke-fill="buffered"></i><i class="played" data-yoke-fill="position"></i>
<i class="handle" data-yoke-along="position"></i>
<input type="range" class="unseen" data-yoke-value="current-time" aria-label="Position"></div>
<span><span data-yoke-value="current-time"></span> / <span data-yoke-value="duration"></span></span>
<button type="button" command="--toggle-muted">Mute</button>
<input type="range" data-yoke-value="volume" aria-label="Volume">
<select data-yoke-value="playback-rate" aria-label="Speed">${RATES}</select>
<span data-yoke-when="waiting" hidden>Loading</span><span data-yoke-value="fault-text"></span>
</div></yoke-player>`

const READY_MADE = (preload: string): string =>
  `<yoke-player controls class="player">${video(`preload="${preload}"`)}</yoke-player>`

const BARE = (preload: string): string => `<div class="player">${video(`preload="${preload}"`)}</div>`

const PLAYERS: Record<Kind, (preload: string) => string> = {
  bare: BARE,
  native: NATIVE,
  'by hand': BY_HAND,
  wired: WIRED,
  'ready-made': READY_MADE
}

const STYLE = `<style>
.player { display: block; width: 640px }
.bar { display: flex; gap: 8px; align-items: center }
.track { position: relative; flex: 1; height: 20px; background: #ccc }
.track i { position: absolute; height: 100%; background: #269; pointer-events: none }
.track .handle { width: 12px; background: #024; border-radius: 6px }
.track input { position: absolute; inset: 0; width: 100%; margin: 0 }
.unseen { opacity: 0 }
</style>`

/** Counts the listeners that a page adds, before anything of the page runs. */
const COUNTING = `<script>
globalThis.listeners = 0
const add = EventTarget.prototype.addEventListener
EventTarget.prototype.addEventListener = function (...args) { globalThis.listeners += 1; return add.apply(this, args) }
</script>`

const SCRIPTS: Record<Kind, string> = {
  bare: '',
  native: '',
  'by hand': `import { setUpByHand } from '/bench/by-hand.js'; globalThis.setUp = () => { for (const player of document.querySelectorAll('.player')) setUpByHand(player) }`,
  wired: `await import('/dist/yokewright.js')`,
  'ready-made': `await import('/dist/yokewright.js')`
}

/** A page with one player that plays. */
export const playingPage = (
  kind: Kind
): string => `<!doctype html><html data-yoke-checks="off"><meta charset="utf-8"><title>${kind}</title>${STYLE}
${PLAYERS[kind]('auto')}<script type="module">${SCRIPTS[kind]}; globalThis.setUp?.(); globalThis.isSetUp = true</script>`

/** A page that mounts a hundred players when `mount()` is called; `mount` tells the milliseconds to the first layout. */
export const mountPage = (
  kind: Kind
): string => `<!doctype html><html data-yoke-checks="off"><meta charset="utf-8"><title>${kind}</title>${COUNTING}${STYLE}
<template>${PLAYERS[kind]('none').repeat(100)}</template><main></main><script type="module">${SCRIPTS[kind]}
globalThis.mount = () => {
  const content = document.querySelector('template').content.cloneNode(true)
  const before = globalThis.listeners
  const from = performance.now()
  document.querySelector('main').append(content)
  globalThis.setUp?.()
  document.body.getBoundingClientRect()
  return new Promise(resolve => queueMicrotask(() => {
    document.body.getBoundingClientRect()
    resolve({ milliseconds: performance.now() - from, listeners: (globalThis.listeners - before) / 100 })
  }))
}
globalThis.isSetUp = true</script>`
