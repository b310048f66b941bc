import { type Fault, fault } from '../../core/fault.ts'
import { PLAYER_ATTRIBUTES } from '../../core/markup/vocabulary.ts'
import { nearestName } from '../../core/nearest-name.ts'
import { misspeltAttribute } from '../../core/settings/read-deep.ts'

/** A fault for each attribute of a player that is almost one of ours. */
export const findMisspelt = (names: readonly string[]): readonly Fault[] =>
  names.flatMap(name => {
    const nearest = nearestName(name, PLAYER_ATTRIBUTES)
    return nearest ? [misspeltAttribute(name, nearest)] : []
  })

/** A player in more others than are coupled. */
export const tooDeep = (most: number): Fault =>
  fault(
    'page-too-large',
    `A player stands in more than ${most} others, and does nothing.`,
    'put players beside one another'
  )
