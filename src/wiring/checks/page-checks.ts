import { type Fault, fault } from '../../core/fault.ts'
import { type Bringer, bringerOf } from '../../core/markup/brought-names.ts'
import { DATA_ATTRIBUTES, MEDIA_ATTRIBUTES, SET_BY_US } from '../../core/markup/vocabulary.ts'
import { nearestName } from '../../core/nearest-name.ts'
import { COMMAND_NAMES, isCommandName } from '../../core/playback/commands.ts'
import { VALUES } from '../../core/playback/values.ts'
import { ATTRIBUTE_KEYS, type SettingKey } from '../../core/settings/table.ts'
import { isOutsideReference, targetOf } from '../couplings/reference.ts'
import { attributeOf, closest, findAll, isTag, matches, rootOf, tagOf } from '../scope/nodes.ts'
import { ignoredBy } from '../yoke/ignored-settings.ts'
import type { YokeView } from '../yoke/yoke-view.ts'
import { unknownCommand, unknownName } from './mistakes.ts'
import { checkRoom } from './room.ts'

/** A fault, and the element whose markup has it. */
export interface FoundFault {
  readonly element: Element
  readonly fault: Fault
}

/** How the players of a page are found: given, because a page has but one place that knows. */
export interface PlayerFinder {
  /** The yoke that an element stands in. */
  readonly around: (element: Element) => YokeView | undefined
  /** The yoke that an id of this element means. */
  readonly of: (target: Element) => YokeView | undefined
}

type Check = (element: Element, yoke: YokeView | undefined, players: PlayerFinder) => Fault | undefined

const COUPLED = '[data-yoke-value], [data-yoke-when], [data-yoke-fill], [data-yoke-along], [data-yoke-for]'

const PRELOADS: readonly string[] = ['', 'none', 'metadata', 'auto']

/** What a player and the media inside it may both say. */
const SHARED = ['autoplay', 'loop', 'muted', 'playsinline', 'poster', 'preload', 'src'] as const

const attributesOf = (element: Element): NamedNodeMap => Reflect.get(Element.prototype, 'attributes', element)

const nameIn = (element: Element): string => (attributeOf(element, 'command') ?? '').replace(/^--/, '')

const unknownAttribute = (element: Element, written: string, meant: string): Fault =>
  fault('attribute-unknown', `${written} on a <${tagOf(element)}> means nothing.`, `did you mean ${meant}?`)

const idsOfPlayers = (root: Node, players: PlayerFinder): readonly string[] =>
  findAll(root, '[id]').flatMap(element => (players.of(element) ? (attributeOf(element, 'id') ?? []) : []))

/** Whether somebody else may mean something by a command. */
const isForeign = (element: Element): boolean =>
  attributeOf(element, 'command') !== null &&
  !matches(element, COUPLED) &&
  !isCommandName(nameIn(element)) &&
  nearestName(nameIn(element), COMMAND_NAMES) === undefined

