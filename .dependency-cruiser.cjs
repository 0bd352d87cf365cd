/**
 * Which room may import which. The ground (core/units, core/numeric) is open to everyone; every other core room is
 * entered through its index.ts only.
 */
const ground = ['units', 'numeric']
const coreRooms = {
  units: [],
  numeric: [],
  resin: [],
  mold: ['resin'],
  colour: [],
  card: ['colour'],
  instruments: ['resin'],
  pattern: ['mold'],
  bloom: ['mold', 'colour', 'pattern'],
  technique: ['resin', 'pattern', 'colour'],
  batch: ['resin', 'mold', 'colour', 'technique', 'pattern'],
  timing: ['resin', 'pattern', 'batch', 'technique'],
  safety: ['resin', 'mold', 'batch', 'timing', 'technique', 'colour'],
  placing: [],
  rack: ['resin', 'mold', 'batch', 'timing', 'technique', 'placing'],
  shelf: ['resin', 'mold', 'colour', 'technique', 'batch'],
  runsheet: ['resin', 'batch', 'timing', 'technique', 'safety', 'rack'],
  journal: ['resin', 'technique', 'batch', 'timing', 'runsheet', 'rack'],
  plan: [
    'resin',
    'mold',
    'colour',
    'pattern',
    'bloom',
    'technique',
    'batch',
    'timing',
    'safety',
    'rack',
    'runsheet',
    'journal',
  ],
}
const outerRooms = {
  words: ['core'],
  schema: ['core'],
  formats: ['core', 'schema', 'words'],
  contract: [],
  workers: ['core', 'schema', 'formats', 'data'],
  data: ['core', 'schema'],
  demo: ['core', 'data', 'schema'],
  server: ['contract', 'schema', 'core/units', 'core/numeric', 'core/resin', 'core/timing'],
  cli: ['core', 'schema', 'formats', 'words'],
  'app/theme': [],
  'app/components': ['core', 'words', 'app/theme'],
  'app/platform': ['core', 'contract', 'schema', 'formats', 'data', 'workers', 'demo', 'app/theme'],
  'app/features': [
    'core',
    'words',
    'schema',
    'formats',
    'data',
    'app/platform',
    'app/components',
    'app/theme',
  ],
  'app/routes': ['core', 'app/features', 'app/platform', 'app/components', 'app/theme'],
}

const alt = (names) => names.map((name) => name.replace('/', '\\/')).join('|')

const coreRules = Object.entries(coreRooms).map(([room, may]) => ({
  name: `core-${room}`,
  severity: 'error',
  comment: `core/${room} may import ${[...ground, ...may].join(', ')}`,
  from: { path: `^src/core/${room}/` },
  to: { path: '^src/', pathNot: `^src/core/(${alt([room, ...ground, ...may])})/` },
}))

const outerRules = Object.entries(outerRooms).map(([room, may]) => ({
  name: room.replace('/', '-'),
  severity: 'error',
  comment: `${room} may import ${may.join(', ') || 'nothing'}`,
  from: { path: `^src/${room}/` },
  to: { path: '^src/', pathNot: `^src/(${alt([room, ...may])})/` },
}))

module.exports = {
  forbidden: [
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'known', severity: 'error', from: {}, to: { couldNotResolve: true } },
    {
      name: 'by-the-door',
      severity: 'error',
      comment: 'Another core room is entered through its index.ts only.',
      from: { path: '^src/(?:core/([^/]+)|)' },
      to: { path: '^src/core/([^/]+)/', pathNot: ['^src/core/$1/', '/index\\.ts$'] },
    },
    {
      name: 'features-apart',
      severity: 'error',
      comment: 'Features do not import one another.',
      from: { path: '^src/app/features/([^/]+)/' },
      to: { path: '^src/app/features/([^/]+)/', pathNot: '^src/app/features/$1/' },
    },
    ...coreRules,
    ...outerRules,
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    // Tests may look at what crosses rooms.
    exclude: { path: '\\.test\\.ts$' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      extensions: ['.ts', '.tsx', '.js', '.css'],
      exportsFields: ['exports'],
      conditionNames: ['import', 'default', 'types'],
    },
  },
}
