export { RENT_SHARE, type RentShare } from './fields';
