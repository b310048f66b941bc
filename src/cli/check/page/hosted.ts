import { dialectOf } from '../../../core/hosted/addresses.ts'
import type { DialectData } from '../../../core/hosted/dialect.ts'
import { ATTRIBUTE_KEYS, flattenSettings, isSettingKey, type SettingKey } from '../../../core/settings/table.ts'
import { almostOf, whyServiceIgnores } from '../dialects.ts'
import { type PlacedFault, placedError, placedWarning } from '../placed-fault.ts'
import { isMedia, type Page, type PageElement, playerOf } from './page.ts'

/** What the attribute `settings` says; what cannot be read is told elsewhere. */
const settingsOf = (player: PageElement): object => {
  try {
    const settings: unknown = JSON.parse(player.attributes.get('settings') ?? '{}')
    return typeof settings === 'object' && settings !== null ? settings : {}
  } catch {
    return {}
  }
}

/** An address that a player is to play, and the attribute that says it. */
interface Address {
  readonly element: PageElement
  readonly attribute: string
  readonly src: string
}

const addressesIn = (player: PageElement): readonly Address[] => {
  const { sources, src } = settingsOf(player) as { sources?: unknown; src?: unknown }
  const named = [...(Array.isArray(sources) ? sources : []), src].map(each => (each as { src?: unknown })?.src ?? each)
  const written = player.attributes.get('src')
  return [
    ...(written === undefined ? [] : [{ element: player, attribute: 'src', src: written.trim() }]),
    ...named.flatMap(each => (typeof each === 'string' ? [{ element: player, attribute: 'settings', src: each }] : []))
  ]
}

const sourcesIn = (page: Page, player: PageElement): readonly Address[] =>
  page.elements
    .filter(element => element.name === 'source' && element.parent && isMedia(element.parent))
    .filter(({ parent }) => parent && playerOf(parent) === player)
    .map(element => ({ element, attribute: 'src', src: element.attributes.get('src')?.trim() ?? '' }))

/** An address on a service's origin that is none of its clips. */
const strange = (dialects: readonly DialectData[], { element, attribute, src }: Address): readonly PlacedFault[] => {
  const dialect = dialectOf(dialects, src) ? undefined : almostOf(dialects, src)
  if (!dialect) return []
  const sentence = `${src} is of ${dialect.name}, and none of the addresses of its clips.`
  const hint = `they look like ${dialect.addresses.map(form => new URL(form, dialect.origin).href).join(', ')}`
  return [placedError(element.placeOf(attribute), 'address-unknown', sentence, decodeURI(hint))]
}

/** An engine asks for each `<source>` in turn, unless its type says that it need not. */
const unhidden = (dialects: readonly DialectData[], { element, src }: Address): readonly PlacedFault[] => {
  const dialect = dialectOf(dialects, src)
  if (!dialect || /^text\/html\b/i.test(element.attributes.get('type')?.trim() ?? '')) return []
  const sentence = `Engines ask ${dialect.name} for this as for a media file, before anyone has pressed.`
  const edit = element.write('type', 'text/html')
  return [
    placedWarning(element.place, 'type-missing', sentence, 'write type="text/html": then they pass over it', edit)
  ]
}

const written = (player: PageElement): readonly (readonly [attribute: string, key: SettingKey])[] => [
  ...[...player.attributes.keys()].flatMap(name => {
    const key = ATTRIBUTE_KEYS.get(name)
    return key ? [[name, key] as const] : []
  }),
  ...flattenSettings(settingsOf(player)).flatMap(([key]) => (isSettingKey(key) ? [['settings', key] as const] : []))
]

/** What a player is told that the service of its clip passes over. */
const ignored = (player: PageElement, dialect: DialectData): readonly PlacedFault[] =>
  written(player).flatMap(([attribute, key]) => {
    const why = whyServiceIgnores(key, dialect)
    return why ? [placedWarning(player.placeOf(attribute), 'setting-ignored', `${why}.`, 'it means nothing here')] : []
  })

const checkPlayer = (page: Page, player: PageElement, dialects: readonly DialectData[]): readonly PlacedFault[] => {
  const own = addressesIn(player)
  const sources = sourcesIn(page, player)
  const all = [...own, ...sources]
  const [first] = all
  // A list with files in it honours them for its files.
  const owner = first && all.every(({ src }) => dialectOf(dialects, src)) ? dialectOf(dialects, first.src) : undefined
  return [
    ...all.flatMap(each => strange(dialects, each)),
    ...sources.flatMap(each => unhidden(dialects, each)),
    ...(owner ? ignored(player, owner) : [])
  ]
}

/** Addresses of hosted clips, and what is asked of players for which a service does not do it. */
export const checkHosted = (page: Page, dialects: readonly DialectData[]): readonly PlacedFault[] =>
  dialects.length === 0
    ? []
    : page.elements.filter(({ name }) => name === 'yoke-player').flatMap(player => checkPlayer(page, player, dialects))
