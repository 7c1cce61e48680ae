// Adds up what the runners report; a runner that left no report, or ran nothing, counts as a failure.
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const folder = process.argv[2];
const json = (name) =>
  existsSync(join(folder, name)) ? JSON.parse(readFileSync(join(folder, name), 'utf8')) : null;
const counts = readFileSync(join(folder, 'counts'), 'utf8')
  .trim()
  .split('\n')
  .map((line) => line.split(' ').map(Number));

const jest = json('jest.json');
const jestBroken = jest
  ? jest.testResults.filter((suite) => suite.status === 'failed' && suite.assertionResults.length === 0)
      .length
  : 0;
counts.push(
  jest && jest.numTotalTests > 0 ? [jest.numPassedTests, jest.numFailedTests + jestBroken] : [0, 1],
);

const browser = json('playwright.json');
const { expected = 0, unexpected = 0, flaky = 0 } = browser?.stats ?? {};
counts.push(
  browser && expected + unexpected + flaky > 0
    ? [expected, unexpected + flaky + browser.errors.length]
    : [0, 1],
);

const sum = (at) => counts.reduce((total, count) => total + count[at], 0);
console.log(`${sum(0)} passed, ${sum(1)} failed`);
process.exit(sum(1) === 0 ? 0 : 1);
