/** `has-volume` to `hasVolume`, as a type. */
export type CamelCase<Name extends string> = Name extends `${infer Head}-${infer Tail}`
  ? `${Head}${Capitalize<CamelCase<Tail>>}`
  : Name

/** Markup's `current-time` as script's `currentTime`. */
const toCamelCase = (name: string): string => name.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase())

/** An object whose members, in camel case, read the rows of a table through `read`, each time anew. */
export const createView = <Table extends object, View>(
  table: Table,
  read: (name: keyof Table & string) => unknown
): View => {
  const view = {}
  for (const name of Object.keys(table)) {
    Object.defineProperty(view, toCamelCase(name), { enumerable: true, get: () => read(name as keyof Table & string) })
  }
  return Object.freeze(view) as View
}
