export default {
  testRunner: 'jest',
  jest: { configFile: 'jest.config.js', enableFindRelatedTests: false },
  testRunnerNodeArgs: ['--experimental-vm-modules', '--no-warnings'],
  coverageAnalysis: 'perTest',
  concurrency: 2,
  // A process grows with every run of tests in it: at some gigabytes it is so slow that faults look found by the time limit.
  maxTestRunnerReuse: 25,
  tempDirName: '.data/mutants',
  ignorePatterns: ['.data', '**/dist', 'docs', 'e2e'],
  reporters: ['clear-text', 'progress'],
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
  // What is only said to people (a label, a message of a thrown error) has its own tests of words.
  mutator: { excludedMutations: ['StringLiteral'] },
  thresholds: { high: 90, low: 80, break: 80 },
  allowEmpty: false,
};
