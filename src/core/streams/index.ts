export {
  allowedQualities,
  chooseQuality,
  type QualityLimits,
  type QualityQuestion,
  type SizedQuality,
  scoreOf,
  worthOf
} from './choice/choose.ts'
export { bestWithForesight } from './choice/foresight.ts'
export { type LineTrace, type Simulation, type SimulationOutcome, simulateStream } from './choice/simulate.ts'
export { type LineEstimate, Throughput } from './choice/throughput.ts'
export { tryReadIndex } from './dash/segment-index.ts'
export * from './manifest.ts'
export { type PlaylistContext, type ReadPlaylist, tryReadPlaylist } from './playlist/media-playlist.ts'
export { type ManifestOrigin, tryReadManifest } from './read-manifest.ts'
export type { ManifestFault } from './reading.ts'
export { type TransmuxedSegment, Transmuxer } from './ts/transmux.ts'
