// The way of the data in the imports. Core knows nobody; server, web and cli know core; e2e knows none of them.
// Inside core the folders stand in the order of the trade: a folder may import those named before it.
const order = [
  'units',
  'survey',
  'sun',
  'glazing',
  'film',
  'rules',
  'cuts',
  'buying',
  'advice',
  'fitting',
  'job',
  'words',
  'contract',
];
const coreOrder = order.map((folder, place) => ({
  name: `core-order-${folder}`,
  comment: `core/${folder} may only import ${['itself', ...order.slice(0, place)].join(', ')}`,
  severity: 'error',
  from: { path: `^core/src/${folder}/`, pathNot: '[.]test[.]ts$' },
  to: { path: '^core/src/', pathNot: `^core/src/(${order.slice(0, place + 1).join('|')})/` },
}));
const rooms = [
  { from: 'core', knows: [] },
  { from: 'server', knows: ['core'] },
  { from: 'web', knows: ['core'] },
  { from: 'cli', knows: ['core'] },
  { from: 'e2e', knows: [] },
].map(({ from, knows }) => ({
  name: `room-${from}`,
  comment: `${from} may import ${knows.join(', ') || 'no other room'}`,
  severity: 'error',
  from: { path: `^${from}/` },
  to: { path: '^(core|server|web|cli|e2e)/', pathNot: `^(${[from, ...knows].join('|')})/` },
}));

export default {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    ...rooms,
    ...coreOrder,
    {
      name: 'core-packages',
      comment: 'core takes pure packages only',
      severity: 'error',
      from: { path: '^core/src', pathNot: '[.]test[.]ts$' },
      to: {
        dependencyTypes: ['npm', 'core'],
        pathNot:
          'node_modules/(zod|suncalc|geomagnetism|ml-levenberg-marquardt|ml-matrix|date-fns|@date-fns/tz|pure-rand|fast-equals)/',
      },
    },
    {
      name: 'core-by-its-doors',
      comment: 'other rooms and other core folders enter a core folder by its index.ts',
      severity: 'error',
      from: { path: '^(server|web|cli)/' },
      to: { path: '^core/src/[^/]+/', pathNot: '^core/src/[^/]+/index[.]ts$' },
    },
    {
      name: 'drawing-knows-no-store',
      severity: 'error',
      from: { path: '^web/src/(drawing|ui)/' },
      to: { path: '^web/src/(app|features|api)/' },
    },
    {
      name: 'features-by-their-doors',
      comment: 'a feature enters another by its index.ts',
      severity: 'error',
      from: { path: '^(web|server)/src/features/([^/]+)/' },
      to: { path: '^$1/src/features/([^/]+)/', pathNot: '^$1/src/features/($2/|[^/]+/index[.]ts$)' },
    },
    {
      name: 'testing-for-tests-only',
      severity: 'error',
      from: { pathNot: '[.]test[.]tsx?$|/testing/|/bench/' },
      to: { path: '/testing/' },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '[?]url$|/dist/' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'types', 'default'] },
  },
};
