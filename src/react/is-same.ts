const isPlain = (value: unknown): value is object =>
  Array.isArray(value) || (value as object | undefined)?.constructor === Object

/** Whether two values are the same, or two plain objects or lists of the same members. */
export const isSame = (one: unknown, other: unknown): boolean => {
  if (!isPlain(one) || !isPlain(other)) return Object.is(one, other)
  const [ones, others] = [Object.entries(one), Object.entries(other)]
  return ones.length === others.length && ones.every(([key, value]) => Object.is(value, Reflect.get(other, key)))
}
