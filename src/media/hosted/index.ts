export type {
  DialectCommand,
  DialectData,
  DialectFrame,
  DialectMessages,
  DialectScript,
  DialectValue,
  DialectWords,
  HostedCommand,
  HostedState,
  HostedValue,
  Unit
} from '../../core/hosted/dialect.ts'
export { HOSTED_COMMANDS, HOSTED_STATES, HOSTED_VALUES } from '../../core/hosted/dialect.ts'
export { defineDialect, hostedMedia } from './hosted.ts'
export type { HostedMedia } from './playback/hosted-media.ts'
