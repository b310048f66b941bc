import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parseCueText } from '../text/parse-cue-text.ts'
import { cueRuns } from '../text/runs.ts'
import { type Line, wrapRuns } from './wrap-runs.ts'

/** Each letter is as wide as any other. */
const measure = (text: string): number => [...text].length

const wrap = (text: string, width: number): readonly Line[] => wrapRuns(cueRuns(parseCueText(text)), width, measure)

const words = (lines: readonly Line[]): readonly string[] =>
  lines.map(({ pieces }) => pieces.map(({ text, reading }) => text + (reading ? `(${reading.text})` : '')).join('|'))

describe('runs in lines', () => {
  it.each<[string, string, number, readonly string[]]>([
    ['one line where it fits', 'High water at six.', 40, ['High water at six.']],
    ['lines of about one length', 'The tide comes in twice a day here', 30, ['The tide comes in', 'twice a day here']],
    ['a line break where it is written', 'High water.\nLow water.', 40, ['High water.', 'Low water.']],
    ['runs side by side', 'High <i>water</i> at six', 40, ['High |water| at six']],
    ['marks with their words', 'Well, (truly) so!', 8, ['Well,', '(truly)', 'so!']],
    ['a word that is too long, in letters', 'Tidewaterways', 5, ['Tidew', 'aterw', 'ays']],
    ['a script without spaces', '潮が満ちてきます。', 5, ['潮が満ちて', 'きます。']],
    ['a reading over its word', 'The <ruby>潮<rt>しお</rt></ruby> comes', 40, ['The |潮(しお)| comes']],
    ['nothing', '', 10, ['']]
  ])('makes %s', (_, text, width, lines) => {
    expect(words(wrap(text, width))).toEqual(lines)
  })

  it('loses no letter, and goes over the width only where one letter does', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), fc.integer({ min: 1, max: 40 }), (text, width) => {
        const runs = [{ text, tags: [], classes: [], voice: '', lang: '', from: -Infinity, until: Infinity }]
        const lines = wrapRuns(runs, width, measure)
        const kept = lines.flatMap(({ pieces }) => pieces.map(piece => piece.text)).join('')
        expect(kept.replace(/\s/g, '')).toBe(text.replace(/\s/g, ''))
        for (const line of lines) expect(line.width).toBeLessThanOrEqual(Math.max(width, 1))
      })
    )
  })
})
