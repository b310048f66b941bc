import fc from 'fast-check'
import { tryMarkup } from '../test/attacks/in-page.ts'
import { markupCase } from '../test/attacks/markup.ts'
import { openPerson } from '../test/support/person.ts'

/** Cases of one page; then another, so that what one leaves behind does not slow the next. */
const IN_A_PAGE = 100

/** Markup with odd names and forms in Chromium: what broke, and the longest that one case took. */
export const attackPage = async (cases: number): Promise<void> => {
  const person = await openPerson('chromium', { fresh: true })
  const from = performance.now()
  const all = fc.sample(markupCase, cases)
  let longest = 0
  let broken = 0
  for (let at = 0; at < all.length; at += IN_A_PAGE) {
    await person.mount('')
    const outcome = await person.page.run(tryMarkup, all.slice(at, at + IN_A_PAGE))
    for (const what of outcome.broken) console.log(`  ${what}`)
    broken += outcome.broken.length
    longest = Math.max(longest, outcome.longest)
  }
  await person.leave()
  if (broken > 0) process.exitCode = 1
  const seconds = ((performance.now() - from) / 1000).toFixed(1)
  const outcome = broken > 0 ? `${broken} BROKE` : 'nothing broke through'
  console.log(`  ${'markup, in a page'.padEnd(32)} ${outcome}, ${seconds} s; the longest deed ${longest.toFixed(0)} ms`)
}
