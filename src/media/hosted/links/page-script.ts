import type { DialectScript } from '../../../core/hosted/dialect.ts'

/** How long after its script has run a service may take to call the ready function, in milliseconds. */
const LATEST_CALL = 5000

type Page = Record<string, unknown>

interface ScriptPolicy {
  createScriptURL(address: string): unknown
}

let policy: ScriptPolicy | undefined

/** An address of a dialect as what `script.src` takes under `require-trusted-types-for 'script'` (Trusted Types). */
const trusted = (address: string): string => {
  const { trustedTypes } = globalThis as {
    trustedTypes?: { createPolicy(name: string, rules: ScriptPolicy): ScriptPolicy }
  }
  const rules = { createScriptURL: (given: string) => given }
  policy ??= trustedTypes?.createPolicy('yokewright-hosted', rules) ?? rules
  return policy.createScriptURL(address) as string
}

/** The scripts of services, by their addresses: each is loaded once, however many players want it. */
const scripts = new Map<string, Promise<Page>>()

const isThere = ({ global, make }: DialectScript): Page | undefined => {
  const found = (globalThis as unknown as Page)[global] as Page | undefined
  return typeof found?.[make] === 'function' ? found : undefined
}

/**
 * Waits for the call of the ready function. One that the page has defined is called as well, and stands there again afterwards;
 * one that the page defines later takes the call for itself, and then the object itself tells that it is there.
 * @returns its end.
 */
const awaitCall = (name: string, called: () => void): (() => void) => {
  const page = globalThis as unknown as Page
  const had = Object.hasOwn(page, name)
  const before = page[name]
  const ours = (...given: unknown[]): void => {
    end()
    called()
    if (typeof before === 'function') before.apply(globalThis, given)
  }
  const end = (): void => {
    if (page[name] !== ours) return
    if (had) page[name] = before
    else delete page[name]
  }
  page[name] = ours
  return end
}

const load = (script: DialectScript, address: string): Promise<Page> =>
  new Promise((resolve, reject) => {
    const element = document.createElement('script')
    let latest: ReturnType<typeof setTimeout> | undefined
    const finish = (failure?: Error): void => {
      clearTimeout(latest)
      endWaiting?.()
      element.remove()
      const object = isThere(script)
      if (object && !failure) resolve(object)
      else reject(failure ?? new TypeError(`${address} has not put ${script.global}.${script.make} on the window`))
    }
    const endWaiting = script.callback ? awaitCall(script.callback, finish) : undefined
    element.src = trusted(address)
    element.async = true
    element.addEventListener('error', () => finish(new TypeError(`${address} could not be loaded`)))
    element.addEventListener('load', () => {
      if (endWaiting) latest = setTimeout(finish, LATEST_CALL)
      else finish()
    })
    document.head.append(element)
  })

/** The object of a service's page script, loaded where the page has not loaded it. What failed is tried anew by who asks next. */
export const objectOf = (script: DialectScript, address: string): Promise<Page> => {
  const here = isThere(script)
  if (here) return Promise.resolve(here)
  const loading =
    scripts.get(address) ??
    load(script, address).catch(cause => {
      scripts.delete(address)
      throw cause
    })
  scripts.set(address, loading)
  return loading
}
