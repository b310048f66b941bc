import type { NamedReferences } from './cue-text.ts'

/** What the numbers of windows-1252 between 0x80 and 0x9F stand for (HTML, "Numeric character reference end state"). */
const WINDOWS = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ'

const characterOf = (code: number): string => {
  if (code === 0 || code > 0x10_ff_ff || (code >= 0xd8_00 && code <= 0xdf_ff)) return '\ufffd'
  if (code >= 0x80 && code <= 0x9f) return WINDOWS.charAt(code - 0x80)
  return String.fromCodePoint(code)
}

/** The longest name that HTML knows has 32 letters. */
const NAME = /[a-zA-Z][a-zA-Z0-9]{0,31};?/y
const NUMBER = /#(?:[xX]([0-9a-fA-F]+)|([0-9]+));?/y

/**
 * Reads a character reference (HTML, "Character reference state") that begins behind an ampersand.
 * @returns what it stands for and how long it is, or `undefined` where the ampersand is meant as such.
 */
export const readReference = (
  text: string,
  at: number,
  names: NamedReferences
): { readonly character: string; readonly length: number } | undefined => {
  NUMBER.lastIndex = at
  const number = NUMBER.exec(text)
  if (number) {
    const [whole, hex, decimal] = number
    return { character: characterOf(hex ? Number.parseInt(hex, 16) : Number(decimal)), length: whole.length }
  }
  NAME.lastIndex = at
  const name = NAME.exec(text)?.[0] ?? ''
  // The longest name that fits counts: &notit; is ¬ and it;
  for (let length = name.length; length > 1; length -= 1) {
    const character = names.get(name.slice(0, length))
    if (character !== undefined) return { character, length }
  }
  return undefined
}
