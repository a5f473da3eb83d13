export { takeAlongRoutes } from './routes';
