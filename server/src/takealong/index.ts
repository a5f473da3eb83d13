export { makeTakeAlong, takeAlongRoutes, type TakeAlongMaker } from './routes';
