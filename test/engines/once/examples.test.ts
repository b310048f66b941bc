import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { axeFindings } from '../../support/axe.ts'
import { currentEngine } from '../../support/engines.ts'
import { EXAMPLES } from '../../support/examples.ts'
import '../../support/page-types.ts'
import { openPerson, type Person } from '../../support/person.ts'

let person: Person
beforeAll(async () => {
  person = await openPerson(currentEngine())
})
afterAll(() => person?.leave())

it.each(EXAMPLES)('axe finds nothing on %s', async path => {
  await person.page.goto(`${person.server.address}${path}`)
  // Some are drawn by an application.
  await person.until('the page', () => customElements.get('yoke-player') && document.querySelector('h1'))
  expect(await axeFindings(person.page)).toEqual([])
})

it.each(EXAMPLES)('%s fits into 320 px', async path => {
  await person.page.goto(
    person.server.page(
      '/narrow',
      `<!doctype html><title>Narrow</title><iframe width="320" height="640" style="border:0" src="${path}"></iframe>`
    )
  )
  await person.until(
    'the page within',
    () =>
      document.querySelector('iframe')?.contentDocument?.readyState === 'complete' &&
      document.querySelector('iframe')?.contentWindow?.customElements.get('yoke-player')
  )
  const wider = await person.page.run(
    () => (document.querySelector('iframe')?.contentDocument?.documentElement.scrollWidth ?? 0) > 320
  )
  expect(wider).toBe(false)
})

it.each(EXAMPLES)('%s stands under the strict policy', async path => {
  const html = readFileSync(new URL(`../../../dist/site${path}`, import.meta.url), 'utf8')
  const policy = "default-src 'self'; require-trusted-types-for 'script'; trusted-types yokewright"
  person.server.page(
    '/policy.js',
    "globalThis.broken = []; addEventListener('securitypolicyviolation', ({ effectiveDirective, blockedURI, sample }) => broken.push([effectiveDirective, blockedURI, sample].join(' ')))",
    { 'content-type': 'text/javascript' }
  )
  await person.page.goto(
    person.server.page(
      path.replace('index.html', 'strict.html'),
      html.replace('<head>', '<head><script src="/policy.js"></script>'),
      {
        'content-security-policy': policy
      }
    )
  )
  await person.until('the library', () => customElements.get('yoke-player'))
  await person.page.run(() =>
    Promise.allSettled([...document.querySelectorAll('yoke-player')].map(one => one.yoke.run('play')))
  )
  expect(await person.page.run(() => (globalThis as unknown as { broken: string[] }).broken)).toEqual([])
})
