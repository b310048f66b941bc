import { PARTS, type Sums } from './progress-sums.ts'

const inHtml = (text: string): string =>
  text.replace(/[&<>"]/g, letter => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[letter] ?? letter)

const clock = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`

const HEIGHT = 60
const LEFT = 18

/** How often each part was watched, as steps; below them, where visits were left. */
const drawing = ({ watched, left, title, visits }: Sums): string => {
  const steps = watched.map((count, part) => `L${part} ${HEIGHT - (count / visits) * HEIGHT}H${part + 1}`).join('')
  const most = Math.max(...left, 1)
  const bars = left
    .map((count, part) =>
      count > 0 ? `<path class="left" d="M${part} ${HEIGHT + 4}h1v${(count / most) * LEFT}h-1z"/>` : ''
    )
    .join('')
  return `<svg viewBox="0 0 ${PARTS} ${HEIGHT + 4 + LEFT}" preserveAspectRatio="none" role="img" aria-label="${inHtml(title)}: how much of it was watched"><path class="watched" d="M0 ${HEIGHT}${steps}V${HEIGHT}z"/><path class="ground" d="M0 ${HEIGHT}H${PARTS}"/>${bars}</svg>`
}

const section = (sums: Sums): string => `<section>
<h2>${inHtml(sums.title || sums.clip)}</h2>
<p><b>${sums.visits}</b> ${sums.visits === 1 ? 'visit' : 'visits'} · <b>${clock(sums.seconds)}</b> watched in all · <b>${sums.ends}</b> to the end</p>
<div class="drawing"><span class="axis">${sums.visits} ${sums.visits === 1 ? 'visit' : 'visits'}</span>${drawing(sums)}</div>
<p class="scale"><span>0:00</span><span>${clock(sums.duration / 2)}</span><span>${clock(sums.duration)}</span></p>
<details><summary>As a table</summary><table><thead><tr><th>From<th>Watched by<th>Left by</tr></thead><tbody>${sums.watched
  .map((count, part) =>
    part % 10 === 0 || (sums.left[part] ?? 0) > 0
      ? `<tr><td>${clock((part / PARTS) * sums.duration)}<td>${count}<td>${sums.left[part]}</tr>`
      : ''
  )
  .join('')}</tbody></table></details>
</section>`

const STYLE = `
:root { color-scheme: dark; --ink: #0b1d2c; --foam: #e9f3ee; --brass: #e0a94b; --sea: #1f6f85 }
body { margin: 0 auto; padding: 40px 24px; max-width: 860px; background: var(--ink); color: var(--foam); font: 16px/1.5 system-ui, sans-serif; font-variant-numeric: tabular-nums }
h1 { margin: 0; font-size: 30px } h2 { margin: 36px 0 2px; font-size: 20px } p { margin: 4px 0 10px; color: #b9cbd2 } b { color: var(--foam) }
.key { display: flex; gap: 24px } .key i { display: inline-block; inline-size: 12px; block-size: 12px; margin-inline-end: 8px; border-radius: 2px; vertical-align: -1px }
.drawing { position: relative } .axis { position: absolute; inset-block-end: calc(100% + 2px); inset-inline-end: 0; font-size: 12px; opacity: .8 }
svg { display: block; inline-size: 100%; block-size: 130px; border-block-start: 1px dashed #2c4658 }
.watched { fill: var(--sea) } .left { fill: var(--brass) } .ground { stroke: #5b7a8b; stroke-width: 1; vector-effect: non-scaling-stroke }
.scale { display: flex; justify-content: space-between; margin: 4px 0; font-size: 13px }
summary { cursor: pointer; color: #b9cbd2; font-size: 14px } table { border-collapse: collapse; margin-block: 8px; font-size: 14px } th, td { padding: 3px 18px 3px 0; text-align: start; border-block-end: 1px solid #21394a }
@media (prefers-color-scheme: light) { :root { color-scheme: light; --ink: #f5f1e6; --foam: #12293a; --brass: #b97a1a; --sea: #58a3b5 } p, summary { color: #3c5361 } }
`

/** A page that draws where clips are watched and where they are left. */
export const pageOf = (all: readonly Sums[]): string => `<!doctype html>
<html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><link rel="icon" href="data:,"><title>What was watched · Tern Quay Tide Station</title><style>${STYLE}</style>
<h1>What was watched</h1>
<p>Reports of players, clip by clip. Reload to see what has come since.</p>
<p class="key"><span><i style="background: var(--sea)"></i>watched</span><span><i style="background: var(--brass)"></i>left here</span></p>
${all.length > 0 ? all.map(section).join('\n') : '<p>Nothing has come yet. Play a clip that reports.</p>'}
</html>`
