import type { MediaSnapshot } from '../../core/playback/snapshot.ts'
import { STATES } from '../../core/playback/states.ts'
import { MEASURES, VALUES } from '../../core/playback/values.ts'
import { createView } from './names.ts'
import type { MeasuresView, StatesView, ValuesView } from './yoke-view.ts'

/** What a snapshot says, by names in camel case. Each is made when someone asks for it: most players live without. */
export class Views {
  readonly #seen: () => MediaSnapshot
  #states: StatesView | undefined
  #values: ValuesView | undefined
  #measures: MeasuresView | undefined

  constructor(seen: () => MediaSnapshot) {
    this.#seen = seen
  }

  get states(): StatesView {
    this.#states ??= createView<typeof STATES, StatesView>(STATES, name => STATES[name](this.#seen()))
    return this.#states
  }

  get values(): ValuesView {
    this.#values ??= createView<typeof VALUES, ValuesView>(VALUES, name => VALUES[name](this.#seen()))
    return this.#values
  }

  get measures(): MeasuresView {
    this.#measures ??= createView<typeof MEASURES, MeasuresView>(MEASURES, name => MEASURES[name](this.#seen()))
    return this.#measures
  }
}
