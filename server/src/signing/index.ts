export { nameOfSigned, signing } from './routes';
export { type SigningService } from './service';
