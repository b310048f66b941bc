export { feedStream, type StreamFeed, type StreamFeedHost } from './stream-feed.ts'
