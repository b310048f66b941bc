/** A preset as a store keeps it, and which version of it that is. */
export interface StoredPreset {
  readonly preset: unknown
  readonly version: string
}

/** One that could not be read, where the others could: an exception that says which, and why. */
export interface UnreadPreset {
  readonly unread: unknown
}

/** Where presets are kept. Each method may throw: what has gone wrong is told as a fault, and the page keeps what it has. */
export interface PresetStore {
  /** All presets that it has. One that cannot be read keeps nobody from the others. */
  list(): Promise<readonly (StoredPreset | UnreadPreset)[]>
  /**
   * Keeps a preset in place of the one of its name, if that is still of this version; `undefined`: if there is none.
   * @returns the version that it has now.
   * @throws {StoreConflict} where somebody else has saved it meanwhile.
   */
  save(preset: { readonly name: string }, version: string | undefined): Promise<string>
  /** Takes a preset out, if it is still of this version. @throws {StoreConflict} */
  remove(name: string, version: string | undefined): Promise<void>
  /** Calls when something has been changed by someone else. @returns the end of it. */
  watch?(changed: () => void): () => void
}

/** Somebody else has saved a preset since it was read. */
export class StoreConflict extends Error {
  constructor(name: string) {
    super(`${name} is of another version by now`)
    this.name = 'StoreConflict'
  }
}
