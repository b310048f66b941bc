import type { Fault } from '../../core/fault.ts'
import { isRecord } from '../../core/record.ts'
import {
  type SettingExplanation,
  SettingLayers,
  type SettingOrigin,
  UNWRITTEN_ORIGINS
} from '../../core/settings/layers.ts'
import {
  ATTRIBUTE_KEYS,
  bare,
  DEFAULT_SETTINGS,
  flattenSettings,
  isSettingKey,
  nestSettings,
  rowOf,
  SETTING_KEYS,
  type SettingKey
} from '../../core/settings/table.ts'
import { readValue, valueOfText } from '../../core/settings/value-schema.ts'
import { BASIC_WORDS } from '../../core/words/basic.ts'
import { isLanguageTag } from '../../core/words/language-tag.ts'
import { bring, definePart, type PartHost, use } from '../../loading/part.ts'
import type { SettledSettings } from './settings.ts'

/** The full reader of settings, which says what cannot be read. */
const READING = definePart(() => import('../../core/settings/read-deep.ts'))

type Reading = typeof import('../../core/settings/read-deep.ts')

const DEFAULTS = bare({ ...DEFAULT_SETTINGS, words: BASIC_WORDS }) as unknown as SettledSettings

const isWord = ([name, word]: readonly [string, unknown]): boolean =>
  typeof word === 'string' && (name !== 'lang' || isLanguageTag(word))

/** The settings of a yoke: what each layer says, and what holds of it. */
export class Configuration {
  readonly #layers = new SettingLayers()
  readonly #host: PartHost
  readonly #changed: (keys: ReadonlySet<SettingKey>) => void
  #values = DEFAULTS
  /** What is still being read, by layer and key: what comes after something newer is dropped. */
  readonly #pending = new Map<string, unknown>()
  #reading: Promise<void> | undefined
  /** Settings that two places say, and of which that was told. */
  readonly #told = new Set<SettingKey>()

  /** @param changed called with the keys of which another value holds. */
  constructor(host: PartHost, changed: (keys: ReadonlySet<SettingKey>) => void) {
    this.#host = host
    this.#changed = changed
  }

  /** What holds. The same object until something changes. */
  get values(): SettledSettings {
    return this.#values
  }

  /** Takes what a layer says, nested as script and JSON have it. `undefined` takes a setting back. */
  take(origin: SettingOrigin, settings: object): void {
    if (!isRecord(settings)) {
      this.#tell(({ unreadableSettings }) => [unreadableSettings(settings)])
      return
    }
    const changed = new Set<SettingKey>()
    const unknown: string[] = []
    for (const [key, value] of flattenSettings(settings)) {
      if (!isSettingKey(key) || (rowOf(key).scriptOnly && origin !== 'script')) unknown.push(key)
      else this.#takeOne(origin, key, key, value, changed)
    }
    if (unknown.length > 0) this.#tell(({ unknownSettings }) => unknownSettings(unknown))
    this.#settle(changed)
  }

  /** Takes what a layer says in place of all that it said before. */
  replace(origin: SettingOrigin, settings: object): void {
    const gone = this.#layers.keysOf(origin).map(key => [key, undefined] as const)
    this.take(origin, nestSettings([...gone, ...flattenSettings(settings)]))
  }

  /** Takes the text of an attribute of a player; `null` is its absence. */
  takeAttribute(name: string, text: string | null): void {
    const key = ATTRIBUTE_KEYS.get(name)
    if (!key) return
    const changed = new Set<SettingKey>()
    const value = text === null ? undefined : valueOfText(rowOf(key).schema, text)
    if (text !== null && value === undefined)
      this.#tell(({ unreadableSetting }) => [unreadableSetting(key, name, text)])
    else this.#takeOne('attribute', key, name, value, changed)
    // An attribute that changes later wins over what script has set.
    this.#settle(changed)
  }

  /** An attribute of a player was written, or taken away (`null`), after all of them were read. */
  changeAttribute(name: string, text: string | null): void {
    if (name === 'settings') this.takeJson(text)
    else this.takeAttribute(name, text)
    // What script changes afterwards wins over what the media says itself.
    const key = ATTRIBUTE_KEYS.get(name)
    if (key) this.drop('media', key)
  }

  /** Takes the text of the attribute `settings`: JSON with the names that script uses. */
  takeJson(text: string | null): void {
    let record: unknown = {}
    try {
      record = JSON.parse(text ?? '{}')
    } catch {
      record = undefined
    }
    if (!isRecord(record)) this.#tell(({ unreadableSettings }) => [unreadableSettings(text)])
    this.replace('settings', isRecord(record) ? record : {})
  }

