/** What a component waits for, on a server and in a browser: each by its name, until it is let in. */
const waiting = new Map<string, { readonly promise: Promise<void>; readonly letIn: () => void; isIn: boolean }>()

const gateOf = (name: string) => {
  const known = waiting.get(name)
  if (known) return known
  let open = (): void => undefined
  const promise = new Promise<void>(resolve => {
    open = resolve
  })
  const gate = {
    promise,
    isIn: false,
    letIn: (): void => {
      gate.isIn = true
      open()
    }
  }
  waiting.set(name, gate)
  return gate
}

/** Suspends until {@link letIn}, as a component does whose code or data is still to come. */
export const waitFor = (name: string): void => {
  const gate = gateOf(name)
  if (!gate.isIn) throw gate.promise
}

export const letIn = (name: string): void => gateOf(name).letIn()

/** Makes everything wait anew. */
export const closeAll = (): void => waiting.clear()
