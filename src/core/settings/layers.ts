import { rowOf, type SettingKey } from './table.ts'

/**
 * Where a setting may be said, the weakest first: the library itself, the service that hosts a clip, the form of the player (one with controls, a
 * backdrop), a preset, a clip document, the attribute `settings`, an attribute of the player, an attribute of the media in
 * it, a clip that script gives, script.
 */
export const SETTING_ORIGINS = [
  'library',
  'service',
  'form',
  'preset',
  'clip',
  'settings',
  'attribute',
  'media',
  'given clip',
  'script'
] as const

/** One of the places that can say a setting. */
export type SettingOrigin = (typeof SETTING_ORIGINS)[number]

/** Which layer settled a setting, and what it hid. */
export interface SettingExplanation {
  readonly key: SettingKey
  readonly value: unknown
  readonly origin: SettingOrigin
  /** Where a preset settles it: the one that says it, which the linked one may extend. */
  readonly preset?: string
  /** Where a preset settles it: the one that is linked. */
  readonly linkedTo?: string
  /** What weaker layers say, the strongest of them first. */
  readonly hidden: readonly { readonly origin: SettingOrigin; readonly value: unknown }[]
}

/** The weakest places nobody writes for one player: what they say has been read, and anything may say otherwise. */
export const UNWRITTEN_ORIGINS: readonly SettingOrigin[] = ['library', 'service', 'form', 'preset']

/** Those that an author writes: of two of them that say the same, the author should know. */
const isWritten = (origin: SettingOrigin): boolean => !UNWRITTEN_ORIGINS.includes(origin)

/** Settings by their layers: of two that say the same setting the stronger one holds, and the weaker one waits. */
export class SettingLayers {
  readonly #layers = new Map<SettingOrigin, Map<SettingKey, unknown>>()

  /** Takes note of what a layer says of a setting; `undefined` takes it back. @returns whether another value holds now. */
  set(origin: SettingOrigin, key: SettingKey, value: unknown): boolean {
    const before = this.valueOf(key)
    const layer = this.#layers.get(origin) ?? new Map<SettingKey, unknown>()
    this.#layers.set(origin, layer)
    if (value === undefined) layer.delete(key)
    else layer.set(key, value)
    return !Object.is(before, this.valueOf(key))
  }

  /** The keys that a layer says. */
  keysOf(origin: SettingOrigin): readonly SettingKey[] {
    return [...(this.#layers.get(origin)?.keys() ?? [])]
  }

  /** The value that holds. */
  valueOf(key: SettingKey): unknown {
    return this.saidBy(this.originOf(key), key)
  }

  /** The layer that settles it: the strongest that says anything. */
  originOf(key: SettingKey): SettingOrigin {
    return this.#saying(key)[0] ?? 'library'
  }

  /** Two places that say the same setting, the stronger first; `undefined` where only one does. */
  twiceOf(key: SettingKey): readonly [winner: SettingOrigin, loser: SettingOrigin] | undefined {
    const [winner, loser] = this.#saying(key).filter(isWritten)
    // A clip that script gives is what comes next: it is meant to say something else than the markup.
    if (!winner || !loser || winner === 'given clip') return undefined
    // Of a player and the media in it, either may say what both mean.
    const isSame = winner === 'media' && Object.is(this.saidBy('media', key), this.saidBy(loser, key))
    return isSame ? undefined : [winner, loser]
  }

  /** Which layer settles a setting, and what it hides. */
  explain(key: SettingKey): SettingExplanation {
    const [origin = 'library', ...others] = [...this.#saying(key), 'library' as const]
    const hidden = others.map(weaker => ({ origin: weaker, value: this.saidBy(weaker, key) }))
    return {
      key,
      value: this.saidBy(origin, key),
      origin,
      hidden: hidden.filter(({ value }) => value !== undefined)
    }
  }

  /** What a layer says of a setting; `undefined` where it says nothing. */
  saidBy(origin: SettingOrigin, key: SettingKey): unknown {
    return origin === 'library' ? rowOf(key).default : this.#layers.get(origin)?.get(key)
  }

  /** Who says a setting, the strongest first. */
  #saying(key: SettingKey): readonly SettingOrigin[] {
    return SETTING_ORIGINS.filter(origin => this.#layers.get(origin)?.has(key)).reverse()
  }
}
