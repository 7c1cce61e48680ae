const swc = {
  jsc: {
    target: 'es2022',
    parser: { syntax: 'typescript', tsx: true },
    transform: { react: { runtime: 'automatic' } },
  },
  module: { type: 'es6' },
};

// A mutation run looks at the tests of some folders or files only.
const folders = process.env.NEAT_SILL_TEST_FOLDERS?.split(' ') ?? ['{core,server,web,cli,scripts}'];

export default {
  testMatch: folders.map((folder) =>
    /[.]tsx?$/.test(folder) ? `<rootDir>/${folder}` : `<rootDir>/${folder}/**/*.test.{ts,tsx}`,
  ),
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  modulePathIgnorePatterns: ['/dist/', '<rootDir>/.data/'],
  transform: { '^.+\\.tsx?$': ['@swc/jest', swc] },
  testTimeout: 60000,
  // Jest leaves a core free for who watches it; here nobody does.
  maxWorkers: '100%',
};
