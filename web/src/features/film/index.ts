export { FilmSwatch } from './FilmSwatch.tsx';
export { SellFilms, SoldOtherwiseNote } from './SoldNote.tsx';
