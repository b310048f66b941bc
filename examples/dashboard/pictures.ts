/** A picture of the station. */
export interface Picture {
  readonly id: string
  readonly title: string
  readonly file: string
  readonly width: number
  readonly height: number
  /** The water in metres that the picture tells: lowest and highest. */
  readonly water: readonly [low: number, high: number]
  readonly moments?: readonly { readonly at: number; readonly label: string }[]
}

const MEDIA = '../media'
export const addressOf = (file: string): string => `${MEDIA}/${file}`

export const PICTURES: readonly Picture[] = [
  {
    id: 'tide',
    title: 'Spring tide at the quay',
    file: 'spring-tide',
    width: 1280,
    height: 720,
    water: [0.4, 5.6],
    moments: [
      { at: 0, label: 'Low water' },
      { at: 14, label: 'The flood begins' },
      { at: 30, label: 'High water' },
      { at: 44, label: 'The ebb begins' }
    ]
  },
  { id: 'board', title: 'Reading the tide board', file: 'tide-board', width: 1280, height: 720, water: [1.2, 2.8] },
  { id: 'gate', title: 'The lock gate', file: 'lock-gate', width: 360, height: 640, water: [1, 3] },
  { id: 'clock', title: 'The tide clock', file: 'tide-clock', width: 480, height: 480, water: [0.4, 5.6] }
]

/** The water in metres when a part of a clip has gone by, from 0 to 1: low, high, low. */
export const heightAt = ({ water: [low, high] }: Picture, part: number): number =>
  low + ((high - low) * (1 - Math.cos(part * 2 * Math.PI))) / 2
