// The way of the data in the imports. Core knows nobody; server, web and cli know core; e2e knows none of them.
// Inside core the folders stand in the order of the trade: a folder may import those named before it.
const order = [
  'units',
  'sheet',
  'record',
  'times',
  'price',
  'day',
  'survey',
  'sun',
  'glazing',
  'film',
  'rules',
  'cuts/format',
  'check',
  'cuts',
  'buying',
  'advice',
  'weather',
  'fitting',
  'job',
  'quote',
  'visits',
  'stage',
  'words',
  'contract',
];
const inOrder = (folders, root, name, tests) =>
  folders.map((folder, place) => ({
    name: `${name}-${folder.replace('/', '-')}`,
    comment: `${root}${folder} may only import ${['itself', ...folders.slice(0, place)].join(', ')}`,
    severity: 'error',
    from: {
      path: `^${root}${folder}/`,
      pathNot: [
        tests,
        ...folders.filter((other) => other.startsWith(`${folder}/`)).map((other) => `^${root}${other}/`),
      ],
    },
    to: { path: `^${root}`, pathNot: `^${root}(${folders.slice(0, place + 1).join('|')})/` },
  }));
const TESTS = '[.]test[.]tsx?$';
const coreOrder = inOrder(order, 'core/src/', 'core-order', TESTS);
// Inside cuts the rooms stand in the order of the work; the files beside them gather what the rooms make.
const cutsOrder = inOrder(
  ['format', 'lay', 'looks', 'cost', 'places', 'sheets', 'search', 'byHand', 'after'],
  'core/src/cuts/',
  'cuts-order',
  TESTS,
).map((rule) => ({ ...rule, to: { path: '^core/src/cuts/[^/]+/', pathNot: rule.to.pathNot } }));
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
    ...cutsOrder,
    {
      name: 'check-shares-the-format-only',
      comment: 'the checker of plans shares nothing with what it checks but their format',
      severity: 'error',
      from: { path: '^core/src/check/', pathNot: TESTS },
      to: { path: '^core/src/', pathNot: '^core/src/(check/|units/index[.]ts$|cuts/format/index[.]ts$)' },
    },
    {
      name: 'day-check-shares-the-format-only',
      comment: 'the checker of days shares nothing with what plans them but their format',
      severity: 'error',
      from: { path: '^core/src/day/check/', pathNot: TESTS },
      to: { path: '^core/src/', pathNot: '^core/src/day/(check|format)/' },
    },
    {
      name: 'core-packages',
      comment: 'core takes pure packages only',
      severity: 'error',
      from: { path: '^core/src', pathNot: TESTS },
      to: {
        dependencyTypes: ['npm', 'core'],
        pathNot:
          'node_modules/(zod|suncalc|geomagnetism|ml-levenberg-marquardt|ml-matrix|decimal.js|date-fns|@date-fns/tz|pure-rand|fast-equals)/',
      },
    },
    {
      name: 'core-by-its-doors',
      comment: 'other rooms enter a core folder by its index.ts',
      severity: 'error',
      from: { path: '^(server|web|cli)/' },
      to: { path: '^core/src/[^/]+/', pathNot: '^core/src/[^/]+/index[.]ts$' },
    },
    {
      name: 'core-folders-by-their-doors',
      comment:
        'a core folder enters another by its index.ts (the checker enters the format by that of the format)',
      severity: 'error',
      from: { path: '^core/src/([^/]+)/', pathNot: [TESTS, '^core/src/testing/'] },
      to: {
        path: '^core/src/([^/]+)/',
        pathNot: '^core/src/($1/|testing/|[^/]+/index[.]ts$|cuts/format/index[.]ts$)',
      },
    },
    {
      name: 'store-wall-stages',
      comment: 'the store of a job knows neither the wall nor the stages; the wall knows the store only',
      severity: 'error',
      from: { path: '^web/src/features/(job|wall)/' },
      to: {
        path: '^web/src/features/',
        pathNot: '^web/src/features/(job/|wall/)',
      },
    },
    {
      name: 'store-knows-no-wall',
      severity: 'error',
      from: { path: '^web/src/features/job/' },
      to: { path: '^web/src/features/wall/' },
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
