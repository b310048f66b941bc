import type { Person } from './person.ts'

/** Where a light is seen, in CSS pixels of the picture's box; `undefined` while it is not. */
export interface Seen {
  readonly x: number
  readonly y: number
}

/**
 * Where the lights of the pier heads are seen in the clip “The lamp room”: red at 25 degrees to the left of its middle, green at
 * 25 to the right, both 1 degree above the horizon. Of what was drawn last, in the frame in which it was drawn.
 */
export const lightsIn = (person: Person, lookAt: string): Promise<Partial<Record<'red' | 'green', Seen>>> =>
  person.page.run(async (direction: string) => {
    const player = document.querySelector('yoke-player') as HTMLElementTagNameMap['yoke-player']
    const canvas = (document.querySelector('canvas') ?? player.shadowRoot?.querySelector('canvas')) as HTMLCanvasElement
    if (direction) await player.yoke.run('look-at', direction)
    const copy = document.createElement('canvas')
    copy.width = canvas.clientWidth
    copy.height = canvas.clientHeight
    const pen = copy.getContext('2d') as CanvasRenderingContext2D
    // In the frame in which it was drawn: later the canvas holds nothing. A busy engine may need another.
    for (let frame = 0; frame < 30; frame += 1) {
      await player.yoke.run('turn', '0')
      await new Promise(requestAnimationFrame)
      pen.drawImage(canvas, 0, 0, copy.width, copy.height)
      if (pen.getImageData(copy.width / 2, copy.height / 2, 1, 1).data.some((part, at) => at < 3 && part > 0)) break
    }
    const { data } = pen.getImageData(0, 0, copy.width, copy.height)
    const found: Record<string, { n: number; x: number; y: number }> = {}
    for (let at = 0; at < data.length; at += 4) {
      const [r = 0, g = 0, b = 0] = [data[at], data[at + 1], data[at + 2]]
      const name = r > 170 && g < 90 && b < 90 ? 'red' : g > 150 && r < 90 && b < 140 ? 'green' : ''
      if (!name) continue
      const sum = found[name] ?? { n: 0, x: 0, y: 0 }
      found[name] = sum
      sum.n += 1
      sum.x += ((at / 4) % copy.width) + 0.5
      sum.y += Math.floor(at / 4 / copy.width) + 0.5
    }
    return Object.fromEntries(Object.entries(found).map(([name, { n, x, y }]) => [name, { x: x / n, y: y / n }]))
  }, lookAt)
