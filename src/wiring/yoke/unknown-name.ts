import { type Fault, type FaultCode, fault } from '../../core/fault.ts'
import { nearestName } from '../../core/nearest-name.ts'
import { COMMAND_NAMES } from '../../core/playback/commands.ts'
import type { YokeView } from './yoke-view.ts'

const hintFor = (written: string, names: readonly string[]): string => {
  const nearest = nearestName(written, names)
  return nearest ? `did you mean ${nearest}?` : `there are ${names.join(', ')}`
}

/** An attribute names something that there is not: says so, and what was probably meant. */
export const unknownName = (
  code: FaultCode,
  attribute: string,
  written: string,
  kind: string,
  names: readonly string[]
): Fault => fault(code, `${attribute} asks for “${written}”, which is no ${kind}.`, hintFor(written, names))

/** A command that nobody knows. */
export const unknownCommand = (name: string, yoke: YokeView): Fault =>
  fault('command-unknown', `There is no command “${name}”.`, hintFor(name, [...COMMAND_NAMES, ...yoke.commands.keys()]))
