import { safeParse } from 'valibot'
import { tellFirst } from '../fault.ts'
import type { DialectData } from '../hosted/dialect.ts'
import { isRecord } from '../record.ts'
import { DIALECT_SCHEMA } from './dialect-schema.ts'
import { type DocumentFault, type DocumentPath, faultAt, inWords } from './document-fault.ts'
import { faultOfIssue, innermost, type NamesAt } from './schema-faults.ts'

/** As much of a schema as names of keys are found by. */
interface Shape {
  readonly entries?: Readonly<Record<string, Shape>>
  readonly wrapped?: Shape
  readonly options?: readonly Shape[]
}

const shapesOf = (shape: Shape | undefined): readonly Shape[] => {
  if (!shape) return []
  const inner = shape.wrapped ? shapesOf(shape.wrapped) : [shape]
  return inner.flatMap(each => each.options?.flatMap(shapesOf) ?? [each])
}

/** The names beside a key, from the schema itself. */
const namesAt: NamesAt = path => {
  const holders = path
    .slice(0, -1)
    .reduce<readonly Shape[]>(
      (shapes, step) => shapes.flatMap(shape => shapesOf(shape.entries?.[String(step)])),
      [DIALECT_SCHEMA as Shape]
    )
  return holders.flatMap(({ entries = {} }) => Object.keys(entries))
}

/** What each key may say, and only all of them together are wrong. */
const together = (dialect: DialectData): readonly DocumentFault[] => {
  const { messages, script, frame, values, states, commands } = dialect
  const faults: DocumentFault[] = []
  const tell = (path: DocumentPath, sentence: string, hint: string): void => {
    faults.push(faultAt(path, 'entry-unreadable', sentence, hint))
  }
  if (Boolean(messages) === Boolean(script)) {
    const sentence = messages
      ? 'The dialect has messages and a script.'
      : 'The dialect has neither messages nor a script.'
    tell([], sentence, 'say how the service is talked to: one of both')
  }
  if (messages && !frame) tell([], 'The dialect has messages, and no frame to send them to.', 'add "frame"')
  for (const [name, value] of [...Object.entries(values), ['states', states] as const])
    if (!value.push === !value.poll) {
      const path = name === 'states' ? ['states'] : ['values', name]
      tell(path, `${path.join('.')} says neither push nor poll, or both.`, 'write the one by which it comes')
    }
  for (const [name, command] of Object.entries(commands) as [string, Partial<Record<'name' | 'on' | 'off', string>>][])
    if (typeof command !== 'string' && !command.name === !(command.on && command.off))
      tell(
        ['commands', name],
        `commands.${name} is called by neither a name nor two.`,
        'write "name", or "on" and "off"'
      )
  if (!commands.play || !commands.pause)
    tell(['commands'], 'commands lacks play or pause.', 'write what they are called')
  if (!values.duration)
    tell(['values'], 'values lacks duration: nothing plays before it is known.', 'say what brings it')
  return faults
}

/**
 * Reads the data of a dialect, and tells key by key what is wrong with it. Faults: `document-unreadable`, `key-unknown`,
 * `key-missing`, `entry-unreadable`, `faults-many`.
 */
export const readDialect = (document: unknown): readonly DocumentFault[] => {
  if (!isRecord(document)) {
    const sentence = `A dialect was expected, and ${inWords(document)} came.`
    return [faultAt([], 'document-unreadable', sentence, 'write an object: { "name": … }')]
  }
  const parsed = safeParse(DIALECT_SCHEMA, document)
  if (parsed.success) return together(document as unknown as DialectData)
  const found = parsed.issues.flatMap(issue => innermost(issue))
  const places = [...new Map(found.map(each => [JSON.stringify(each.path), each])).values()]
  return tellFirst(places, each => faultOfIssue(each, namesAt))
}
