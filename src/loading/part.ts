import { type Fault, fault } from '../core/fault.ts'

/** Who asks for parts: hears of one that cannot be had, and may not want it any more when it comes. */
export interface PartHost {
  raise(reason: Fault): unknown
  /** What comes after it has aborted is dropped. */
  readonly signal?: AbortSignal
  /** What comes after it has changed is dropped: something newer was asked for. */
  readonly generation?: number
}

/** A part of the library that comes when a page first needs it: what is not used is not paid for. */
export interface Part<Module> {
  /** The part, once it has come. */
  readonly here: Module | undefined
  /** Brings it. What failed is tried anew by who asks next; Firefox keeps the failure for as long as the page lives. */
  load(): Promise<Module>
}

/** A part by what loads it: `definePart(() => import('./inspect.ts'))`. */
export const definePart = <Module>(load: () => Promise<Module>): Part<Module> => {
  let here: Module | undefined
  let loading: Promise<Module> | undefined
  return {
    get here() {
      return here
    },
    load() {
      loading ??= load().then(
        module => {
          here = module
          return module
        },
        cause => {
          loading = undefined
          throw cause
        }
      )
      return loading
    }
  }
}

/** A part that could not be loaded. */
export const unreachable = (cause: unknown): Fault =>
  fault(
    'part-unreachable',
    'A part of the library could not be loaded.',
    'serve all files of the package side by side, and let script-src allow them; it is tried again when next needed, in Firefox after a reload',
    cause
  )

/**
 * Brings a part for a host: resolves with `undefined` where it cannot be had (the host is told: `part-unreachable`), or is
 * not wanted any more, because the host has been aborted or has asked for something newer.
 */
export const bring = <Module>(part: Part<Module>, host: PartHost): Promise<Module | undefined> => {
  const { generation } = host
  const isWanted = (): boolean => !host.signal?.aborted && host.generation === generation
  return part.load().then(
    module => (isWanted() ? module : undefined),
    cause => {
      if (isWanted()) host.raise(unreachable(cause))
      return undefined
    }
  )
}

/** As {@link bring}, and calls with the part at once where it is here. */
export const use = <Module>(part: Part<Module>, host: PartHost, then: (module: Module) => void): void => {
  if (part.here) then(part.here)
  else bring(part, host).then(module => module && then(module))
}
