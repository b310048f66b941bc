const isPlain = (value: unknown): value is object =>
  Array.isArray(value) || (value as object | undefined)?.constructor === Object

/** Whether two values are the same, or two plain objects or lists of the same members. */
export const isSame = (one: unknown, other: unknown): boolean => {
  if (!isPlain(one) || !isPlain(other)) return Object.is(one, other)
  const keys = Object.keys(one)
  return (
    keys.length === Object.keys(other).length && keys.every(key => Object.is(one[key as never], other[key as never]))
  )
}
