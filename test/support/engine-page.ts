import { type EngineName, findProgram } from './engine-list.ts'

/** Keys by `KeyboardEvent.key`. */
type Key = string

/** One page in a real browser, driven as a person would: pointer, keys, and a look at what is there. */
export interface EnginePage {
  readonly engine: EngineName
  goto(url: string): Promise<void>
  /** Runs a function in the page, with arguments that JSON can carry; comes back with what its promise resolves to. */
  run<Args extends readonly unknown[], Value>(action: (...args: Args) => Value, ...args: Args): Promise<Awaited<Value>>
  /** Moves the pointer to a point of the viewport, in CSS pixels. */
  move(x: number, y: number): Promise<void>
  down(): Promise<void>
  up(): Promise<void>
  doubleClick(x: number, y: number): Promise<void>
  /** Presses and lets go, with `modifier` held down if there is one. */
  press(key: Key, modifier?: 'Control' | 'Alt'): Promise<void>
  /** A finger's tap at a point of the viewport. */
  tap(x: number, y: number): Promise<void>
  /** Turns the wheel where the pointer is; positive is down. */
  wheel(x: number, y: number, deltaY: number): Promise<void>
  type(text: string): Promise<void>
  screenshot(): Promise<Buffer>
  /** Takes the device off line, or back; absent where the driver cannot. */
  setOffline?(offline: boolean): Promise<void>
  /** Clears the engine's memory, and tells how many nodes and listeners it then holds; absent where the driver cannot. */
  kept?(): Promise<{ readonly nodes: number; readonly listeners: number }>
  close(): Promise<void>
}

/** A call as text, to be run in a page. The transpiler wraps named functions in `__name`, which a page lacks. */
export const callOf = (action: (...args: never[]) => unknown, args: readonly unknown[]): string =>
  `(() => { const __name = named => named; return (${action})(...${JSON.stringify(args)}) })()`

export const VIEWPORT = { width: 1280, height: 800 } as const

export const program = (name: string): string => {
  const path = findProgram(name)
  if (!path) throw new Error(`${name} is not installed`)
  return path
}
