/* What is no media: the case, its effects, and two instruments that make their readings up. */
const { leavePrints, makeDraggable, stutter } = yokewright.effects
const at = id => document.querySelector(`#${id}`)
const player = at('gauge')

/** Begins while a box is ticked, and ends with it. */
const whileTicked = (box, begin) => {
  let life
  const follow = () => {
    life?.abort()
    life = box.checked ? new AbortController() : undefined
    if (life) begin(life.signal)
  }
  box.addEventListener('change', follow)
  follow()
}

let leave
makeDraggable(at('case'), { handle: at('plate'), moved: (x, y) => leave?.(x, y) })
whileTicked(at('prints'), signal => {
  leave = leavePrints(player, player.querySelector('video'), { signal })
  signal.addEventListener('abort', () => {
    leave = undefined
  })
})
whileTicked(at('stutter'), signal => stutter(player, { every: [3, 8], lasts: [0.4, 1], signal }))
at('still').hidden = !matchMedia('(prefers-reduced-motion: reduce)').matches

const WINDS = ['SW 3', 'SW 4', 'W 4', 'WSW 5']
setInterval(() => {
  if (document.hidden) return
  at('pressure').value = 1013 + Math.round(Math.random() * 4 - 2)
  at('wind').value = WINDS[Math.floor(Math.random() * WINDS.length)]
}, 1000)
