import { type Fault, fault } from '../fault.ts'

/**
 * Where a setting comes from, the weakest first: the form of the player, a clip document, the attribute `settings`, an attribute of the setting's
 * own, script.
 */
const SETTING_ORIGINS = ['form', 'document', 'settings', 'attribute', 'script'] as const

/** One of the places that can say a setting. */
export type SettingOrigin = (typeof SETTING_ORIGINS)[number]

const IN_WORDS: Readonly<Record<SettingOrigin, string>> = {
  form: 'the form of the player',
  document: 'the clip document',
  settings: 'the attribute settings',
  attribute: 'an attribute of its own',
  script: 'script'
}

/** Settings as they are handed about: one level below `start`, all others flat. */
type Settings = Readonly<Record<string, unknown>>

export const isRecord = (value: unknown): value is Settings =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** `{ start: { when } }` to `start.when`: one key for one setting. */
export const flatten = (settings: Settings): readonly (readonly [string, unknown])[] =>
  Object.entries(settings).flatMap(([key, value]) =>
    key === 'start' && isRecord(value)
      ? Object.entries(value).map(([part, one]) => [`start.${part}`, one] as const)
      : [[key, value] as const]
  )

/** {@link flatten}, back. */
const unfold = (entries: Iterable<readonly [string, unknown]>): Settings => {
  const settings: Record<string, unknown> = {}
  for (const [key, value] of entries) {
    const [head = '', part] = key.split('.')
    if (part === undefined) settings[head] = value
    else settings[head] = { ...(settings[head] as object), [part]: value }
  }
  return settings
}

/** What one change of settings comes to. */
export interface SettledSettings {
  /** What holds now of everything that was touched; `undefined`: what holds where nobody says anything. */
  readonly settings: Settings
  /** `setting-twice`, once for each setting that two places say. */
  readonly faults: readonly Fault[]
}

const twice = (key: string, winner: SettingOrigin, loser: SettingOrigin): Fault =>
  fault(
    'setting-twice',
    `${key} is set by ${IN_WORDS[winner]} and by ${IN_WORDS[loser]}; ${IN_WORDS[winner]} wins.`,
    'take one of the two away'
  )

/** Settings by their origins: of two that say the same setting, the stronger one wins, and the weaker one waits. */
export class SettingLayers {
  readonly #layers = new Map<SettingOrigin, Map<string, unknown>>()
  readonly #told = new Set<string>()

  /** Takes note of what one origin says. `undefined` takes a setting back, and the next weaker one holds again. */
  settle(origin: SettingOrigin, settings: Settings): SettledSettings {
    const layer = this.#layers.get(origin) ?? new Map<string, unknown>()
    this.#layers.set(origin, layer)
    const faults: Fault[] = []
    const touched = flatten(settings).flatMap(([key, value]) => {
      const before = this.#holds(key)
      if (value === undefined) layer.delete(key)
      else layer.set(key, value)
      const [winner, loser] = this.#origins(key)
      if (winner && loser && loser !== 'form' && !this.#told.has(key)) {
        this.#told.add(key)
        faults.push(twice(key, winner, loser))
      }
      const now = this.#holds(key)
      // What did not change is not said again: sources would be loaded anew.
      return now === before && winner !== origin ? [] : [[key, now] as const]
    })
    return { settings: unfold(touched), faults }
  }

  #holds(key: string): unknown {
    const [winner] = this.#origins(key)
    return winner && this.#layers.get(winner)?.get(key)
  }

  /** Who says a setting, the strongest first. */
  #origins(key: string): readonly SettingOrigin[] {
    return SETTING_ORIGINS.filter(origin => this.#layers.get(origin)?.has(key)).reverse()
  }
}
