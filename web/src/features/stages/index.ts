export { JobFrame } from './JobFrame.tsx';