/** A control names an id that no player has. */
const checkReference: Check = (element, _, players) => {
  const root = rootOf(element)
  const id = attributeOf(element, 'data-yoke-for') ?? attributeOf(element, 'commandfor')
  if (id === null || isForeign(element)) return undefined
  const target = targetOf(element, root)
  if (typeof target === 'object' && players.of(target)) return undefined
  const ids = idsOfPlayers(root, players)
  const plain = id.replace(/^#/, '')
  const nearest = ids.includes(plain) ? plain : nearestName(plain, ids)
  const what = typeof target === 'object' ? `and that is no player` : 'and nothing here has that id'
  const others = ids.length > 0 ? `players here are ${ids.join(', ')}` : 'no player here has an id'
  return fault('target-missing', `A control names “${id}”, ${what}.`, nearest ? `did you mean ${nearest}?` : others)
}

/** A control stands in no player, and names none. */
const checkPlace: Check = (element, yoke) => {
  if (yoke || isOutsideReference(element) || closest(element, 'template')) return undefined
  const isOurs = matches(element, COUPLED) || isCommandName(nameIn(element))
  if (!isOurs || !matches(element, `[command^="--"], ${COUPLED}`)) return undefined
  return fault(
    'target-missing',
    'A control stands in no player and names none.',
    'put it into the player, or write commandfor (on buttons) or data-yoke-for with the id of a player'
  )
}

/** What brings names that a player does not have, and how it would get them. */
const BRINGERS: Readonly<Record<Bringer, readonly [what: string, hint: string]>> = {
  playlist: ['comes with a playlist, and the player has none', 'name one: <yoke-player playlist="tapes.json">'],
  resume: ['comes with remembering, and the player does not', 'write <yoke-player resume-position="offered">'],
  dock: ['comes with docking, and the player does not dock', 'write <yoke-player dock-when="scrolled-away">'],
  around: ['comes with an all-round picture, and the player has none', 'write <yoke-player view="around">'],
  moments: [
    'comes with moments, and the player has none',
    'name some: in the clip, in a <track kind="chapters">, or by rows of a data-yoke-moments'
  ]
}

const withoutBringer = (kind: 'command' | 'value', name: string): Fault | undefined => {
  const bringer = bringerOf(`${kind}s`, name)
  if (!bringer) return undefined
  const [what, hint] = BRINGERS[bringer]
  return fault(`${kind}-unknown`, `The ${kind} “${name}” ${what}.`, hint)
}

/** A command or a value that nothing answers to, where nobody but us could be meant. */
const checkNames: Check = (element, yoke) => {
  if (!yoke || isOutsideReference(element)) return undefined
  const command = attributeOf(element, 'command')
  const name = nameIn(element)
  if (command !== null && !command.startsWith('--') && isCommandName(name))
    return fault('command-unknown', `command="${command}" is no command of HTML's.`, `write command="--${name}"`)
  if (command?.startsWith('--') && !isCommandName(name) && !yoke.commands.has(name))
    return withoutBringer('command', name) ?? unknownCommand(name, yoke)
  const value = attributeOf(element, 'data-yoke-value')
  const values = [...Object.keys(VALUES), 'fault-text', 'file', ...yoke.authorValues.keys()]
  if (value === null || values.includes(value)) return undefined
  return withoutBringer('value', value) ?? unknownName('value-unknown', 'data-yoke-value', value, 'value', values)
}

/** A field that takes text shows and sets no value. */
const checkField: Check = element => {
  if (!isTag(element, 'input') || attributeOf(element, 'data-yoke-value') === null) return undefined
  if (!['text', 'search', 'url', 'tel', 'email', 'password'].includes(element.type)) return undefined
  const value = attributeOf(element, 'data-yoke-value')
  return fault(
    'field-unsuited',
    `A text field cannot show and set ${value}.`,
    'take <input type="range">, type="number", type="checkbox", a <select>, or an <output> to show it'
  )
}

/** An attribute that is almost one of ours. */
const checkAttributes: Check = (element, yoke) => {
  for (const { name } of attributesOf(element)) {
    if (name.startsWith('data-yoke')) {
      if (DATA_ATTRIBUTES.includes(name) || SET_BY_US.includes(name) || name === 'data-yoke-checks') continue
      const meant = nearestName(name, DATA_ATTRIBUTES)
      return unknownAttribute(element, name, meant ?? DATA_ATTRIBUTES.join(', '))
    }
    const isNearCommand = yoke && element.localName === 'button' && !['command', 'commandfor'].includes(name)
    const meant = isNearCommand ? nearestName(name, ['command', 'commandfor']) : undefined
    if (meant && name.length > 4) return unknownAttribute(element, name, meant)
  }
  return undefined
}

/** An attribute of a media element that is almost one of HTML's, or has a value that HTML does not know. */
const checkMedia: Check = (element, yoke) => {
  if (!yoke || !matches(element, 'video, audio')) return undefined
  for (const { name } of attributesOf(element)) {
    const meant =
      MEDIA_ATTRIBUTES.includes(name) || name.includes('-') ? undefined : nearestName(name, MEDIA_ATTRIBUTES)
    if (meant) return unknownAttribute(element, name, meant)
  }
  const preload = attributeOf(element, 'preload')
  return preload !== null && !PRELOADS.includes(preload.toLowerCase())
    ? fault('setting-unreadable', `preload="${preload}" is none of HTML's.`, 'write none, metadata or auto')
    : undefined
}

/** The player and its media say the same thing. */
const checkTwice: Check = (element, yoke) => {
  const player = matches(element, 'video, audio') ? closest(element, 'yoke-player') : null
  // What the player itself has set on its media since is no second word.
  const written = yoke?.media?.surface === element ? yoke.media.written : undefined
  const says = (name: string): boolean =>
    attributeOf(element, name) !== null && (!written || (ATTRIBUTE_KEYS.get(name) as SettingKey) in written)
  const twice = player && SHARED.find(name => attributeOf(player, name) !== null && says(name))
  return twice
    ? fault(
        'setting-twice',
        `${twice} stands on the player and on the media inside it.`,
        'the media’s own wins; one of the two is enough'
      )
    : undefined
}

/** `<yoke-plyer>`. */
const checkElement: Check = element =>
  tagOf(element).includes('-') &&
  !globalThis.customElements.get(element.localName) &&
  nearestName(element.localName, ['yoke-player']) === 'yoke-player'
    ? fault('element-unknown', `There is no <${element.localName}>.`, 'did you mean <yoke-player>?')
    : undefined

/** The media passes over what was written: said once the media is there. */
const checkIgnored: Check = (element, _, players) => {
  const own = players.of(element)
  const [first] = own?.media && isTag(element, 'yoke-player') ? ignoredBy(own) : []
  return first
    ? fault(
        'setting-ignored',
        `${first.why}.`,
        'it means nothing here; yoke.explain says of each setting whether it holds'
      )
    : undefined
}

/** A player names a preset, and the page has brought none. */
const checkPreset: Check = (element, _, players) => {
  const own = isTag(element, 'yoke-player') ? players.of(element) : undefined
  const name = own?.settings.preset
  return name && !own?.preset
    ? fault(
        'library-absent',
        `A player names the preset ${name}, and the page has not brought presets.`,
        'add <script src="yokewright.presets.js" defer></script>, or import \'yokewright/presets\''
      )
    : undefined
}

const CHECKS: readonly Check[] = [
  checkReference,
  checkPlace,
  checkNames,
  checkField,
  checkAttributes,
  checkMedia,
  checkTwice,
  checkIgnored,
  checkPreset,
  (element, _, players) => checkRoom(element, players.of(element)),
  checkElement
]

/** The document, and the open shadow roots of others in it. */
const rootsIn = (root: Document | ShadowRoot): readonly (Document | ShadowRoot)[] => [
  root,
  ...findAll(root, ':not(form, yoke-player)').flatMap(({ shadowRoot }) => (shadowRoot ? rootsIn(shadowRoot) : []))
]

/** Every mistake of a page's markup that nothing else tells, each once. */
export const checkPage = (page: Document, players: PlayerFinder): readonly FoundFault[] =>
  rootsIn(page).flatMap(root =>
    findAll(root, '*').flatMap(element => {
      const yoke = players.around(element)
      const found = CHECKS.flatMap(check => check(element, yoke, players) ?? [])
      const [first] = found
      return first ? [{ element, fault: first }] : []
    })
  )
