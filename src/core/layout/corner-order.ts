import type { Corner } from './corners.ts'

/** All corners, from the one that is wanted: the one above or below it first, then those of the other side. */
export const cornersFrom = (wanted: Corner): readonly Corner[] => {
  const [line, side] = wanted.split('-') as ['top' | 'bottom', 'start' | 'end']
  const far = line === 'top' ? 'bottom' : 'top'
  const across = side === 'end' ? 'start' : 'end'
  return [wanted, `${far}-${side}`, `${line}-${across}`, `${far}-${across}`]
}
