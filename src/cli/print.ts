/** Controls that a terminal would obey: of C0 (but tab), C1 and of direction. */
const CONTROLS = /[\p{Cc}\u2028\u2029\u202a-\u202e\u2066-\u2069]/gu

/** A text as one line that a terminal shows and does not obey: what is quoted may come from anywhere. */
const plainLine = (text: string): string => text.replace(CONTROLS, character => (character === '\t' ? '\t' : '\ufffd'))

/** Prints one line. */
export const print = (line: string): void => console.log(plainLine(line))

/** Prints one line on standard error. */
export const complain = (line: string): void => console.error(plainLine(line))
