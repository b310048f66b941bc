import { rowOf, type SettingKey } from './table.ts'

/**
 * Where a setting may be said, the weakest first: the library itself, the form of the player (one with controls, a
 * backdrop), a preset, a clip document, the attribute `settings`, an attribute of the player, an attribute of the media in
 * it, a clip that script gives, script.
 */
export const SETTING_ORIGINS = [
  'library',
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
  /** What weaker layers say, the strongest of them first. */
  readonly hidden: readonly { readonly origin: SettingOrigin; readonly value: unknown }[]
  /** Only a media with a picture honours it. */
  readonly isOfPicture: boolean
}

/** Those that an author writes: of two of them that say the same, the author should know. */
const isWritten = (origin: SettingOrigin): boolean => origin !== 'library' && origin !== 'form'

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
    if (!winner || !loser) return undefined
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
      hidden: hidden.filter(({ value }) => value !== undefined),
      isOfPicture: rowOf(key).picture === true
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
