export { takeAlong, type TakeAlongMaker } from './routes';
