export { keepLogo } from './picture.ts';
export { pictureRoutes } from './routes.ts';
