import type { LayoutKind } from '../core/presets/layout-kinds.ts'
import { layoutsFor, type PresetLayout } from '../core/presets/layouts-for.ts'
import type { ResolvedPreset, Settled } from '../core/presets/resolve.ts'
import { whyIgnored } from '../core/settings/ignored.ts'
import type { SettingExplanation } from '../core/settings/layers.ts'
import { isSettingKey, type SettingKey } from '../core/settings/table.ts'
import type { Yoke } from '../wiring/yoke/yoke.ts'

/** Which preset says a setting, and by way of which link. */
export interface PresetExplanation extends SettingExplanation {
  /** The preset that says it: the one that is linked, or one that it extends. */
  readonly preset: string
  /** The preset that the player is linked to. */
  readonly linkedTo: string
}

const LOOK = 'look.'
const WORDS = 'words.'

/** Settings by key, the words as one. */
const settingsOf = (settled: ReadonlyMap<string, Settled>): Map<string, unknown> => {
  const settings = new Map<string, unknown>()
  const words: [string, unknown][] = []
  for (const [key, { value }] of settled) {
    if (key.startsWith(WORDS)) words.push([key.slice(WORDS.length), value])
    else if (!key.startsWith(LOOK)) settings.set(key, value)
  }
  if (words.length > 0) settings.set('words', Object.fromEntries(words))
  return settings
}

/** The look that a preset has in the end. */
export const lookOf = (settled: ReadonlyMap<string, Settled>): Readonly<Record<string, unknown>> =>
  Object.fromEntries(
    [...settled].flatMap(([key, { value }]) => (key.startsWith(LOOK) ? [[key.slice(LOOK.length), value] as const] : []))
  )

/** What a media is, as far as layouts ask. Before it is there, its player's own measures say whether it is upright. */
const kindsOf = ({ media, snapshot, settings }: Yoke): ReadonlySet<LayoutKind> => {
  const { videoWidth = 0, videoHeight = 0 } = media ?? {}
  const [width, height] = videoWidth > 0 ? [videoWidth, videoHeight] : [settings.width ?? 0, settings.height ?? 0]
  const kinds = new Set<LayoutKind>([media?.kind ?? 'picture'])
  if (media?.kind !== 'sound' && width < height) kinds.add('upright')
  if (snapshot.duration === Number.POSITIVE_INFINITY) kinds.add('live')
  if (media?.service !== undefined) kinds.add('hosted')
  return kinds
}

/** What a preset says of one yoke: kept up to date, and explained. */
export class PresetLink {
  readonly #yoke: Yoke
  #resolved: ResolvedPreset | undefined
  /** Some of its layouts are for one kind of media. */
  #isByKind = false
  /** What was given to the yoke, as text: only what has changed is given again. */
  #given: ReadonlyMap<string, string> = new Map()

  constructor(yoke: Yoke) {
    this.#yoke = yoke
    yoke.subscribe(
      // Asked with each event of the media: only where the answer matters.
      () => (this.#isByKind ? [...kindsOf(yoke)].join() : ''),
      () => this.#give()
    )
  }

  /** The name of the preset. */
  get name(): string {
    return this.#resolved?.name ?? ''
  }

  /** Every preset that has a say, the strongest first. */
  get chain(): readonly string[] {
    return this.#resolved?.chain ?? []
  }

  /** Settings of the preset that this media passes over, and why: `Skerry ignores playbackRates: its rate is fixed`. */
  get ignored(): readonly { readonly key: SettingKey; readonly why: string }[] {
    const { media } = this.#yoke
    const keys = [...(this.#resolved?.settled.keys() ?? [])].filter(isSettingKey)
    return media ? keys.map(key => ({ key, why: whyIgnored(key, media) })).filter(({ why }) => why !== '') : []
  }

  /** Gives the yoke what a preset says, as far as it is other than before; `undefined` takes all of it back. */
  take(resolved: ResolvedPreset | undefined): void {
    this.#resolved = resolved
    this.#give()
  }

  #give(): void {
    const before = this.#given
    const settings = settingsOf(this.#resolved?.settled ?? new Map())
    const layouts = settings.get('layouts') as readonly PresetLayout[] | undefined
    this.#isByKind = layouts?.some(layout => layout.for) === true
    const fitting = layouts && layoutsFor(layouts, kindsOf(this.#yoke))
    // Without one that fits, the library's own.
    if (fitting && fitting.length > 0) settings.set('layouts', fitting)
    else settings.delete('layouts')
    this.#given = new Map([...settings].map(([key, value]) => [key, JSON.stringify(value)] as const))
    const changed = [...settings].filter(([key]) => this.#given.get(key) !== before.get(key))
    const gone = [...before.keys()].filter(key => !settings.has(key)).map(key => [key, undefined] as const)
    if (changed.length + gone.length > 0) this.#yoke.layers.take('preset', Object.fromEntries([...gone, ...changed]))
  }

  /** See `Yoke.explain`; `undefined` for what the preset does not settle. */
  explain(key: string): PresetExplanation | undefined {
    const settled = this.#resolved?.settled.get(key)
    if (!settled) return undefined
    const { value, preset } = settled
    const isLook = key.startsWith(LOOK)
    const own = isSettingKey(key) ? this.#yoke.layers.explain(key) : undefined
    if (!isLook && own?.origin !== 'preset') return undefined
    const said = own ?? { key: key as SettingKey, value, origin: 'preset' as const, hidden: [] }
    return { ...said, preset, linkedTo: this.name }
  }
}
