/** Whether a text is a language tag (BCP 47, as `Intl` reads it): numbers and times cannot be written in what is none. */
export const isLanguageTag = (text: string): boolean => {
  try {
    return Intl.getCanonicalLocales(text).length === 1
  } catch {
    return false
  }
}
