/** What the files beside the classic script leave, by their names in camel case. */
type Beside = Readonly<Record<string, unknown>>

/** Where the classic script lies; known only while it runs for the first time. */
const home = (globalThis.document?.currentScript as HTMLScriptElement | null)?.src

const policy = (): { createScriptURL(address: string): unknown } => {
  const { trustedTypes } = globalThis as {
    trustedTypes?: {
      createPolicy(
        name: string,
        rules: { createScriptURL(address: string): string }
      ): { createScriptURL(address: string): unknown }
    }
  }
  const rules = { createScriptURL: (address: string) => address }
  return trustedTypes?.createPolicy('yokewright', rules) ?? rules
}

/** One for all classic scripts of a page: another of its name may be forbidden. */
const POLICY = Symbol.for('yokewright policy')

const inCamelCase = (name: string): string => name.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase())

/**
 * The address of a file that stands beside the classic script, `yokewright.<name>.js`, as a policy of trusted types wants it:
 * the one kind of address that is ours.
 */
export const addressBeside = (name: string): string => {
  const page = globalThis as { [POLICY]?: ReturnType<typeof policy> }
  page[POLICY] ??= policy()
  return page[POLICY].createScriptURL(new URL(`yokewright.${name}.js`, home).href) as string
}

/**
 * Loads a file that stands beside the classic script, `yokewright.<name>.js`, by a script of its own: pages that were
 * double-clicked can have it too. Only the classic script is built with this; modules import their parts.
 */
// biome-ignore lint/suspicious/noExplicitAny: it stands in the place of an import, whose type its caller knows.
export const loadBeside = (name: string): Promise<any> =>
  new Promise((resolve, reject) => {
    const { yokewrightParts } = globalThis as { yokewrightParts?: Beside }
    const here = yokewrightParts?.[inCamelCase(name)]
    if (here) {
      resolve(here)
      return
    }
    const script = document.createElement('script')
    script.src = addressBeside(name)
    script.addEventListener('load', () => {
      script.remove()
      const parts = (globalThis as { yokewrightParts?: Beside }).yokewrightParts
      resolve(parts?.[inCamelCase(name)])
    })
    script.addEventListener('error', () => {
      script.remove()
      reject(new TypeError(`${script.src} could not be loaded`))
    })
    document.head.append(script)
  })
