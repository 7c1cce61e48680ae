export { FilmSwatch } from './FilmBench.tsx';
