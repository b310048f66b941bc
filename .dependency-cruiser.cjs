/** Imports go down only: scenes -> effects; player, presets and effects -> wiring -> media -> loading -> core; the command line stands on core. No arrow up, no circle. */
const room = name => `^src/${name}/`
const above = {
  core: ['loading', 'media', 'wiring', 'player', 'presets', 'effects', 'scenes', 'cli'],
  loading: ['media', 'wiring', 'player', 'presets', 'effects', 'scenes', 'cli'],
  media: ['wiring', 'player', 'presets', 'effects', 'scenes', 'cli'],
  wiring: ['player', 'presets', 'effects', 'scenes', 'cli'],
  player: ['presets', 'effects', 'scenes', 'cli'],
  presets: ['player', 'effects', 'scenes', 'cli'],
  effects: ['player', 'presets', 'scenes', 'cli'],
  scenes: ['player', 'presets', 'cli'],
  cli: ['loading', 'media', 'wiring', 'player', 'presets', 'effects', 'scenes']
}

module.exports = {
  forbidden: [
    { name: 'no-circle', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'no-orphan-room',
      severity: 'error',
      from: { path: '^src/', pathNot: '\\.test\\.ts$' },
      to: { path: '^(test|tools|bench|examples)/' }
    },
    ...Object.entries(above).map(([name, rooms]) => ({
      name: `${name}-looks-down-only`,
      severity: 'error',
      from: { path: room(name), pathNot: '\\.test\\.ts$' },
      to: { path: rooms.map(room) }
    })),
    {
      name: 'core-needs-nothing',
      severity: 'error',
      from: { path: room('core'), pathNot: '\\.test\\.ts$' },
      // Documents are read by a schema, which the player loads with its first clip.
      to: { dependencyTypes: ['npm', 'npm-dev', 'core'], pathNot: 'node_modules/valibot/' }
    }
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: { extensions: ['.ts', '.js'] }
  }
}
