import { type Fault, fault } from '../core/fault.ts'

/** Who is told that a part could not be had. */
interface FaultSink {
  raise(reason: Fault): unknown
}

const unreachable = (cause: unknown): Fault =>
  fault(
    'part-unreachable',
    'A part of the library could not be loaded, and what it is for does not work.',
    'serve all files of the package side by side, and let script-src allow them',
    cause
  )

/** A part of the library that comes when a page first needs it: what is not used is not paid for. */
export class Part<Module> {
  readonly #load: () => Promise<Module>
  #here: Module | undefined
  #loading: Promise<Module> | undefined

  constructor(load: () => Promise<Module>) {
    this.#load = load
  }

  /** The part, once it has come. */
  get here(): Module | undefined {
    return this.#here
  }

  /** Brings it. What failed is tried anew by who asks next. */
  load(): Promise<Module> {
    this.#loading ??= this.#load().then(
      module => {
        this.#here = module
        return module
      },
      cause => {
        this.#loading = undefined
        throw cause
      }
    )
    return this.#loading
  }

  /** Calls with the part: at once where it is here, else when it has come. Where it cannot be had, `ear` is told. */
  use(ear: FaultSink, then: (module: Module) => void): void {
    if (this.#here) then(this.#here)
    else
      this.load().then(then, cause => {
        ear.raise(unreachable(cause))
      })
  }
}
