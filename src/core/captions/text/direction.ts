/** Letters of the scripts that are written from right to left (Unicode bidirectional classes R and AL). */
const RIGHT_TO_LEFT =
  /[\p{Script=Hebrew}\p{Script=Arabic}\p{Script=Syriac}\p{Script=Thaana}\p{Script=Nko}\p{Script=Samaritan}\p{Script=Mandaic}\p{Script=Adlam}\u200f]/u
const STRONG = /[\p{L}\u200e\u200f]/u

/** The direction of a text's first strong letter (Unicode Bidirectional Algorithm, rules P2 and P3). */
export const baseDirection = (text: string): 'ltr' | 'rtl' => {
  const strong = STRONG.exec(text)?.[0]
  return strong !== undefined && RIGHT_TO_LEFT.test(strong) ? 'rtl' : 'ltr'
}
