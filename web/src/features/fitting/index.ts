export { KitList } from './Kit.tsx';
export { Sign } from './Sign.tsx';
