import '../player/index.ts'

export type { EventProps } from './events.ts'
export { type CommandOptions, type OfferedCommand, type PlayerTarget, useCommand, usePlayer, useYoke } from './hooks.ts'
export type { LiveProps, LiveValues } from './live.ts'
export type { PlayedProps } from './markup.ts'
export { Command, type CommandProps, Value, type ValueProps, When, type WhenProps } from './pieces.ts'
export { Player, type PlayerProps } from './player.ts'