  /** A layer has nothing more to say of a setting. */
  drop(origin: SettingOrigin, key: SettingKey): void {
    const changed = new Set<SettingKey>()
    if (this.#layers.set(origin, key, undefined)) changed.add(key)
    this.#settle(changed)
  }

  /** See `Yoke.explain`. */
  explain(key: string): SettingExplanation | undefined {
    if (isSettingKey(key)) return this.#layers.explain(key)
    this.#tell(({ unknownSettings }) => unknownSettings([key]))
    return undefined
  }

  /** The layer that settles a setting. */
  originOf(key: SettingKey): SettingOrigin {
    return this.#layers.originOf(key)
  }

  /** Resolves once what was said has been read, or cannot be; `undefined` where nothing is being read. */
  get reading(): Promise<void> | undefined {
    return this.#pending.size > 0 ? this.#reading : undefined
  }

  #takeOne(origin: SettingOrigin, key: SettingKey, name: string, value: unknown, changed: Set<SettingKey>): void {
    const { schema, deep } = rowOf(key)
    const place = `${origin} ${key}`
    this.#pending.delete(place)
    const shaped = value === undefined ? undefined : readValue(schema, value)
    if (value !== undefined && shaped === undefined)
      this.#tell(({ unreadableSetting }) => [unreadableSetting(key, name, value)])
    else if (deep && shaped !== undefined && !UNWRITTEN_ORIGINS.includes(origin))
      this.#readDeep(origin, key, shaped, changed)
    else this.#put(origin, key, shaped, changed)
  }

  /** What needs care takes effect once it has been read; a time address at once, until it turns out to be none. */
  #readDeep(origin: SettingOrigin, key: SettingKey, value: unknown, changed: Set<SettingKey>): void {
    const place = `${origin} ${key}`
    const isTakenAtOnce = rowOf(key).deep?.endsWith('address')
    const before = this.#layers.saidBy(origin, key)
    this.#pending.set(place, value)
    if (isTakenAtOnce) this.#put(origin, key, value, changed)
    const take = (reading: Reading | undefined): void => {
      if (!reading) {
        // Nothing of it can be read.
        this.#pending.clear()
        return
      }
      const { value: good = isTakenAtOnce ? before : undefined, faults } = reading.readDeep(key, value)
      for (const reason of faults) this.#raise(reason)
      if (this.#pending.get(place) !== value) return
      this.#pending.delete(place)
      const changedNow = new Set<SettingKey>()
      if (good !== undefined || isTakenAtOnce) this.#put(origin, key, good, changedNow)
      this.#settle(changedNow)
    }
    if (READING.here) take(READING.here)
    else this.#reading = bring(READING, this.#host).then(take)
  }

  #put(origin: SettingOrigin, key: SettingKey, value: unknown, changed: Set<SettingKey>): void {
    if (this.#layers.set(origin, key, value)) changed.add(key)
    const twice = this.#told.has(key) ? undefined : this.#layers.twiceOf(key)
    if (!twice) return
    this.#told.add(key)
    this.#tell(({ settingTwice }) => [settingTwice(key, ...twice)])
  }

  #settle(changed: ReadonlySet<SettingKey>): void {
    if (changed.size === 0) return
    const said = SETTING_KEYS.flatMap(key => {
      const value = this.#layers.originOf(key) === 'library' ? undefined : this.#layers.valueOf(key)
      return value === undefined ? [] : [[key, value] as const]
    })
    this.#values = bare({ ...DEFAULTS, ...nestSettings(said), words: this.#words() }) as unknown as SettledSettings
    this.#changed(changed)
  }

  /** What script leaves out is said in the words of the controls. */
  #words(): SettledSettings['words'] {
    const said = [this.#layers.saidBy('form', 'words'), this.#layers.valueOf('words')].flatMap(words =>
      isRecord(words) ? Object.entries(words).filter(isWord) : []
    )
    return { ...BASIC_WORDS, ...Object.fromEntries(said) }
  }

  #tell(choose: (reading: Reading) => readonly Fault[]): void {
    use(READING, this.#host, reading => {
      for (const reason of choose(reading)) this.#raise(reason)
    })
  }

  /** Told after the call that gave rise to it: whoever made a yoke can listen by then. */
  #raise(reason: Fault): void {
    queueMicrotask(() => {
      if (!this.#host.signal?.aborted) this.#host.raise(reason)
    })
  }
}
