export { Paper } from './Paper.tsx';
