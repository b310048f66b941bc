export type { Fault, FaultCode, Result } from '../core/fault.ts'
export { FaultError } from '../core/fault.ts'
export type * from '../core/playback/commands.ts'
export type { MediaSnapshot } from '../core/playback/snapshot.ts'
export type { StartOutcome } from '../core/playback/start.ts'
export type { StartSound, StartWhen } from '../core/playback/start-choices.ts'
export type { SettingExplanation, SettingOrigin } from '../core/settings/layers.ts'
export type {
  DataSettings,
  DockSettings,
  ReportSettings,
  ReportStore,
  ReportTaker,
  ResumeSettings,
  StartSettings
} from '../core/settings/settings.ts'
export type { SettingKey } from '../core/settings/table.ts'
export type { PlayAnswer, SourceEntry } from '../core/sources/rank.ts'
export type { SourceReport, SourceState } from '../core/sources/reports.ts'
export type { MediaAdapter, MediaEventType, MediaObserver } from '../media/adapter.ts'
export { MEDIA_EVENTS, ObservableMedia } from '../media/adapter.ts'
export { adaptMediaElement } from '../media/html/adapt-media-element.ts'
export type { FramePort, LoadingPort, NativeControlsPort, PosterPort } from '../media/ports.ts'
export type { PresentationPort } from '../media/presentation.ts'
export type { GivenSource, SourcePort, SourcePreferences } from '../media/source-port.ts'
export type { TextTrackPort, TrackEntry, TrackSource } from '../media/text-tracks.ts'
export type { TimedCue, TrackKind, TrackList, TrackView } from './captions/track-list.ts'
export type { SettledSettings, YokeSettings } from './settings/settings.ts'
export { createYoke } from './yoke/create-yoke.ts'
export { YokeCommandEvent, type YokeEventMap, YokeFaultEvent, YokeStartEvent } from './yoke/events.ts'
export type { InspectedControl, InspectedTrack, Inspection } from './yoke/inspect.ts'
export type { RunResult } from './yoke/run-command.ts'
export type { YokeOptions } from './yoke/yoke.ts'
export { Yoke } from './yoke/yoke.ts'
export type {
  AuthorCommand,
  AuthorState,
  AuthorValue,
  CommandAction,
  MeasuresView,
  PlainValue,
  StatesView,
  ValuesView,
  YokeView
} from './yoke/yoke-view.ts'
