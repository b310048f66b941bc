const READER = 'dist/core/captions/vtt/vtt-reader.js'
const WRITER = 'dist/core/captions/index.js'

/** A file of the browser side alone: what it takes from the others is counted there. */
const alone = (path, limit, name = `part: ${path}`) => ({
  name,
  path: /[/.]/.test(path) ? `dist/${path}.js` : `dist/parts/${path}.js`,
  limit,
  gzip: true,
  // Peers are left out of bundles, and this is none.
  modifyEsbuildConfig: ({ external: _, ...config }) => ({ ...config, bundle: false })
})

/** Each limit is what was measured, rounded up: a ratchet. What pages load of these, and the bars, are in docs/bars.md. */
export default [
  alone('base', '23.4 kB'),
  alone('controls', '18 kB'),
  alone('player', '6.4 kB'),
  alone('bar', '13.7 kB'),
  alone('captions', '17.8 kB'),
  alone('failover', '4.2 kB'),
  // Loaded by pages with streams alone; the bars are 14 kB, and 7 kB for what turns transport streams into MP4; what reads presentations comes with them alone.
  alone('streams', '14 kB'),
  alone('transmux', '4.4 kB'),
  alone('presentations', '5.8 kB'),
  alone('stream-texts', '2 kB'),
  alone('decipher', '500 B'),
  alone('conversion', '600 B'),
  alone('yokewright.streams', '14.5 kB', 'classic script: streams'),
  // Loaded by pages with playlists alone; the bar is 4 kB for what plays them.
  alone('playlist', '4 kB'),
  alone('rows', '2.2 kB'),
  alone('playlist-rows', '950 B'),
  alone('list-controls', '2.4 kB'),
  alone('choice-controls', '610 B'),
  // Loaded by pages with moments or pictures under the pointer alone; the bar is 2 kB for moments.
  alone('moments', '2 kB'),
  alone('moment-rows', '1 kB'),
  alone('preview', '1.6 kB'),
  alone('on-track', '1.1 kB'),
  alone('place', '600 B'),
  // Loaded by pages that ask for it alone; the bars are 3 kB for memory and reports together, 2 kB for docking.
  alone('memory', '2 kB'),
  alone('habits', '550 B'),
  alone('reports', '2 kB'),
  alone('dock', '2 kB'),
  alone('docked', '1.3 kB'),
  alone('window', '2.3 kB'),
  // Loaded by pages with presets alone; the bar is 5 kB for presets, 4 kB for looks.
  alone('presets', '4.9 kB'),
  alone('looks', '3.7 kB'),
  alone('preset-reading', '2.3 kB'),
  alone('icons', '1.3 kB'),
  {
    // Loaded by pages that ask for it alone.
    name: 'effects',
    path: 'dist/effects/index.js',
    limit: '2.3 kB',
    gzip: true
  },
  // Loaded by pages that draw scenes alone; with what they need of the core.
  {
    name: 'scenes: picture, clock, offers',
    path: 'dist/scenes/index.js',
    import: '{ openPicture, clockOf, offerCommand }',
    limit: '3.32 kB',
    gzip: true
  },
  { name: 'scenes: all', path: 'dist/scenes/index.js', limit: '9.85 kB', gzip: true },
  // The bar is 6 kB for the all-round view.
  alone('around', '5.66 kB', 'all-round view (bar: 6 kB)'),
  // With ready-made controls: the buttons that turn it.
  alone('compass', '1.5 kB'),
  alone('frames', '341 B'),
  // The bar is 3 kB.
  alone('react/index', '3 kB', 'React binding'),
  {
    name: 'classic script (bar: 80 kB)',
    path: 'dist/yokewright.js',
    limit: '76 kB',
    gzip: true,
    // As it is served.
    disablePlugins: ['@size-limit/esbuild']
  },
  {
    name: 'hosted video: adapter, both ways to talk, reading of dialects (bar: 7 kB)',
    path: 'dist/media/hosted/index.js',
    import: '{ defineDialect }',
    limit: '11.2 kB',
    gzip: true,
    // What tells mistakes comes by itself, where a page is being made.
    modifyEsbuildConfig: config => ({ ...config, external: ['./dialect.js'] })
  },
  {
    name: 'captions: read, write, cue text, index, layout (bar: 7 kB)',
    path: [READER, WRITER],
    import: {
      [READER]: '{ VttReader }',
      [WRITER]: '{ serializeVtt, parseCueText, CueIndex, boxOfCue, boxOfRegion, placeCues }'
    },
    limit: '7.4 kB',
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
