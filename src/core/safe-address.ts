/** Schemes of addresses that are loaded; an address without one is relative. */
const SCHEMES = /^(?:https?|blob|data|file):/i

/** Whether an address may be loaded. White space and control characters are passed over by engines when they look for a scheme (URL, basic parser). */
export const isSafeAddress = (address: string): boolean => {
  // biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is to be found.
  const plain = address.replace(/[\u0000-\u0020]/g, '')
  return !/^[a-z][a-z0-9+.-]*:/i.test(plain) || SCHEMES.test(plain)
}
