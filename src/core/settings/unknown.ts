import { type Fault, fault } from '../fault.ts'
import { nearestName } from '../nearest-name.ts'

/** A setting that there is not, with the name that was probably meant. */
export const unknownSetting = (key: string, names: readonly string[]): Fault => {
  const nearest = nearestName(key, names)
  return fault(
    'setting-unknown',
    `There is no setting “${key}”.`,
    nearest ? `did you mean ${nearest}?` : `there are ${names.join(', ')}`
  )
}

/** A fault for each setting that there is not. @param names all that there are. */
export const findUnknownSettings = (settings: object, names: Iterable<string>): readonly Fault[] => {
  const known = [...names]
  return Object.keys(settings)
    .filter(key => !known.includes(key))
    .map(key => unknownSetting(key, known))
}
