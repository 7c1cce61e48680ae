export { WallPanel } from './WallPanel.tsx';
export { WallStrip } from './WallStrip.tsx';
export { wallMarks } from './wallMarks.ts';
