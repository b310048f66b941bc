/** What storage would not take: it holds for as long as the page does. */
const ofPage = new Map<string, string>()

/** The text that is kept on this device under a name; `''` for none. Read anew each time: other tabs write too. */
export const readStored = (name: string): string => {
  try {
    return ofPage.get(name) ?? globalThis.localStorage.getItem(name) ?? ''
  } catch {
    // In a sandbox even asking throws.
    return ''
  }
}

/** Keeps a text on this device; `''` keeps nothing. @param less what does where all is too much. @returns whether it is kept beyond this page. */
export const writeStored = (name: string, text: string, less = text): boolean => {
  for (const each of [text, less])
    try {
      if (each === '') globalThis.localStorage.removeItem(name)
      else globalThis.localStorage.setItem(name, each)
      ofPage.delete(name)
      return true
    } catch {
      ofPage.set(name, text)
    }
  return false
}
