export type { StreamFeedHost } from './hosts.ts'
export { feedStream, type StreamFeed } from './stream-feed.ts'
