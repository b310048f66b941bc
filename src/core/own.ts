/** What a table has by a name of its own: a page may have put others on the prototype of all objects. */
export const own = <Value>(table: Readonly<Record<string, Value | undefined>>, name: string): Value | undefined =>
  Object.hasOwn(table, name) ? table[name] : undefined
