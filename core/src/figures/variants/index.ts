export { VARIANT, type Variant } from './fields';
