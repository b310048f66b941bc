/** A function whose answer for an object is worked out once, and kept as long as the object lives. */
export const onceFor = <Key extends object, Answer>(answerTo: (key: Key) => Answer): ((key: Key) => Answer) => {
  const kept = new WeakMap<Key, Answer>()
  return key => {
    if (!kept.has(key)) kept.set(key, answerTo(key))
    return kept.get(key) as Answer
  }
}
