import { type Fault, fault } from '../../core/fault.ts'
import { type Habits, readHabits, readPlaces, writePlaces } from '../../core/watched/remembered.ts'
import type { WatchedPlace } from '../../core/watched/resume.ts'
import { readStored, writeStored } from './stored.ts'

const PLACES = 'yokewright.watched'
const HABITS = 'yokewright.habits'

/** Storage is full, or forbidden. */
export const storageRefused = (): Fault =>
  fault(
    'storage-refused',
    'What was watched cannot be kept on this device: storage is full, or the browser forbids it.',
    'it is remembered until the page is left; an <iframe sandbox> needs allow-same-origin'
  )

/** Where a clip was left. */
export const placeOfClip = (key: string): WatchedPlace | undefined => readPlaces(readStored(PLACES)).get(key)

/** Keeps where a clip was left; `undefined` forgets it. @returns whether that is kept beyond this page. */
export const keepPlace = (key: string, place: WatchedPlace | undefined): boolean => {
  const places = readPlaces(readStored(PLACES))
  if (place) places.set(key, place)
  else if (!places.delete(key)) return true
  return writeStored(PLACES, writePlaces(places), writePlaces(places, Math.ceil(places.size / 2)))
}

/** How loud and how fast the viewer likes it. */
export const habits = (): Habits => readHabits(readStored(HABITS))

/** Keeps how loud and how fast the viewer likes it. @returns whether that is kept beyond this page. */
export const keepHabits = (changed: Habits): boolean => writeStored(HABITS, JSON.stringify({ ...habits(), ...changed }))

/** Forgets every clip, and what the viewer likes. */
export const forgetAll = (): void => {
  for (const name of [PLACES, HABITS]) writeStored(name, '')
}
