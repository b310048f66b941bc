import { onceFor } from '../../core/once-for.ts'

/** `has-volume` to `hasVolume`, as a type. */
export type CamelCase<Name extends string> = Name extends `${infer Head}-${infer Tail}`
  ? `${Head}${Capitalize<CamelCase<Tail>>}`
  : Name

/** Markup's `current-time` as script's `currentTime`. */
const toCamelCase = (name: string): string => name.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase())

/** The rows of a table with their names in camel case. */
const rowsOf = onceFor((table: object) => Object.keys(table).map(name => [toCamelCase(name), name] as const))

/** An object whose members, in camel case, read the rows of a table through `read`, each time anew. */
export const createView = <Table extends object, View>(
  table: Table,
  read: (name: keyof Table & string) => unknown
): View => {
  const view = {}
  for (const [camel, name] of rowsOf(table))
    Object.defineProperty(view, camel, { enumerable: true, get: () => read(name as keyof Table & string) })
  return Object.freeze(view) as View
}
