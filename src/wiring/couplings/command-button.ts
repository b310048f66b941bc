import { nearestName } from '../../core/nearest-name.ts'
import type { Availability } from '../../core/playback/availability.ts'
import { COMMAND_NAMES, isCommandName } from '../../core/playback/commands.ts'
import { planCommand } from '../../core/playback/plan.ts'
import { tryReadCommand } from '../../core/playback/read-command.ts'
import { tellMistake } from '../checks/tell-mistake.ts'
import { attributeOf, isTag, tagOf } from '../scope/nodes.ts'
import { availabilityIn, isOn } from '../yoke/own-names.ts'
import type { Coupling, YokeView } from '../yoke/yoke-view.ts'
import { leaveFocus } from './focus.ts'
import { holdDown, repeats } from './hold.ts'
import { coupleLater } from './later.ts'
import { isOutsideReference } from './reference.ts'
import { type MediaTrace, runOnce } from './twice.ts'

/** The name that a button asks for, without its dashes. */
const commandOf = (button: Element): string => (attributeOf(button, 'command') ?? '').replace(/^--/, '')

/** The button's value as written, or `undefined` without the attribute (the property is `''` then). */
const writtenValue = (button: Element): string | undefined => button.getAttribute('value') ?? undefined

const isOurs = (name: string, yoke: YokeView): boolean => isCommandName(name) || yoke.commands.has(name)

/** Buttons that were disabled here; those that the author disabled are not in it, and stay disabled. */
const switchedOff = new WeakSet<Element>()

/** `later` also where only this button's own value cannot be reached yet, such as 50% of an unknown length. */
const availabilityOfButton = (button: Element, name: string, yoke: YokeView): Availability => {
  const availability = availabilityIn(name, yoke)
  if (availability !== 'now' || name !== 'seek') return availability
  const command = tryReadCommand(name, writtenValue(button))
  if (!command.ok) return 'now'
  const plan = planCommand(command.value, yoke.snapshot)
  return !plan.ok && plan.fault.code === 'duration-unknown' ? 'later' : 'now'
}

/** What the author's markup says, to be kept and put back. */
interface Written {
  readonly disabled: boolean
  readonly hidden: boolean
}

const show = (button: HTMLElement, availability: Availability, written: Written): void => {
  if (!written.disabled) {
    if (availability === 'now') {
      switchedOff.delete(button)
      button.removeAttribute('aria-disabled')
    } else {
      switchedOff.add(button)
      button.setAttribute('aria-disabled', 'true')
    }
  }
  if (!written.hidden && button.hidden !== (availability === 'never')) {
    if (availability === 'never') leaveFocus(button)
    button.hidden = availability === 'never'
  }
}

/** Reports a misspelt command. A name that is close to none of ours belongs to another script. */
const reportMisspelling = (button: Element, name: string, yoke: YokeView): void => {
  if (nearestName(name, [...COMMAND_NAMES, ...yoke.commands.keys()]))
    tellMistake(yoke, button, ({ unknownCommand }) => unknownCommand(name, yoke))
}

/** Couples a button with `command`: greys it while the command cannot run, hides it where it never can. */
export const coupleCommand = (button: HTMLElement, yoke: YokeView): Coupling | undefined => {
  const name = commandOf(button)
  if (!isOurs(name, yoke)) {
    reportMisspelling(button, name, yoke)
    return coupleLater(
      yoke,
      seen => isOurs(name, seen),
      () => coupleCommand(button, yoke)
    )
  }
  if (!isTag(button, 'button')) {
    tellMistake(yoke, button, ({ notAButton }) => notAButton(name, tagOf(button)))
    return undefined
  }
  const forget = yoke.addControl(button, name)
  const written = {
    disabled: button.hasAttribute('aria-disabled') && !switchedOff.has(button),
    hidden: button.hasAttribute('hidden') || button.hasAttribute('data-yoke-when')
  }
  const availability = (): Availability => availabilityOfButton(button, name, yoke)
  show(button, availability(), written)
  const stop = yoke.subscribe(availability, now => show(button, now, written))
  const letGo = keepPressed(button, name, yoke)
  let letUp: (() => void) | undefined
  return {
    ...(repeats(button, name) && {
      handle: event => {
        if (event.type !== 'pointerdown' && event.type !== 'keydown') return
        // The keyboard's own repetition gives way to ours: one pace for every way to press.
        const { repeat = false, key = '' } = event as Partial<KeyboardEvent>
        if (!repeat) letUp = press(event, button, yoke)
        else if (key === 'Enter') event.preventDefault()
      }
    }),
    release: () => {
      letUp?.()
      stop()
      letGo()
      forget()
      // What named a player that has gone stays off.
      if (yoke.media || !isOutsideReference(button)) show(button, 'now', written)
    }
  }
}

/** Where an author wrote `aria-pressed` or `aria-checked`, it is kept true. */
const keepPressed = (button: Element, name: string, yoke: YokeView): (() => void) => {
  const attribute = ['aria-pressed', 'aria-checked'].find(written => button.hasAttribute(written))
  if (!attribute) return () => undefined
  const isSet = (): boolean | undefined => isOn(name, writtenValue(button) ?? '', yoke)
  const write = (on: boolean | undefined): void => {
    if (on !== undefined) button.setAttribute(attribute, String(on))
  }
  write(isSet())
  return yoke.subscribe(isSet, write)
}

const press = (event: Event, button: HTMLElement, yoke: YokeView): (() => void) =>
  holdDown(button, event, () => runCommandOf(button, yoke))

const isSwitchedOff = (button: Element): boolean =>
  button.getAttribute('aria-disabled') === 'true' || button.matches(':disabled')

/** Whether a press on it runs a command of this yoke. */
const answers = (button: Element, yoke: YokeView): boolean =>
  button.localName === 'button' && isOurs(commandOf(button), yoke)

/** Runs what a button stands for, unless it is switched off. */
export const runCommandOf = (button: HTMLElement, yoke: YokeView): void => {
  if (answers(button, yoke) && !isSwitchedOff(button)) yoke.run(commandOf(button), writtenValue(button), button)
}

/**
 * A click on a coupled button. The same path in every engine: where the browser has invoker commands its own dispatch
 * is stopped, so that a command runs once, also inside a form, and never submits it.
 *
 * Called while the click is on its way down; waits for it to reach the button, so that the author's own listeners
 * there can prevent it, and no layer above can swallow it.
 * @param before how the media was before anyone heard of the press.
 */
export const clickCommand = (button: HTMLElement, yoke: YokeView, before: MediaTrace | undefined): void => {
  if (!answers(button, yoke)) return
  button.addEventListener(
    'click',
    event => {
      if (event.defaultPrevented) return
      event.preventDefault()
      runOnce(button, commandOf(button), yoke, before, () => runCommandOf(button, yoke))
    },
    { once: true }
  )
}
