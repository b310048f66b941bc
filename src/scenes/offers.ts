import { isCommandOn } from '../core/playback/availability.ts'
import { isCommandName } from '../core/playback/commands.ts'
import type { Yoked } from '../effects/capture.ts'
import type { Yoke } from '../wiring/yoke/yoke.ts'

/** A player, or anything else with a yoke that controls can be bound to. */
export interface Controlled extends Yoked {
  readonly yoke: Yoked['yoke'] & Pick<Yoke, 'bind'>
}

/** Where something is drawn, in CSS pixels from the top left corner of the layer of its button. */
export interface Place {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

/** How a command is offered. */
export interface OfferOptions {
  /** Its value, as on a button: `10` for `skip`. */
  readonly value?: string | number
  /** What it is called, for who cannot see it; by whether it is on, where that changes. Default: from its name. */
  readonly label?: string | ((isOn: boolean) => string)
  /** What its unseen button is put into: what lies over the canvas, and as large. Default: the player itself. */
  readonly layer?: HTMLElement
  /** Ends it. */
  readonly signal?: AbortSignal
}

/** A command that something which is drawn stands for. What it says is what its button says. */
export interface CommandOffer {
  /** By its name, without dashes. */
  readonly command: string
  /** What to call it now. */
  readonly label: string
  /** Whether a press does something: `later` not yet, `never` not on this media. */
  readonly availability: 'now' | 'later' | 'never'
  /** Whether what it stands for is so: it plays, it is muted. `undefined` for what sets nothing. */
  readonly isOn: boolean | undefined
  /** Its button has the focus of the keyboard: draw a ring, or {@link place} it. */
  readonly isFocused: boolean
  /** A real button that is not seen: keyboards, screen readers and scripts press it. */
  readonly button: HTMLButtonElement
  /** Presses it, as a click on its button does. To be called while a press is handled, so that sound may begin. */
  press(): void
  /** Says where it is drawn now: the ring of the focus, and what a screen reader points at, stand there. `undefined`: nowhere. */
  place(at: Place | undefined): void
  /** Calls when anything of this has changed. @returns its stop. */
  subscribe(changed: () => void): () => void
  /** Takes its button away. Twice is harmless. */
  close(): void
}

/** In English, where neither the page nor the player's language says it. */
const LABELS: Readonly<Record<string, readonly [word: string, english: string, whileOn?: readonly [string, string]]>> =
  {
    'play-pause': ['play', 'Play', ['pause', 'Pause']],
    play: ['play', 'Play'],
    pause: ['pause', 'Pause'],
    stop: ['stop', 'Stop'],
    restart: ['restart', 'From the start'],
    'toggle-muted': ['mute', 'Mute', ['unmute', 'Sound on']]
  }

const fromName = (command: string): string => command.replace(/^./, letter => letter.toUpperCase()).replaceAll('-', ' ')

const labelOf = ({ yoke }: Controlled, command: string, label: OfferOptions['label'], isOn: boolean): string => {
  if (label !== undefined) return typeof label === 'string' ? label : label(isOn)
  const row = LABELS[command]
  if (!row) return fromName(command)
  const [word, english] = (isOn && row[2]) || row
  const words = yoke.settings.words as unknown as Readonly<Record<string, string>>
  return words[word] ?? english
}

const UNSEEN: Readonly<Record<string, string>> = {
  position: 'absolute',
  margin: '0',
  padding: '0',
  border: '0',
  background: 'none',
  color: 'transparent',
  'font-size': '1px',
  overflow: 'hidden',
  'white-space': 'nowrap',
  // A press on what is drawn goes to the canvas, which knows what lies there.
  'pointer-events': 'none'
}

/** Whether what a command stands for is so now, whoever has made the command. */
const isOnNow = ({ yoke }: Controlled, command: string, value: string): boolean | undefined => {
  const own = yoke.commands.get(command)
  if (own) return own.isOn?.(value, yoke)
  return isCommandName(command) ? isCommandOn(command, value, yoke.snapshot) : undefined
}

/** A button that is there for all but the eye. */
const unseenButton = (command: string, value: OfferOptions['value']): HTMLButtonElement => {
  const button = document.createElement('button')
  button.type = 'button'
  button.setAttribute('command', `--${command}`)
  if (value !== undefined) button.value = String(value)
  for (const [name, written] of Object.entries(UNSEEN)) button.style.setProperty(name, written)
  return button
}

/** Puts an unseen button where something is drawn; nowhere it is a point that is cut away. */
const placeButton = ({ style }: HTMLElement, at: Place | undefined): void => {
  style.setProperty('clip-path', at ? 'none' : 'inset(50%)')
  const { x: left = 0, y: top = 0, width = 1, height = 1 } = at ?? {}
  for (const [name, size] of Object.entries({ left, top, width, height })) style.setProperty(name, `${size}px`)
}

/**
 * Offers a command of a player to something that is drawn: a mesh, a shape on a canvas. Behind it stands a button that is not
 * seen, coupled as any other of the player: it is reached by Tab and told by screen readers.
 * @param command without dashes: one of the library's, or one of your own. A wrong one is told, as on any button.
 */
export const offerCommand = (player: Controlled, command: string, options: OfferOptions = {}): CommandOffer => {
  const { yoke } = player
  const { value, label, signal } = options
  const layer = options.layer ?? yoke.container ?? document.body
  const listeners = new Set<() => void>()
  const button = unseenButton(command, value)
  const isOn = (): boolean | undefined => isOnNow(player, command, button.value)
  const labelNow = (): string => labelOf(player, command, label, isOn() === true)
  // A label that changes says by itself what is so; any other needs the state beside it.
  const isSaid = typeof label === 'function' || (label === undefined && LABELS[command]?.[2] !== undefined)
  if (!isSaid && isOn() !== undefined) button.ariaPressed = String(isOn())
  button.textContent = labelNow()
  placeButton(button, undefined)
  const holder = document.createElement('span')
  holder.append(button)
  layer.append(holder)
  // What stands in a scope of the player is coupled already.
  const isInside = [...yoke.scopes].some(({ root }) => root.contains(holder))
  const release = isInside ? undefined : yoke.bind(holder)
  const change = (): void => {
    const text = labelNow()
    if (button.textContent !== text) button.textContent = text
    for (const listener of [...listeners]) listener()
  }
  // The coupling greys and hides it.
  const watch = new MutationObserver(change)
  watch.observe(button, { attributeFilter: ['aria-disabled', 'hidden'] })
  const unfollow = yoke.subscribe(({ settings: { words } }) => `${isOn()} ${words.lang}`, change)
  for (const type of ['focus', 'blur']) button.addEventListener(type, change)
  const close = (): void => {
    watch.disconnect()
    unfollow()
    release?.()
    holder.remove()
    listeners.clear()
  }
  yoke.signal.addEventListener('abort', close)
  signal?.addEventListener('abort', close)
  return {
    command,
    button,
    get label() {
      return labelNow()
    },
    get availability() {
      if (button.hidden) return 'never'
      return button.ariaDisabled === 'true' ? 'later' : 'now'
    },
    get isOn() {
      return isOn()
    },
    get isFocused() {
      return button.matches(':focus-visible')
    },
    press: () => button.click(),
    place: at => placeButton(button, at),
    subscribe: listener => {
      const own = (): void => listener()
      listeners.add(own)
      return () => listeners.delete(own)
    },
    close
  }
}
