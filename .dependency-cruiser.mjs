// Who may import whom. Rooms of a package are named from the roof to the ground: each may import only what stands below it.

/** Rooms of the server, the roof first; those of one row do not know each other. */
const SERVER = [
  ['main', 'index'],
  ['http'],
  ['today', 'my', 'telling', 'year'],
  ['returns', 'renewals', 'swap', 'exchange'],
  ['beginning', 'germination', 'growing', 'imports', 'labels', 'members', 'places', 'sowing'],
  ['lots'],
  ['identity', 'season', 'varieties', 'access'],
  ['estimates'],
  ['calibration', 'crops', 'desk', 'devices', 'errands', 'find', 'restricted', 'settings'],
  ['records'],
  ['routing'],
  ['journal'],
  ['copies'],
  ['files', 'threads'],
  ['problem'],
  ['db'],
];

/** Rooms of the web app. */
const WEB = [
  ['main'],
  ['app'],
  [
    'beginning',
    'calibration',
    'devices',
    'exchange',
    'germination',
    'growing',
    'help',
    'identity',
    'imports',
    'intake',
    'labels',
    'library',
    'lots',
    'members',
    'my',
    'places',
    'practice',
    'renewals',
    'returns',
    'season',
    'sowing',
    'swap',
    'swapDesk',
    'today',
    'varieties',
    'year',
  ],
  ['shared'],
  ['fields', 'charts'],
  ['base'],
];

/** A rule for every row: what it may not import are the rooms above it and its neighbours. */
function storeys(root, rows) {
  const room = (names) => `^${root}/(${names.join('|')})(/|\\.ts$)`;
  return rows.flatMap((row, i) =>
    row.map((name) => ({
      name: `${root}: ${name} imports only what stands below it`,
      severity: 'error',
      from: { path: room([name]), pathNot: '\\.test\\.ts$' },
      to: { path: room([...rows.slice(0, i).flat(), ...row.filter((other) => other !== name)]) },
    })),
  );
}

export default {
  forbidden: [
    { name: 'no circle of files', severity: 'error', from: {}, to: { circular: true } },
    { name: 'no circle of folders', severity: 'error', scope: 'folder', from: {}, to: { circular: true } },
    ...storeys('server/src', SERVER),
    ...storeys('web/src', WEB),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.test\\.ts$' },
    // Types are imports too: a circle of them is one for whoever reads.
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    combinedDependencies: true,
    enhancedResolveOptions: { extensions: ['.ts', '.mjs', '.vue', '.js'] },
  },
};
