const held: Record<string, unknown> = {}

/** What the classic script holds, by the names that its build gives to parts. */
export const hold = (parts: Readonly<Record<string, unknown>>): void => {
  Object.assign(held, parts)
}

/**
 * A part of the one file, as an import would bring it: players that stand in the page already ask before all has been handed
 * out. Only the classic script is built with this.
 */
// biome-ignore lint/suspicious/noExplicitAny: it stands in the place of an import, whose type its caller knows.
export const partWithin = (name: string): Promise<any> => Promise.resolve().then(() => held[name])
