import { type Fault, fault } from '../../core/fault.ts'
import { type Habits, readHabits, readPlaces, writePlaces } from '../../core/watched/remembered.ts'
import type { WatchedPlace } from '../../core/watched/resume.ts'

const PLACES = 'yokewright.watched'
const HABITS = 'yokewright.habits'

/** What storage would not take: it holds for as long as the page does. */
const ofPage = new Map<string, string>()

const read = (name: string): string => {
  try {
    return ofPage.get(name) ?? globalThis.localStorage.getItem(name) ?? ''
  } catch {
    // In a sandbox even asking throws.
    return ''
  }
}

/** @param less what does where all is too much. @returns whether it is kept beyond this page. */
const write = (name: string, text: string, less = text): boolean => {
  for (const each of [text, less])
    try {
      globalThis.localStorage.setItem(name, each)
      ofPage.delete(name)
      return true
    } catch {
      ofPage.set(name, text)
    }
  return false
}

/** Storage is full, or forbidden. */
export const storageRefused = (): Fault =>
  fault(
    'storage-refused',
    'What was watched cannot be kept on this device: storage is full, or the browser forbids it.',
    'it is remembered until the page is left; an <iframe sandbox> needs allow-same-origin'
  )

/** Where a clip was left. Read anew each time: other tabs write too. */
export const placeOfClip = (key: string): WatchedPlace | undefined => readPlaces(read(PLACES)).get(key)

/** Keeps where a clip was left; `undefined` forgets it. @returns whether that is kept beyond this page. */
export const keepPlace = (key: string, place: WatchedPlace | undefined): boolean => {
  const places = readPlaces(read(PLACES))
  if (place) places.set(key, place)
  else if (!places.delete(key)) return true
  return write(PLACES, writePlaces(places), writePlaces(places, Math.ceil(places.size / 2)))
}

/** How loud and how fast the viewer likes it. */
export const habits = (): Habits => readHabits(read(HABITS))

/** Keeps how loud and how fast the viewer likes it. @returns whether that is kept beyond this page. */
export const keepHabits = (changed: Habits): boolean => write(HABITS, JSON.stringify({ ...habits(), ...changed }))

/** Forgets every clip, and what the viewer likes. */
export const forgetAll = (): void => {
  for (const name of [PLACES, HABITS]) write(name, '{}')
}
