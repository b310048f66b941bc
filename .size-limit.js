/** What a page loads at first: what is imported later, when it is asked for, is measured by itself. */
const firstLoad = config => {
  config.plugins = [
    ...(config.plugins ?? []),
    {
      name: 'later',
      setup: build =>
        build.onResolve({ filter: /.*/ }, ({ kind, path }) =>
          kind === 'dynamic-import' ? { path, external: true } : undefined
        )
    }
  ]
  return config
}

/** Each limit is what was measured, rounded up: a ratchet. The bars themselves are in docs/bars.md. */
export default [
  {
    name: 'wiring, without captions (bar: 8 kB)',
    path: 'dist/wiring/index.js',
    limit: '27.7 kB',
    gzip: true,
    modifyEsbuildConfig: firstLoad
  },
  {
    name: 'player, whole (bar: 32 kB)',
    path: 'dist/player/index.js',
    limit: '45.6 kB',
    gzip: true,
    modifyEsbuildConfig: firstLoad
  },
  {
    name: 'classic script, with everything that the package loads later',
    path: 'dist/yokewright.js',
    limit: '107.5 kB',
    gzip: true
  },
  {
    name: 'captions: read, write, cue text, index, layout (bar: 7 kB)',
    path: 'dist/core/captions/index.js',
    import: '{ VttReader, serializeVtt, parseCueText, CueIndex, boxOfCue, boxOfRegion, placeCues }',
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
