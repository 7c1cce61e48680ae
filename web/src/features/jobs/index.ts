export { JobRow, standingOf } from './JobRow.tsx';
