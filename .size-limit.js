/** What a page loads when it needs these parts, and no other ones: the rest is imported when it is asked for. */
const loading =
  (...parts) =>
  config => {
    config.plugins = [
      ...(config.plugins ?? []),
      {
        name: 'later',
        setup: build =>
          build.onResolve({ filter: /.*/ }, ({ kind, path }) =>
            kind === 'dynamic-import' && !parts.some(part => path.endsWith(part)) ? { path, external: true } : undefined
          )
      }
    ]
    return config
  }

const CONTROLS = '/controls.js'
const BAR = '/bar/index.js'
const CAPTIONS = ['/captions/captions.js', '/captions/caption-area.js', '/captions/announce.js']

const READER = 'dist/core/captions/vtt/vtt-reader.js'
const WRITER = 'dist/core/captions/index.js'

/** Each limit is what was measured, rounded up: a ratchet. The bars themselves are in docs/bars.md. */
export default [
  {
    name: 'wiring, as it begins (bar: 8 kB)',
    path: 'dist/wiring/index.js',
    limit: '14.2 kB',
    gzip: true,
    modifyEsbuildConfig: loading()
  },
  {
    name: 'wiring, with what couples controls',
    path: 'dist/wiring/index.js',
    limit: '30.1 kB',
    gzip: true,
    modifyEsbuildConfig: loading(CONTROLS)
  },
  {
    name: 'player, as it begins',
    path: 'dist/player/index.js',
    limit: '24.1 kB',
    gzip: true,
    modifyEsbuildConfig: loading()
  },
  {
    name: 'player, with controls and its bar: icons, styles, English (bar: 32 kB)',
    path: 'dist/player/index.js',
    limit: '49.5 kB',
    gzip: true,
    modifyEsbuildConfig: loading(CONTROLS, BAR)
  },
  {
    name: 'player, with controls, bar and captions',
    path: 'dist/player/index.js',
    limit: '66.5 kB',
    gzip: true,
    modifyEsbuildConfig: loading(CONTROLS, BAR, ...CAPTIONS)
  },
  {
    name: 'classic script, with everything that the package loads later',
    path: 'dist/yokewright.js',
    limit: '110.8 kB',
    gzip: true
  },
  {
    name: 'captions: read, write, cue text, index, layout (bar: 7 kB)',
    path: [READER, WRITER],
    import: {
      [READER]: '{ VttReader }',
      [WRITER]: '{ serializeVtt, parseCueText, CueIndex, boxOfCue, boxOfRegion, placeCues }'
    },
    limit: '7 kB',
    gzip: true
  },
  {
    name: 'core: formatClock alone',
    path: 'dist/core/index.js',
    import: '{ formatClock }',
    limit: '400 B',
    gzip: true
  },
  {
    name: 'core: parseTimeAddress alone',
    path: 'dist/core/index.js',
    import: '{ parseTimeAddress }',
    limit: '1.2 kB',
    gzip: true
  }
]
