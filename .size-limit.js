const READER = 'dist/core/captions/vtt/vtt-reader.js'
const WRITER = 'dist/core/captions/index.js'

/** A file of the browser side alone: what it takes from the others is counted there. */
const alone = (name, limit) => ({
  name: `part: ${name}`,
  path: `dist/parts/${name}.js`,
  limit,
  gzip: true,
  modifyEsbuildConfig: config => ({ ...config, bundle: false })
})

/** Each limit is what was measured, rounded up: a ratchet. What pages load of these, and the bars, are in docs/bars.md. */
export default [
  alone('base', '21.5 kB'),
  alone('controls', '14.5 kB'),
  alone('player', '5.4 kB'),
  alone('bar', '11.6 kB'),
  alone('captions', '15.5 kB'),
  alone('failover', '4.2 kB'),
  {
    name: 'classic script (bar: 80 kB)',
    path: 'dist/yokewright.js',
    limit: '77.8 kB',
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
