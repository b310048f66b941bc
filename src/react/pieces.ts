import {
  type ButtonHTMLAttributes,
  createElement,
  type HTMLAttributes,
  type ReactElement,
  type ReactNode,
  useState
} from 'react'
import type { CommandName } from '../core/playback/commands.ts'
import type { StateName } from '../core/playback/states.ts'
import type { ValueName } from '../core/playback/values.ts'
import { useHydrated } from './hydrated.ts'

/** What every piece may say. */
interface PieceProps {
  /** The element. Default: `span`. */
  readonly as?: string
  /** The id of the player; the one around where nothing is said. */
  readonly for?: string | undefined
}

/** @param coupling not while React takes it over, because the library writes into it from then on. */
const usePiece = (
  as: string,
  attributes: object,
  coupling: Readonly<Record<string, string | undefined>>,
  children?: ReactNode
): ReactElement => createElement(as, { ...attributes, ...(useHydrated() && coupling) }, children)

/** What {@link Value} takes; everything else goes to its element. */
export interface ValueProps extends PieceProps, Omit<HTMLAttributes<HTMLElement>, 'children'> {
  /** One of the values, or one of the page's own: `data-yoke-value`. */
  readonly of: ValueName | (string & {})
  /** As `data-yoke-format`. */
  readonly format?: string | undefined
  /** What it says before anything is known, also on a server. */
  readonly children?: string | undefined
}

/** A value of a player, in words: kept by the library, at no cost to React. */
export const Value = ({ of, format, for: target, as = 'span', children, ...others }: ValueProps): ReactElement => {
  // React is to write it once.
  const [first] = useState(children)
  return usePiece(as, others, { 'data-yoke-value': of, 'data-yoke-format': format, 'data-yoke-for': target }, first)
}

/** What {@link When} takes; everything else goes to its element. */
export interface WhenProps extends PieceProps, HTMLAttributes<HTMLElement> {
  /** States of a player, as `data-yoke-when` has them: `paused !ended`. */
  readonly state: StateName | `!${StateName}` | (string & {})
  /** It is hidden before anything is known, also on a server. Always the same: from then on the library hides and shows it. */
  readonly hidden?: boolean | undefined
}

/** Shown while states hold: hidden and shown by the library, at no cost to React. */
export const When = ({ state, for: target, as = 'span', children, ...others }: WhenProps): ReactElement =>
  usePiece(as, others, { 'data-yoke-when': state, 'data-yoke-for': target }, children)

/** What {@link Command} takes; everything else goes to its button. */
export interface CommandProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  /** What it runs: `play-pause`. */
  readonly name: CommandName | (string & {})
  /** The id of the player; the one around where nothing is said. */
  readonly for?: string | undefined
  readonly children?: ReactNode
}

/** A button that the library switches off, hides and, where it has `aria-pressed`, keeps true. */
export const Command = ({ name, for: target, children, ...others }: CommandProps): ReactElement =>
  usePiece('button', { type: 'button', ...others }, { command: `--${name}`, commandfor: target }, children)
