import type { Fault } from '../../../core/fault.ts'
import { FORMATS } from '../../../core/markup/formats.ts'
import { DATA_ATTRIBUTES, isStrange, PLAYER_ATTRIBUTES, SET_BY_US } from '../../../core/markup/vocabulary.ts'
import { nearestName } from '../../../core/nearest-name.ts'
import { tryParseFit, tryParseFocusPoint } from '../../../core/picture/read-fit.ts'
import { COMMAND_NAMES } from '../../../core/playback/commands.ts'
import { STATE_NAMES } from '../../../core/playback/states.ts'
import { MEASURE_NAMES, VALUES } from '../../../core/playback/values.ts'
import {
  isSettingAttribute,
  readSetting,
  readSettings,
  SETTING_ATTRIBUTES
} from '../../../core/settings/read-setting.ts'
import { type PlacedFault, placedError, placedWarning } from '../placed-fault.ts'
import type { Page, PageElement } from './page.ts'

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
      ? [{ ...one('command', 'command-unknown', 'command', COMMAND_NAMES, true)[0], name: command.slice(2) } as Named]
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
        names: STATE_NAMES
      })
    )
  ]
}

/** `fault-text` is of a yoke, and not of its media. */
const VALUE_NAMES: readonly string[] = [...Object.keys(VALUES), 'fault-text']

/** Commands that only the ready-made player has. */
const OF_THE_PLAYER: readonly string[] = ['show-shortcuts', 'show-caption-looks', 'show-modal', 'close']

const unknownName = (
  { element, attribute, code, kind, name, names, isOpen }: Named,
  page: Page
): readonly PlacedFault[] => {
  if (names.includes(name) || OF_THE_PLAYER.includes(name)) return []
  if (isOpen && page.scripts.some(script => script.includes(name))) return []
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
    if (!isData && !(isPlayer && isStrange(name))) return []
    const names = isData ? DATA_ATTRIBUTES : PLAYER_ATTRIBUTES
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

/** How a player's picture is fitted, where that cannot be read. */
const FITTING = { fit: tryParseFit, 'focus-point': tryParseFocusPoint } as const

const fittingOf = (element: PageElement): readonly PlacedFault[] =>
  Object.entries(FITTING).flatMap(([name, parse]) => {
    const written = element.attributes.get(name)
    const read = written === undefined ? undefined : parse(written)
    return read?.ok === false ? [atAttribute(element, name)(read.fault)] : []
  })

/** Settings that cannot be read, that there are not, or that two places say. */
const settingsOf = (element: PageElement): readonly PlacedFault[] => {
  if (element.name !== 'yoke-player') return []
  const own = SETTING_ATTRIBUTES.filter(name => element.attributes.has(name))
  const json = readSettings(element.attributes.get('settings') ?? null)
  const flat = { ...json.settings, ...json.settings.start } as Readonly<Record<string, unknown>>
  const twice = own.flatMap(name => {
    if (!isSettingAttribute(name)) return []
    const { settings } = readSetting(name, element.attributes.get(name) ?? null)
    const key = Object.keys(settings.start ?? settings)[0] ?? ''
    if (flat[key] === undefined) return []
    const sentence = `${name} is set here and in settings; the attribute of its own wins.`
    return [placedWarning(element.placeOf(name), 'setting-twice', sentence, 'take one of the two away')]
  })
  return [
    ...fittingOf(element),
    ...json.faults.map(atAttribute(element, 'settings')),
    ...own.flatMap(name =>
      readSetting(name, element.attributes.get(name) ?? null).faults.map(atAttribute(element, name))
    ),
    ...twice
  ]
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

/** Every slip of the pen in names: commands, values, states, measures, formats, attributes, settings. */
export const checkNames = (page: Page): readonly PlacedFault[] =>
  page.elements.flatMap(element => [
    ...namesOf(element).flatMap(named => unknownName(named, page)),
    ...misspeltAttributes(element),
    ...settingsOf(element),
    ...notAButton(element)
  ])
