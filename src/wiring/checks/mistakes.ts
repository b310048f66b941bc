import { type Fault, type FaultCode, fault } from '../../core/fault.ts'
import { bringerOf } from '../../core/markup/brought-names.ts'
import { nearestName } from '../../core/nearest-name.ts'
import { COMMAND_NAMES } from '../../core/playback/commands.ts'
import type { Presentation } from '../../core/playback/plan.ts'
import type { YokeView } from '../yoke/yoke-view.ts'

const hintFor = (written: string, names: readonly string[]): string => {
  const nearest = nearestName(written, names)
  return nearest ? `did you mean ${nearest}?` : `there are ${names.join(', ')}`
}

/** An attribute names something that there is not: says so, and what was probably meant. */
export const unknownName = (
  code: FaultCode,
  attribute: string,
  written: string,
  kind: string,
  names: readonly string[]
): Fault => fault(code, `${attribute} asks for “${written}”, which is no ${kind}.`, hintFor(written, names))

/** A value that nobody knows; `undefined` for one that may yet come with a playlist, or moments. */
export const unknownValue = (name: string, names: readonly string[]): Fault | undefined =>
  bringerOf('values', name) ? undefined : unknownName('value-unknown', 'data-yoke-value', name, 'value', names)

/** As {@link unknownValue}, of a state. */
export const unknownState = (name: string, names: readonly string[]): Fault | undefined =>
  bringerOf('states', name) ? undefined : unknownName('state-unknown', 'data-yoke-when', name, 'state', names)

/** A command that nobody knows. */
export const unknownCommand = (name: string, yoke: YokeView): Fault =>
  fault('command-unknown', `There is no command “${name}”.`, hintFor(name, [...COMMAND_NAMES, ...yoke.commands.keys()]))

/** A command, value or state of the page's own with a name of the library's. */
export const nameTaken = (kind: string, name: string): Fault =>
  fault(
    'name-taken',
    `A ${kind} of your own was to be called “${name}”, and that is one of the library's.`,
    'choose another name'
  )

/** A layer that takes the presses of what lies beneath it. */
export const layerOver = (isOverSlider: boolean): Fault => {
  const what = isOverSlider ? 'a slider' : 'the picture'
  const cure = isOverSlider
    ? 'give it pointer-events: none'
    : 'give it pointer-events: none, or the attribute data-yoke-picture'
  return fault('layer-over', `An element lies over ${what} and takes its presses.`, cure)
}

/** A button in a shadow root that nobody has bound. */
export const pressInside = (command: string): Fault =>
  fault(
    'target-missing',
    `The command ${command} was pressed in the shadow root of a component, into which its player does not look.`,
    'call player.yoke.bind(component.shadowRoot) once'
  )

/** A command on something that keys cannot reach. */
export const notAButton = (command: string, tag: string): Fault =>
  fault(
    'command-not-a-button',
    `The command ${command} stands on a <${tag}>, which keys cannot reach.`,
    'write <button type="button"> instead'
  )

/** A form cannot show what another element can. */
export const onAForm = (attribute: string): Fault =>
  fault('field-unsuited', `A <form> cannot carry ${attribute}.`, 'put it on an element inside the form, or around it')

/** A form control for what can only be read. */
export const readOnly = (
  value: string,
  by = 'a form control',
  hint = 'show it in a span, time or output instead'
): Fault => fault('value-read-only', `${value} was to be set by ${by}, and can only be read.`, hint)

/** A file field for something else than files. */
export const readOnlyForFiles = (value: string): Fault =>
  fault(
    'value-read-only',
    `${value} was to be set by a file field, which can only set file.`,
    'write data-yoke-value="file"'
  )

/** A place in milliseconds, most likely. */
export const farSeek = (seconds: number, duration: number): Fault =>
  fault(
    'seek-beyond-end',
    `A seek went to ${seconds} s, and the media is ${Math.round(duration)} s long.`,
    `times are seconds: did you mean ${seconds / 1000}?`
  )

/** A listener of the page does what a command does. */
export const handledTwice = (command: string): Fault =>
  fault(
    'handled-twice',
    `The press ran ${command}, and a listener of the page changed the media as well.`,
    'take one of the two out: the listener, or the command'
  )

/** A listener of the page acts on a double click. */
export const doubleClickTwice = (): Fault =>
  fault(
    'handled-twice',
    'A double click fills the screen by itself, and a listener of the page acts on it as well.',
    'take the listener out, or say gestures="off"'
  )

/** Script has overwritten the labels of a button. */
export const facesRemoved = (): Fault =>
  fault(
    'faces-removed',
    'Script has overwritten what stands in a button, and its labels are gone.',
    'take that line out: data-yoke-when changes the labels by itself'
  )

/** Why the screen or a floating window was refused, in plain words. */
export const faultOfPresentation = (kind: Presentation, cause: unknown): Fault =>
  fault(
    `${kind}-refused`,
    `The browser refused ${kind === 'fullscreen' ? 'the whole screen' : 'a floating window'}: ${(cause as Error | undefined)?.message || 'it gave no reason'}`,
    'ask for it in answer to a press of the viewer; in an iframe, write allow="fullscreen; picture-in-picture"',
    cause
  )
