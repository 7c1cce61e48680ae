export { bookForTest, readingsForTest, recordsForTest, silverForTest } from './jobs.ts';
