export { WallPanel } from './WallPanel.tsx';
export { wallMarks } from './wallMarks.ts';
