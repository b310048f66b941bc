/** A picture of the station. */
export interface Picture {
  readonly id: string
  readonly title: string
  readonly file: string
  readonly width: number
  readonly height: number
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
    moments: [
      { at: 0, label: 'Low water' },
      { at: 14, label: 'The flood begins' },
      { at: 30, label: 'High water' },
      { at: 44, label: 'The ebb begins' }
    ]
  },
  { id: 'board', title: 'Reading the tide board', file: 'tide-board', width: 1280, height: 720 },
  { id: 'gate', title: 'The lock gate', file: 'lock-gate', width: 360, height: 640 },
  { id: 'clock', title: 'The tide clock', file: 'tide-clock', width: 480, height: 480 }
]

/** The water in metres over the part of a clip that has gone by, from 0 to 1: low, high, low. */
export const heightAt = (part: number): number => 2.4 - 2 * Math.cos(part * 2 * Math.PI)
