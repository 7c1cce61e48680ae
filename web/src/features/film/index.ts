export { FilmSwatch } from './FilmSwatch.tsx';
