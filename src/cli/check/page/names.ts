import type { Fault } from '../../../core/fault.ts'
import { broughtNames } from '../../../core/markup/brought-names.ts'
import { FORMATS } from '../../../core/markup/formats.ts'
import {
  DATA_ATTRIBUTES,
  isStrange,
  MEDIA_ATTRIBUTES,
  PLAYER_ATTRIBUTES,
  SET_BY_US
} from '../../../core/markup/vocabulary.ts'
import { nearestName } from '../../../core/nearest-name.ts'
import { COMMAND_NAMES } from '../../../core/playback/commands.ts'
import { STATE_NAMES } from '../../../core/playback/states.ts'
import { MEASURE_NAMES, VALUES } from '../../../core/playback/values.ts'
import { readDataSettings, readSettingAttribute, unreadableSettings } from '../../../core/settings/read-deep.ts'
import { ATTRIBUTE_KEYS, flattenSettings } from '../../../core/settings/table.ts'
import { type PlacedFault, placedError, placedWarning } from '../placed-fault.ts'
import { isMedia, type Page, type PageElement } from './page.ts'

/** A name in an attribute, among those that there are. */
interface Named {
  readonly element: PageElement
  readonly attribute: string
  readonly code: 'command-unknown' | 'value-unknown' | 'state-unknown' | 'measure-unknown' | 'format-unknown'
  readonly kind: string
  readonly name: string
  readonly names: readonly string[]
  /** Scripts of the page can add names of their own. */
  readonly isOpen?: boolean
}

const namesOf = (element: PageElement): readonly Named[] => {
  const one = (
    attribute: string,
    code: Named['code'],
    kind: string,
    names: readonly string[],
    isOpen = false
  ): Named[] => {
    const name = element.attributes.get(attribute)?.trim()
    return name === undefined ? [] : [{ element, attribute, code, kind, name, names, isOpen }]
  }
  const command = element.attributes.get('command') ?? ''
  const states = element.attributes.get('data-yoke-when')?.split(/\s+/).filter(Boolean) ?? []
  return [
    ...(command.startsWith('--')
      ? [
          {
            ...one('command', 'command-unknown', 'command', [...COMMAND_NAMES, ...broughtNames('commands')], true)[0],
            name: command.slice(2)
          } as Named
        ]
      : []),
    ...one('data-yoke-value', 'value-unknown', 'value', VALUE_NAMES, true),
    ...one('data-yoke-fill', 'measure-unknown', 'measure', MEASURE_NAMES),
    ...one('data-yoke-along', 'measure-unknown', 'measure', MEASURE_NAMES),
    ...one('data-yoke-format', 'format-unknown', 'format', FORMATS),
    ...states.map(
      (state): Named => ({
        element,
        attribute: 'data-yoke-when',
        code: 'state-unknown',
        kind: 'state',
        name: state.replace(/^!/, ''),
        names: [...STATE_NAMES, ...broughtNames('states')],
        isOpen: true
      })
    )
  ]
}

/** `fault-text` is of a yoke, and not of its media. */
const VALUE_NAMES: readonly string[] = [...Object.keys(VALUES), ...broughtNames('values'), 'fault-text']

/** Commands that only the ready-made player has. */
const OF_THE_PLAYER: readonly string[] = ['show-shortcuts', 'show-caption-looks', 'show-modal', 'close']

const unknownName = (
  { element, attribute, code, kind, name, names, isOpen }: Named,
  page: Page
): readonly PlacedFault[] => {
  if (names.includes(name) || OF_THE_PLAYER.includes(name)) return []
  if (isOpen && page.mentions(name)) return []
  const nearest = nearestName(name, names)
  const written = element.attributes.get(attribute) ?? ''
  return [
    placedError(
      element.placeOf(attribute),
      code,
      `${attribute} asks for “${name}”, which is no ${kind}.`,
      nearest ? `did you mean ${nearest}?` : `there are ${names.join(', ')}`,
      nearest ? element.write(attribute, written.replace(name, nearest)) : undefined
    )
  ]
}

/** An attribute that is almost one of ours. */
const misspeltAttributes = (element: PageElement): readonly PlacedFault[] => {
  const isPlayer = element.name === 'yoke-player'
  return [...element.attributes].flatMap(([name, value]) => {
    const isData = name.startsWith('data-yok')
    const isOfMedia = isMedia(element) && !isData && !/^(?:data-|aria-|on)/.test(name)
    if (!isData && !isOfMedia && !(isPlayer && isStrange(name))) return []
    const names = isData ? DATA_ATTRIBUTES : isOfMedia ? MEDIA_ATTRIBUTES : PLAYER_ATTRIBUTES
    if (names.includes(name) || SET_BY_US.includes(name)) return []
    const nearest = nearestName(name, names)
    if (!nearest) return []
    const message = `<${element.name}> has the attribute ${name}, which means nothing.`
    const edit = element.write(name, value, nearest)
    return [placedError(element.placeOf(name), 'attribute-unknown', message, `did you mean ${nearest}?`, edit)]
  })
}

const atAttribute =
  (element: PageElement, attribute: string) =>
  ({ code, message, hint }: Fault): PlacedFault =>
    placedError(element.placeOf(attribute), code, message, hint)

const parseRecord = (text: string): object | undefined => {
  try {
    const record: unknown = JSON.parse(text)
    return typeof record === 'object' && record !== null && !Array.isArray(record) ? record : undefined
  } catch {
    return undefined
  }
}

/** Settings that cannot be read, that there are not, or that two places say. */
const settingsOf = (element: PageElement): readonly PlacedFault[] => {
  if (element.name !== 'yoke-player') return []
  const text = element.attributes.get('settings')
  const record = text === undefined ? {} : parseRecord(text)
  const { read, unknown } = readDataSettings(flattenSettings(record ?? {}))
  const inJson = new Set(read.map(([key]) => key))
  const jsonFaults = [
    ...(record ? [] : [unreadableSettings(text ?? '')]),
    ...read.flatMap(([, result]) => (result.ok ? [] : [result.fault])),
    ...unknown
  ]
  const own = [...element.attributes].flatMap(([name, written]) => {
    const key = ATTRIBUTE_KEYS.get(name)
    const result = readSettingAttribute(name, written)
    if (!key || !result) return []
    const sentence = `${name} is set here and in settings; the attribute of its own wins.`
    return [
      ...(result.ok ? [] : [atAttribute(element, name)(result.fault)]),
      ...(inJson.has(key)
        ? [placedWarning(element.placeOf(name), 'setting-twice', sentence, 'take one of the two away')]
        : [])
    ]
  })
  return [...jsonFaults.map(atAttribute(element, 'settings')), ...own]
}

/** A command on what is no button: keys do not reach it. */
const notAButton = (element: PageElement): readonly PlacedFault[] => {
  const command = element.attributes.get('command')
  if (!command?.startsWith('--') || element.name === 'button' || element.name.includes('-')) return []
  const sentence = `The command ${command.slice(2)} stands on a <${element.name}>, which keys cannot reach.`
  return [
    placedError(element.placeOf('command'), 'command-not-a-button', sentence, 'write <button type="button"> instead')
  ]
}

/** Every misspelt name: commands, values, states, measures, formats, attributes, settings. */
export const checkNames = (page: Page): readonly PlacedFault[] =>
  page.elements.flatMap(element => [
    ...namesOf(element).flatMap(named => unknownName(named, page)),
    ...misspeltAttributes(element),
    ...settingsOf(element),
    ...notAButton(element)
  ])
