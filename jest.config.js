const swc = {
  jsc: {
    target: 'es2022',
    parser: { syntax: 'typescript', tsx: true },
    transform: { react: { runtime: 'automatic' } },
  },
  module: { type: 'es6' },
};

export default {
  testMatch: ['<rootDir>/{core,server,web,cli,scripts}/**/*.test.{ts,tsx}'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  modulePathIgnorePatterns: ['/dist/', '/.data/'],
  transform: { '^.+\\.tsx?$': ['@swc/jest', swc] },
  testTimeout: 60000,
};
