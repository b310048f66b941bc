/** Whether what names a preset is the address of a document, and no name: it has a slash, or ends with `.json`. */
export const isPresetAddress = (name: string): boolean => /\/|\.json(?:#|$)/.test(name)
