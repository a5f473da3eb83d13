export { readScan, type Scan } from './scan';
