// What your video service is like: its addresses, its frame, and what it calls its commands and news.
// docs/reference/hosted.md says every key; yokewright/dialect.schema.json completes them in an editor.
yokewright.hosted.defineDialect({
  name: 'Cairn',
  origin: 'https://cairn.example',
  addresses: ['/c/{clip}'],
  frame: { src: '/embed/{clip}', parameters: { controls: 'none' } },
  messages: {
    request: { name: 'do', value: 'value' },
    event: { name: 'event', value: 'data' }
  },
  ready: 'ready',
  commands: { play: 'play', pause: 'pause', seek: { name: 'seek', unit: 'milliseconds' } },
  values: {
    currentTime: { push: 'time', at: 'now', unit: 'milliseconds' },
    duration: { push: 'time', at: 'of', unit: 'milliseconds' }
  },
  states: { push: 'state', are: { running: 'playing', stopped: 'paused', over: 'ended', loading: 'waiting' } }
})
